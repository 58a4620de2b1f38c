import { InputError, requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { degFToK } from '../units/units.js';
import { efficiencyBand, findFuel, type FuelId, type Tip, usualFlow } from './fuels.js';

/** A flame as the model of heat sees it. */
export interface Flame {
  /** Heat into cold work, W. */
  readonly powerW: number;
  /** Temperature at which no more heat goes over, K. */
  readonly flameK: number;
  /** Radius at which it has fallen to 1/e, m. */
  readonly radiusM: number;
}

/** What the flame is: the setting of fuel against oxygen. */
export const FLAME_KINDS = ['carburising', 'neutral', 'oxidising'] as const;
export type FlameKind = (typeof FLAME_KINDS)[number];
/** Against a neutral flame: heat and temperature. Source: practice. */
const KIND: Readonly<Record<FlameKind, { readonly heat: number; readonly cooler: number }>> = {
  carburising: { heat: 0.9, cooler: 0.93 },
  neutral: { heat: 1, cooler: 1 },
  oxidising: { heat: 0.97, cooler: 1 },
};
export const FLAME_KIND_SOURCE = practice('a feather cools the flame by about a tenth');

/** The largest heat a hand's torch is taken to give, W. */
export const MOST_POWER_W = 2e5;
export const FOOTPRINT_SOURCE = practice(
  'the flame’s footprint is taken as 10 mm for 1 kW, growing with the root of its heat, and by a third an inch further off',
);
/** Distance from the inner cone to the work at which the footprint holds, m; and the work is hottest. */
const NEAR_M = 0.006;

/** Radius of the flame's footprint, m. Source: FOOTPRINT_SOURCE. */
const footprint = (powerW: number, distanceM: number): number =>
  0.01 * Math.sqrt(powerW / 1000) * (1 + Math.max(0, distanceM - NEAR_M) / 0.075);

export interface FlameSetting {
  readonly tip: Tip;
  /** Fuel, m3/s at 1 atm; the tip's usual flow where left out. */
  readonly fuelM3s?: number;
  readonly kind?: FlameKind;
  /** From the inner cone's end to the work, m. */
  readonly distanceM?: number;
  /** Share of its heat that the work takes up; the middle of its kind where left out. */
  readonly efficiency?: number;
  /** Two alike on one joint. */
  readonly torches?: 1 | 2;
  /** How much wider than its footprint the flame is swept; 1 where it stays on the spot. */
  readonly swept?: number;
}

/** Middle of the range of a kind of torch. */
export const middleEfficiency = (tip: Tip): number => (efficiencyBand(tip).min + efficiencyBand(tip).max) / 2;

/** Temperature of the neutral flame of a fuel, K. @throws InputError where the fuel is not burnt so */
export function flameTemperature(fuelId: FuelId, withAir: boolean): number {
  const fuel = findFuel(fuelId);
  const tempK = withAir ? fuel?.flameK.air : fuel?.flameK.oxygen;
  if (!tempK)
    throw new InputError([
      { field: 'tip.fuelId', says: `${fuel?.name ?? fuelId} is not burnt ${withAir ? 'in air' : 'with oxygen'} here` },
    ]);
  return tempK;
}

/** The flame of a tip. @throws InputError naming the field that cannot be */
export function flameOf({
  tip,
  kind = 'neutral',
  distanceM = NEAR_M,
  torches = 1,
  swept = 1,
  ...given
}: FlameSetting): Flame {
  const fuelM3s = given.fuelM3s ?? usualFlow(tip);
  const efficiency = given.efficiency ?? middleEfficiency(tip);
  requireRange('fuelM3s', fuelM3s, tip.fuelM3s.min * 0.999, tip.fuelM3s.max * 1.001, 'm³/s: what this tip burns');
  requireRange('distanceM', distanceM, 0, 0.3, 'm');
  requireRange('efficiency', efficiency, 0.01, 0.9);
  requireRange('swept', swept, 1, 5);
  const flameK = flameTemperature(tip.fuelId, tip.burntWith !== 'oxygen');
  const heatJm3 = findFuel(tip.fuelId)?.heatJm3 ?? 0;
  const one = efficiency * fuelM3s * heatJm3 * KIND[kind].heat;
  // A flame held off gives some of its heat to the air.
  const near = NEAR_M / Math.max(NEAR_M, distanceM);
  const powerW = requireRange('powerW', one * torches * near ** 0.5, 1, MOST_POWER_W, 'W');
  return { powerW, flameK: flameK * KIND[kind].cooler, radiusM: swept * footprint(one, distanceM) };
}

/** A flame that is given by its heat alone, for induction or a heat that was measured. @throws InputError */
export const givenFlame = (powerW: number, flameK = degFToK(5850), radiusM = 0.012): Flame => ({
  powerW: requireRange('powerW', powerW, 1, MOST_POWER_W, 'W'),
  flameK: requireRange('flameK', flameK, 600, 4000, 'K'),
  radiusM: requireRange('radiusM', radiusM, 0.001, 0.2, 'm'),
});
