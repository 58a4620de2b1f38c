import type { Catalogue } from '../catalogue/catalogue.js';
import { findTubeStandard } from '../tube/tube.js';
import type { ProcedureVariables } from './procedure.js';
import type { JointToCover } from './support.js';

/** A joint that a procedure is begun from: what it asks, and the rows of the tables it is made of. */
export interface JointToWriteFor {
  readonly asks: JointToCover;
  readonly metalIds: readonly string[];
  readonly standardId: string;
}

/** A procedure as it may be begun: what the joints ask for, and what is usual for the rest, to be looked through. */
export interface BegunProcedure {
  readonly fNumbers: readonly string[];
  readonly fluxIds: readonly string[];
  readonly variables: ProcedureVariables;
  /** How many of the joints it is for: those that want flux, or those that want none, as the first of them does. */
  readonly covers: number;
}

const distinct = <T>(all: readonly (T | null | undefined)[]): T[] => [
  ...new Set(all.filter((x): x is T => x !== null && x !== undefined)),
];
const spread = (all: readonly number[]): { min: number; max: number } => ({
  min: Math.min(...all),
  max: Math.max(...all),
});

/**
 * What a procedure must state to cover joints, worked out from them: pairs of metals, walls, diameters, filler, flux,
 * positions, overlap, and of the filler its gap and heat. Joints with flux and joints without are never one procedure:
 * those like the first are taken. Null where no joint has a filler.
 */
export function beginProcedure(joints: readonly JointToWriteFor[], tables: Catalogue): BegunProcedure | null {
  const [first] = joints.filter((j) => j.asks.fNumber !== null);
  if (!first) return null;
  const like = joints.filter(
    ({ asks: a }) =>
      a.fNumber !== null &&
      (a.fluxId === null) === (first.asks.fluxId === null) &&
      (a.jointType ?? 'socket') === (first.asks.jointType ?? 'socket') &&
      (a.process ?? 'torch') === (first.asks.process ?? 'torch') &&
      (a.type ?? 'manual') === (first.asks.type ?? 'manual'),
  );
  const asks = like.map((j) => j.asks);
  const pairs = new Map(asks.map((a) => [[...a.pNumbers].sort().join(), a.pNumbers]));
  const fillers = distinct(asks.map((a) => a.fillerId)).flatMap((id) => tables.filler(id) ?? []);
  const medical = asks.some((a) => a.medical);
  const diameters = distinct(asks.map((a) => a.odM));
  const variables: ProcedureVariables = {
    process: first.asks.process ?? 'torch',
    type: first.asks.type ?? 'manual',
    metals: [...pairs.values()],
    metalIds: distinct(like.flatMap((j) => j.metalIds)),
    specification: distinct(like.map((j) => findTubeStandard(j.standardId)?.name)).join('; '),
    wallM: spread(asks.map((a) => a.wallM)),
    odM: diameters.length ? spread(diameters) : null,
    fillerIds: fillers.map((f) => f.id),
    form: 'rod',
    applied: 'face-fed',
    fuel: 'acetylene',
    oxidant: 'oxygen',
    flame: 'neutral',
    purgeFlow: null,
    purgeGas: 'nitrogen',
    jointType: first.asks.jointType ?? 'socket',
    gapM: spread(fillers.flatMap((f) => [f.gapBandM.min, f.gapBandM.max])),
    overlapMinM: Math.min(...asks.map((a) => a.overlapM)),
    overlapMaxM: Math.max(...asks.map((a) => a.overlapM)),
    positions: distinct(asks.map((a) => a.position)),
    tempK: spread(fillers.flatMap((f) => [f.brazingK.min, f.brazingK.max])),
    timeS: null,
    cleaningBefore: '',
    cleaningAfter: '',
    technique: '',
    postHeat: 'none',
    inspection: '',
    medical,
  };
  return {
    fNumbers: distinct(asks.map((a) => a.fNumber)).sort(),
    fluxIds: distinct(asks.map((a) => a.fluxId)).sort(),
    variables,
    covers: like.length,
  };
}
