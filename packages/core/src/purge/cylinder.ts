import { risingRoot } from '../numeric/root.js';
import { requireRange } from '../source/problem.js';
import { practice, published } from '../source/source.js';
import { ATM, CUBIC_FOOT, PSI } from '../units/units.js';
import { GAS_CONSTANT, OXYGEN_IN_AIR, STANDARD_K } from './gas.js';

const R = GAS_CONSTANT;
export const REAL_GAS_SOURCE = published(
  'compressibility of nitrogen in Perry’s Handbook',
  'within 0.2 % of its values at 250 and 300 K to 200 bar; check a gas table',
);

/** Straight or curved through values at 250, 300 and 350 K, in 1/T. */
const throughInverse = (tempK: number, at250: number, at300: number, at350: number): number => {
  const [x, a, b, c] = [1 / tempK, 1 / 250, 1 / 300, 1 / 350];
  const first = (at300 - at250) / (b - a);
  const second = ((at350 - at300) / (c - b) - first) / (c - a);
  return at250 + first * (x - a) + second * (x - a) * (x - b);
};

/** Virial coefficients of nitrogen: m3/mol, m6/mol2, m9/mol3. */
const virial = (tempK: number): readonly [number, number, number] => [
  throughInverse(tempK, -16.5e-6, -4.9e-6, 2.9e-6),
  1.58e-9 - 1.6e-12 * (tempK - 250),
  2e-14 - 1e-16 * (tempK - 250),
];

/** Nitrogen is never this many times as dense as an ideal gas in the range below. */
const DENSEST = 2;

/** Molar density of nitrogen, mol/m3, at an absolute pressure (Pa) and temperature (K). */
export function molarDensity(absolutePa: number, tempK: number): number {
  requireRange('absolutePa', absolutePa, 0, 3e7, 'Pa');
  requireRange('tempK', tempK, 230, 340, 'K');
  const [b, c, d] = virial(tempK);
  const law = (n: number) => ({
    value: R * tempK * n * (1 + b * n + c * n * n + d * n ** 3) - absolutePa,
    slope: R * tempK * (1 + 2 * b * n + 3 * c * n * n + 4 * d * n ** 3),
  });
  return risingRoot(law, 0, (DENSEST * absolutePa) / (R * tempK));
}

/** Gas in a cylinder as m3 at 1 atm and 70 degF. @param waterM3 inside volume of the cylinder, m3 */
export const gasInCylinder = (waterM3: number, gaugePa: number, tempK: number): number =>
  (waterM3 * molarDensity(gaugePa + ATM, tempK)) / molarDensity(ATM, STANDARD_K);

/** A size of cylinder by what it nominally holds. */
export interface CylinderSize {
  readonly id: string;
  readonly nominalM3: number;
  /** Gauge pressure when full at 70 degF, Pa. */
  readonly fullPa: number;
  /** Inside volume, m3, from the nominal fill. */
  readonly waterM3: number;
}
export const CYLINDER_SOURCE = practice(
  'nominal sizes; inside volume from a fill to 2200 psi at 70 °F, 2640 psi for the largest (about 49 L)',
);
/** Nominal ft3 and full pressure, psi. */
const sizes: readonly (readonly [number, number])[] = [
  [20, 2200],
  [40, 2200],
  [60, 2200],
  [80, 2200],
  [125, 2200],
  [230, 2200],
  [300, 2640],
];
export const CYLINDERS: readonly CylinderSize[] = sizes.map(([ft3, psi]) => ({
  id: `${ft3} ft³`,
  nominalM3: ft3 * CUBIC_FOOT,
  fullPa: psi * PSI,
  waterM3: (ft3 * CUBIC_FOOT) / gasInCylinder(1, psi * PSI, STANDARD_K),
}));

/** Share of a cylinder that is kept in reserve. Source: practice. */
export const CYLINDER_RESERVE = 0.1;

export interface CylinderPlan {
  readonly count: number;
  /** Gas used before each swap, m3 at 1 atm, beside which it is done. */
  readonly swapsAfter: readonly { readonly stepIndex: number; readonly usedM3: number }[];
}

/**
 * When to swap cylinders so that none runs out in the middle of a step: a step that the rest would not carry is begun
 * on a fresh one.
 * @param stepsM3 gas each step uses, m3 at 1 atm
 * @param usableM3 gas in a full cylinder above its reserve
 * @throws InputError where one step alone needs more than a cylinder
 */
export function cylinderSwaps(stepsM3: readonly number[], usableM3: number): CylinderPlan {
  requireRange('usableM3', usableM3, 1e-6, 1e4, 'm³');
  const swapsAfter: { stepIndex: number; usedM3: number }[] = [];
  let used = 0;
  stepsM3.forEach((m3, i) => {
    requireRange(`steps.${i}`, m3, 0, usableM3, 'm³: one step must not need more than a cylinder; manifold several');
    if (used + m3 > usableM3 * (1 + 1e-12)) {
      swapsAfter.push({ stepIndex: i, usedM3: used });
      used = 0;
    }
    used += m3;
  });
  return { count: stepsM3.length ? swapsAfter.length + 1 : 0, swapsAfter };
}

/** Oxygen in a room at which to act: leave and ventilate. Volume fraction. Nobody faints here yet. */
export const LEAST_OXYGEN = 0.195;
/** People weaken near the first and faint from about the others. Source: safety bulletins, memory. */
export const OXYGEN_WEAKENS = 0.16;
export const OXYGEN_FAINTS = { from: 0.1, to: 0.12 } as const;
export const LEAST_OXYGEN_SOURCE = published('OSHA 1910.134 and safety bulletins');

/** What oxygen in a room means, in words. Source: LEAST_OXYGEN_SOURCE. */
export function roomWords(oxygen: number): string {
  if (oxygen >= LEAST_OXYGEN) return 'over the alarm level of 19.5 %';
  if (oxygen >= OXYGEN_WEAKENS) return 'under the alarm level of 19.5 %: leave and ventilate';
  return oxygen > OXYGEN_FAINTS.to
    ? 'people weaken and do not notice: nobody goes in without supplied air'
    : 'people faint without warning: nobody goes in without supplied air';
}

/**
 * Oxygen in a room while gas flows in, well mixed, with the surplus pushed out: dc/dt = (a c0 - (a + q) c) / V.
 * @param roomM3 room volume
 * @param releasedM3 gas let out over the time, m3
 * @param seconds time over which it comes; 0 for at once
 * @param airChangesPerHour fresh air
 * @returns volume fraction at the end of the release
 */
export function roomOxygen(roomM3: number, releasedM3: number, seconds: number, airChangesPerHour: number): number {
  requireRange('roomM3', roomM3, 0.1, 1e7, 'm³');
  requireRange('releasedM3', releasedM3, 0, 1e5, 'm³');
  requireRange('seconds', seconds, 0, 1e8, 's');
  requireRange('airChangesPerHour', airChangesPerHour, 0, 1000);
  if (seconds === 0) return OXYGEN_IN_AIR * Math.exp(-releasedM3 / roomM3);
  if (releasedM3 === 0) return OXYGEN_IN_AIR;
  const fresh = (airChangesPerHour * roomM3) / 3600;
  const gas = releasedM3 / seconds;
  const steady = (OXYGEN_IN_AIR * fresh) / (fresh + gas);
  return steady + (OXYGEN_IN_AIR - steady) * Math.exp((-(fresh + gas) * seconds) / roomM3);
}
