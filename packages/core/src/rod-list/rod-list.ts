import { findFiller, percent, type Filler } from '../fillers/fillers.js';
import { fillerUse, FLAT_STICK } from '../filler-use/filler-use.js';
import type { Flux } from '../fluxes/fluxes.js';
import type { JointPlan } from '../joint/plan.js';
import { requireRange } from '../source/problem.js';

/** A planned joint and whether it is already brazed, so that what is used comes off the list. */
export interface RodListJoint {
  readonly plan: JointPlan;
  readonly brazed: boolean;
}

/** What rod costs: its silver by weight at today's price, and everything else. Money a kg, any currency. */
export interface RodPrices {
  readonly silverPerKg: number;
  readonly basePerKg: number;
}

export interface RodRow {
  readonly filler: Filler;
  readonly joints: number;
  /** For all joints with loss, kg and m of flat stick. */
  readonly massKg: number;
  readonly flatStickM: number;
  /** For the joints still to braze, with spare. */
  readonly leftJoints: number;
  readonly leftKg: number;
  /** Whole flat sticks to have at hand for what is left, with spare. */
  readonly sticks: number;
  readonly cost: number;
}

export interface RodList {
  readonly rods: readonly RodRow[];
  readonly fluxes: readonly { readonly flux: Flux; readonly joints: number; readonly leftJoints: number }[];
  readonly withoutRod: number;
  readonly cost: number;
}

/** Money for a mass of a filler. */
export const rodCost = (filler: Filler, massKg: number, prices: RodPrices): number =>
  massKg * (prices.basePerKg + (percent(filler, 'Ag') / 100) * prices.silverPerKg);

/**
 * Rod and flux for a set of joints.
 * @param spare share added to what is left, e.g. 0.1
 * @throws InputError when spare or a price is out of range
 */
export function rodList(joints: readonly RodListJoint[], prices: RodPrices, spare: number): RodList {
  requireRange('spare', spare, 0, 5);
  requireRange('silverPerKg', prices.silverPerKg, 0, 1e7);
  requireRange('basePerKg', prices.basePerKg, 0, 1e7);
  const byFiller = new Map<
    string,
    {
      filler: Filler;
      joints: number;
      massKg: number;
      flatStickM: number;
      leftJoints: number;
      leftKg: number;
      leftStickM: number;
    }
  >();
  const byFlux = new Map<string, { flux: Flux; joints: number; leftJoints: number }>();
  let withoutRod = 0;
  for (const { plan, brazed } of joints) {
    const chosen = plan.selection.chosen;
    if (!chosen || !plan.filler) {
      withoutRod += 1;
      continue;
    }
    const row = byFiller.get(chosen.filler.id) ?? {
      filler: chosen.filler,
      joints: 0,
      massKg: 0,
      flatStickM: 0,
      leftJoints: 0,
      leftKg: 0,
      leftStickM: 0,
    };
    row.joints += 1;
    row.massKg += plan.filler.massKg;
    row.flatStickM += plan.filler.flatStickM;
    if (!brazed) {
      row.leftJoints += 1;
      row.leftKg += plan.filler.massKg * (1 + spare);
      row.leftStickM += plan.filler.flatStickM * (1 + spare);
    }
    byFiller.set(chosen.filler.id, row);
    if (chosen.flux) {
      const flux = byFlux.get(chosen.flux.id) ?? { flux: chosen.flux, joints: 0, leftJoints: 0 };
      flux.joints += 1;
      if (!brazed) flux.leftJoints += 1;
      byFlux.set(chosen.flux.id, flux);
    }
  }
  const rods = [...byFiller.values()]
    .map(({ leftStickM, ...row }): RodRow => ({
      ...row,
      sticks: Math.max(0, Math.ceil(leftStickM / FLAT_STICK.lengthM - 1e-9)),
      cost: rodCost(row.filler, row.leftKg, prices),
    }))
    .sort((a, b) => b.joints - a.joints || a.filler.id.localeCompare(b.filler.id));
  return {
    rods,
    fluxes: [...byFlux.values()].sort((a, b) => b.joints - a.joints),
    withoutRod,
    cost: rods.reduce((sum, r) => sum + r.cost, 0),
  };
}

export interface Alternative {
  readonly filler: Filler;
  /** Joints still to braze, of those a phosphorus rod serves now, that this class may serve. */
  readonly joints: number;
  /** Of these, joints whose gap at heat is inside this class's band. */
  readonly inBand: number;
  readonly cost: number;
  /** What the chosen rods cost on the same joints. */
  readonly costNow: number;
}

/** What one class would cost on the joints left that a phosphorus rod serves now, beside what they cost as planned. */
export function alternative(
  joints: readonly RodListJoint[],
  fillerId: string,
  prices: RodPrices,
  spare: number,
): Alternative | null {
  const filler = findFiller(fillerId);
  if (!filler) return null;
  const sum = { joints: 0, inBand: 0, cost: 0, costNow: 0 };
  for (const { plan, brazed } of joints) {
    const chosen = plan.selection.chosen;
    if (brazed || chosen?.filler.group !== 'BCuP' || !plan.filler) continue;
    const judged = plan.selection.judgements.find((j) => j.filler.id === fillerId);
    if (!judged || judged.verdict === 'refused') continue;
    const use = fillerUse(filler, judged.gap, plan.overlap.overlapM, plan.tube.wallM);
    sum.joints += 1;
    sum.inBand += judged.gapVerdict === 'in band' ? 1 : 0;
    sum.cost += rodCost(filler, use.massKg * (1 + spare), prices);
    sum.costNow += rodCost(chosen.filler, plan.filler.massKg * (1 + spare), prices);
  }
  return { filler, ...sum };
}
