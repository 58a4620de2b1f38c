import type { Job } from '@hephaist/contracts/records/job';
import type { Line } from '@hephaist/contracts/records/line';
import type { CodeSetId, Schools } from '@hephaist/core/schools/schools';
import { findService } from '@hephaist/core/services/services';
import type { Quantity, UnitSystem } from '@hephaist/core/units/units';
import { hereZone } from '../time/zone';
import { back, percentOf, percentText, shown } from '../units/typed';

/** A line while it is typed: numbers stay text in the units shown. */
export interface LineDraft {
  readonly name: string;
  readonly prefix: string;
  readonly serviceId: string;
  readonly fluid: string;
  readonly design: string;
  readonly test: string;
  readonly serviceMax: string;
  readonly fitUp: string;
  readonly length: string;
  readonly oxygen: string;
  readonly codeSet: CodeSetId | '';
  readonly schools: Partial<Schools>;
}

/** The number fields of a line with their quantity and where they are kept. */
const NUMBERS: readonly (readonly [
  draft: keyof LineDraft,
  line: 'designPa' | 'testPa' | 'serviceMaxK' | 'fitUpK' | 'lengthM',
  quantity: Quantity,
])[] = [
  ['design', 'designPa', 'pressure'],
  ['test', 'testPa', 'pressure'],
  ['serviceMax', 'serviceMaxK', 'temperature'],
  ['fitUp', 'fitUpK', 'temperature'],
  ['length', 'lengthM', 'run'],
];

export function lineDraftOf(line: Line, system: UnitSystem): LineDraft {
  const numbers = Object.fromEntries(NUMBERS.map(([d, l, q]) => [d, shown(line[l], q, system)]));
  return {
    name: line.name,
    prefix: line.prefix,
    serviceId: line.serviceId,
    fluid: line.fluid,
    oxygen: percentText(line.oxygenLimit),
    codeSet: line.codeSet ?? '',
    schools: line.schools,
    ...numbers,
  } as LineDraft;
}

/** The line a draft stands for; text nobody changed gives exactly the stored value. */
export function lineOf(draft: LineDraft, base: Line, system: UnitSystem): Line {
  const numbers = Object.fromEntries(
    NUMBERS.map(([d, l, q]) => {
      return [l, back(draft[d] as string, q, system, base[l])];
    }),
  );
  return {
    ...base,
    name: draft.name.trim(),
    prefix: draft.prefix.trim(),
    serviceId: draft.serviceId,
    fluid: draft.fluid.trim(),
    oxygenLimit: percentOf(draft.oxygen),
    codeSet: draft.codeSet || null,
    schools: draft.schools,
    ...numbers,
  };
}

/** Whether the joints of a line are judged by other rules than before: another service, code or school. */
export const plansOtherwise = (a: Line, b: Line): boolean =>
  a.serviceId !== b.serviceId || a.codeSet !== b.codeSet || JSON.stringify(a.schools) !== JSON.stringify(b.schools);

/**
 * Pressures of a new line belong to the kind of service it began as: another kind has its own, which are asked for.
 * What was typed stays. @param began the line as it was begun
 */
export function followService(next: LineDraft, began: LineDraft): LineDraft {
  const kind = (d: LineDraft) => findService(d.serviceId)?.kind;
  const other = kind(next) !== kind(began);
  const follow = (now: string, then: string): string => (other && now === then ? '' : !other && !now ? then : now);
  return { ...next, design: follow(next.design, began.design), test: follow(next.test, began.test) };
}

/** A job as it is begun. */
export const newJob = (id: string, name: string): Job => ({
  id,
  name,
  place: '',
  timeZone: hereZone(),
  codeSet: 'asme-ix',
  schools: {},
  carried: [],
  archived: false,
});
