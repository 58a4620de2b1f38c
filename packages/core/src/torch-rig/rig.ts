import type { Band } from '../fillers/fillers.js';
import { type BurntWith, type FuelId, fuelName } from '../heat/fuels.js';
import type { DrawUse } from '../heat/torch-gas.js';
import {
  type ArrestorsAsked,
  type Guard,
  type GuardPlace,
  type HoseGrade,
  LIQUID_FUELS,
  type MarkCountry,
  type RegulatorGas,
} from './parts.js';

export interface Hose {
  readonly grade: HoseGrade;
  /** Year it was made, as it stands on it; null where it cannot be read. */
  readonly madeIn: number | null;
}

/** A cylinder as it stands on the cart. */
export interface RigCylinder {
  /** Gas when full, m3 at 1 atm. */
  readonly holdsM3: number;
  /** Gauge when full, Pa. */
  readonly fullPa: number;
  /** Gauge now, Pa; null where nobody read it. */
  readonly gaugePa: number | null;
  /** Share left by weight, where it was weighed: it goes before the gauge. */
  readonly weighedShare: number | null;
}

/** A tip that the company owns, from its maker's chart. */
export interface RigTip {
  readonly name: string;
  /** Fuel, m3/s at 1 atm. */
  readonly fuelM3s: Band;
}

/** A torch with all that feeds it. What belongs to oxygen is null on a torch that burns in air. */
export interface TorchRig {
  readonly name: string;
  readonly fuelId: FuelId;
  readonly burntWith: BurntWith;
  readonly fuelRegulator: RegulatorGas;
  readonly oxygenRegulator: RegulatorGas | null;
  readonly fuelHose: Hose;
  readonly oxygenHose: Hose | null;
  readonly guards: Readonly<Record<GuardPlace, Guard>>;
  readonly arrestorsAsked: ArrestorsAsked;
  /** Copper in the fittings that the fuel touches, percent by weight; null where nobody knows. */
  readonly fittingsCopper: number | null;
  /** Pressures it is set to while gas flows, gauge, Pa. */
  readonly fuelPa: number;
  readonly oxygenPa: number | null;
  readonly fuelCylinder: RigCylinder;
  readonly oxygenCylinder: RigCylinder | null;
  readonly tips: readonly RigTip[];
  readonly use: DrawUse;
  readonly country: MarkCountry;
}

export const usesOxygen = (rig: Pick<TorchRig, 'burntWith'>): boolean => rig.burntWith === 'oxygen';

/** "Acetylene with oxygen", "Propane in air, swirl tip". */
export function rigWords(rig: Pick<TorchRig, 'fuelId' | 'burntWith'>): string {
  const fuel = fuelName(rig.fuelId);
  if (rig.burntWith === 'oxygen') return `${fuel} with oxygen`;
  return `${fuel} in air, ${rig.burntWith === 'air-swirl' ? 'swirl tip' : 'plain hand torch'}`;
}

/** How what is left in a cylinder is known. */
export type LeftBy = 'weight' | 'gauge' | 'taken as full';

/** What is left in a cylinder, m3 at 1 atm: by weight, else by its gauge where that tells it, else it is taken as full. */
export function leftIn(cylinder: RigCylinder, gas: string): { readonly m3: number; readonly by: LeftBy } {
  const { holdsM3, fullPa, gaugePa, weighedShare } = cylinder;
  if (weighedShare !== null) return { m3: holdsM3 * weighedShare, by: 'weight' };
  if (gaugePa === null || LIQUID_FUELS.includes(gas)) return { m3: holdsM3, by: 'taken as full' };
  return { m3: holdsM3 * Math.min(1, gaugePa / fullPa), by: 'gauge' };
}
