import { type Filler, holdsPhosphorus } from '../fillers/fillers.js';
import type { Flux } from '../fluxes/fluxes.js';
import type { HeatJoint } from '../heat/heat-joint.js';
import { feedSeconds } from '../heat/plan-heat.js';
import { usualTorch } from '../heat/rank-tips.js';
import type { JointPlan } from '../joint/plan.js';
import type { Position } from '../qualification/range.js';
import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { requireRange } from '../source/problem.js';
import { type BenchValues, benchValues } from './bench-values.js';

/** All that is so before the torch is lit: the joint as it is planned, and what was done or forgotten. SI. */
export interface BenchSetup {
  readonly joint: HeatJoint;
  /** Gap a side when hot, and the filler that fills gap and fillet, m and m3. */
  readonly gapSideM: number;
  readonly netM3: number;
  readonly filler: Filler;
  /** Section of the rod in the hand, m2. */
  readonly rodM2: number;
  /** What lies on the joint; null where none is needed, or it was forgotten. */
  readonly flux: Flux | null;
  /** The rod fluxes these metals by itself. */
  readonly fluxesItself: boolean;
  readonly position: Position;
  /** The tip it is planned with, and whether by two torches. */
  readonly tipId: string;
  readonly torches: 1 | 2;
  /** How far the tube lies off the middle: 0 centred, 1 touching; on a level pipe it lies low. */
  readonly offCentre: number;
  readonly cleaned: boolean;
  /** Water stands in the line. */
  readonly water: boolean;
  /** Heat-absorbing paste on the tube before the part. */
  readonly paste: boolean;
  /** Trickle that is planned, m3/s; 0 where the service asks for no nitrogen. */
  readonly nitrogenM3s: number;
  readonly rules: RuleSet;
  /** Values of the bench itself, the company's where it has its own. */
  readonly values: BenchValues;
}

/** Which forgettings a learner may choose beforehand. */
export interface Forgotten {
  readonly flux?: boolean;
  readonly cleaning?: boolean;
  readonly paste?: boolean;
  readonly water?: boolean;
  readonly offCentre?: number;
}

/** What of a plan the bench rests on; null where it cannot make the joint. */
function forBench({ heat, filler, bushMetal, selection: { chosen } }: JointPlan) {
  return heat && filler && chosen && !bushMetal ? { heat, filler, chosen } : null;
}

/** Whether a planned joint can be made at the bench: a tube in a socket without a bush, with a rod. */
export const isForBench = (plan: JointPlan): boolean => forBench(plan) !== null;

/**
 * The bench of a planned joint; null where no rod serves it, it has a bush, or it is no tube in a socket.
 * @throws InputError where it lies further off the middle than touching
 */
export function benchOf(
  plan: JointPlan,
  position: Position,
  forgotten: Forgotten = {},
  values = benchValues(),
): BenchSetup | null {
  const rests = forBench(plan);
  if (!rests) return null;
  const { heat, filler, chosen } = rests;
  const torch = usualTorch(heat);
  const isCopper = [heat.tube.metal, heat.socket.metal].every((m) => m.family === 'copper');
  return {
    joint: heat,
    gapSideM: Math.max(1e-5, chosen.gap.sideM),
    netM3: filler.netM3,
    filler: chosen.filler,
    rodM2: filler.form.areaM2,
    flux: forgotten.flux ? null : chosen.flux,
    fluxesItself: isCopper && holdsPhosphorus(chosen.filler),
    position,
    tipId: torch.tip.id,
    torches: torch.torches ?? 1,
    offCentre: requireRange('offCentre', forgotten.offCentre ?? 0, 0, 1),
    cleaned: !forgotten.cleaning,
    water: forgotten.water === true,
    paste: plan.partHeat?.protection === 'paste' && !forgotten.paste,
    nitrogenM3s: heat.purgeM3s,
    rules: plan.asks.rules ?? ASME_RULES,
    values,
  };
}

/** Temperature from which the filler runs, K: where its brazing range begins, or its liquidus where that is lower. */
export const flowsFromK = (filler: Filler): number => Math.min(filler.liquidusK, filler.brazingK.min);

/** What is fed over what stays, for stub ends and drops. */
export const FEEDS_MORE = 1.12;

/** How fast a good hand feeds the rod, m/s: all of it in the time that the joint is fed in. */
export const usualFeedMs = ({ netM3, rodM2, joint }: BenchSetup): number =>
  (FEEDS_MORE * netM3) / rodM2 / feedSeconds(joint.tube.odM);
