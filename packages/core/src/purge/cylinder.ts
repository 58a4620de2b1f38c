import { requireRange } from '../source/problem.js';
import { practice, published } from '../source/source.js';
import { CUBIC_FOOT, degFToK, PSI } from '../units/units.js';
import { OXYGEN_IN_AIR } from './single-line.js';

const R = 8.31446;
export const REAL_GAS_SOURCE = published(
  'virial coefficients of nitrogen, order of magnitude',
  'within 1 % of published densities between 250 and 330 K to 200 bar; check a gas table',
);

/** Second virial coefficient of nitrogen, m3/mol, near room temperature: straight in 1/T. */
const secondVirial = (tempK: number): number => (40 - 13300 / tempK) * 1e-6;
/** Third virial coefficient of nitrogen, m6/mol2. */
const THIRD_VIRIAL = 1.45e-9;

/** Molar density of nitrogen, mol/m3, at an absolute pressure (Pa) and temperature (K). */
export function molarDensity(absolutePa: number, tempK: number): number {
  requireRange('absolutePa', absolutePa, 0, 3e7, 'Pa');
  requireRange('tempK', tempK, 230, 340, 'K');
  const b = secondVirial(tempK);
  let n = absolutePa / (R * tempK);
  for (let i = 0; i < 60; i++) {
    const f = R * tempK * n * (1 + b * n + THIRD_VIRIAL * n * n) - absolutePa;
    const slope = R * tempK * (1 + 2 * b * n + 3 * THIRD_VIRIAL * n * n);
    const step = f / slope;
    n -= step;
    if (Math.abs(step) <= 1e-12 * Math.max(1, n)) break;
  }
  return n;
}

const ATM_PA = 101325;
const STANDARD_K = degFToK(70);

/** Gas in a cylinder as m3 at 1 atm and 70 degF. @param waterM3 inside volume of the cylinder, m3 */
export const gasInCylinder = (waterM3: number, gaugePa: number, tempK: number): number =>
  (waterM3 * molarDensity(gaugePa + ATM_PA, tempK)) / molarDensity(ATM_PA, STANDARD_K);

/** A size of cylinder by what it nominally holds. */
export interface CylinderSize {
  readonly id: string;
  readonly nominalM3: number;
  /** Inside volume, m3, from the nominal fill at 2200 psi and 70 degF. */
  readonly waterM3: number;
}
const FULL_PA = 2200 * PSI;
export const CYLINDER_SOURCE = practice('nominal sizes; inside volume from a fill to 2200 psi at 70 °F');
export const CYLINDERS: readonly CylinderSize[] = [20, 40, 60, 80, 125, 230, 300].map((ft3) => ({
  id: `${ft3} ft³`,
  nominalM3: ft3 * CUBIC_FOOT,
  waterM3: (ft3 * CUBIC_FOOT) / gasInCylinder(1, FULL_PA, STANDARD_K),
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
    if (used + m3 > usableM3 + 1e-12) {
      swapsAfter.push({ stepIndex: i, usedM3: used });
      used = 0;
    }
    used += m3;
  });
  return { count: stepsM3.length ? swapsAfter.length + 1 : 0, swapsAfter };
}

/** Least oxygen in air that people may breathe without supplied air, volume fraction. */
export const LEAST_OXYGEN = 0.195;
export const LEAST_OXYGEN_SOURCE = published('OSHA 1910.134');

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
  const fresh = (airChangesPerHour * roomM3) / 3600;
  const gas = releasedM3 / seconds;
  if (fresh + gas === 0) return OXYGEN_IN_AIR;
  const steady = (OXYGEN_IN_AIR * fresh) / (fresh + gas);
  return steady + (OXYGEN_IN_AIR - steady) * Math.exp((-(fresh + gas) * seconds) / roomM3);
}
