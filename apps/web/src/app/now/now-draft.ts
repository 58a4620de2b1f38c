import { blankJoint } from '@hephaist/contracts/exchange/joint-cells';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import type { JointSpec, LineConditions } from '@hephaist/core/joint/joint';
import type { Position } from '@hephaist/core/qualification/range';
import { DEFAULT_SCHOOLS } from '@hephaist/core/schools/schools';
import { findService, type Service } from '@hephaist/core/services/services';
import { readShorthand } from '@hephaist/core/shorthand/shorthand';
import { degFToK } from '@hephaist/core/units/units';

/** One joint as it is said on a roof: by touches, or in shorthand. */
export interface NowDraft {
  readonly serviceId: string;
  readonly size: string;
  readonly intoId: string;
  readonly position: Position;
  /** What was typed in place of touches; empty where nothing was. */
  readonly said: string;
}

/** What the tube goes into, as a fitter says it. */
export const INTO = [
  { id: 'fitting', name: 'copper fitting', kind: 'fitting', metalId: 'copper' },
  { id: 'swaged', name: 'swaged copper', kind: 'swaged', metalId: 'copper' },
  { id: 'valve', name: 'brass valve', kind: 'valve', metalId: 'brass-forging' },
  { id: 'brass', name: 'brass fitting', kind: 'fitting', metalId: 'brass-free-cutting' },
  { id: 'cast', name: 'cast bronze fitting', kind: 'fitting', metalId: 'red-brass-cast' },
  { id: 'plated', name: 'plated or unknown stub', kind: 'stub', metalId: 'plated-steel' },
  { id: 'steel', name: 'steel stub', kind: 'stub', metalId: 'steel' },
  { id: 'stainless', name: 'stainless stub', kind: 'stub', metalId: 'stainless-304' },
] as const;

export const nowDraft = (): NowDraft => ({
  serviceId: 'refrigerant-poe',
  size: '',
  intoId: '',
  position: 'horizontal',
  said: '',
});

/** Tube that a service is usually made in. */
export function usualStandard(service: Pick<Service, 'kind' | 'medical'> | undefined): string {
  if (service?.medical) return 'med-l';
  return service?.kind === 'refrigerant' ? 'acr' : 'l';
}

const NOWHERE = { id: '', jobId: '' };

/** The joint that is said; null while too little is. */
export function nowJoint(d: NowDraft, tables: Catalogue): JointSpec | null {
  const service = findService(d.serviceId);
  if (d.said.trim()) return readShorthand(d.said, tables, Boolean(service?.medical)).joint;
  const into = INTO.find((i) => i.id === d.intoId);
  const standardId = usualStandard(service);
  if (!into || !tables.tube(standardId, d.size)) return null;
  const { id: _id, jobId: _job, mark: _mark, ...blank } = blankJoint(NOWHERE, '', '', 0);
  return {
    ...blank,
    tube: { standardId, size: d.size, metalId: 'copper' },
    socket: { kind: into.kind, metalId: into.metalId, depthM: null, cup: null },
    position: d.position,
  };
}

/** Conditions of a joint of which nobody knows the line: no pressure is said, so none is judged. */
export const nowLine = (serviceId: string): LineConditions => ({
  serviceId,
  designPa: 0,
  testPa: 0,
  serviceMaxK: degFToK(100),
  fitUpK: AMBIENT_K,
  lengthM: 15.24,
  oxygenLimit: 0.01,
  schools: DEFAULT_SCHOOLS,
  codeSetId: 'asme-ix',
  carried: [],
});

/** The joint as the answer and its card take it. */
export const asJoint = (spec: JointSpec): Joint => ({
  ...blankJoint(NOWHERE, '', 'It', 0),
  ...(spec as Partial<Joint>),
  mark: 'It',
});
