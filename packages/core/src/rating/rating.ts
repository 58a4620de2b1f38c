import type { Metal } from '../metals/metals.js';
import { requireRange } from '../source/problem.js';
import { practice, published, type Source } from '../source/source.js';
import type { Temper, Tube } from '../tube/tube.js';
import { said } from '../units/say.js';
import { degFToK, PSI } from '../units/units.js';

const cda = published('CDA Copper Tube Handbook');
export const RATING_SOURCE = cda;

/** Allowable stress of copper tube: [degF, annealed psi]. */
export const ANNEALED_STRESS: readonly (readonly [number, number])[] = [
  [100, 6000],
  [150, 5100],
  [200, 4900],
  [250, 4800],
  [300, 4700],
  [350, 4000],
  [400, 3000],
];
const drawnAt100 = 10300;

/**
 * Allowable stress of annealed copper at a temperature, Pa, straight between table points; flat under 100 degF.
 * @throws InputError above 400 degF, where the table ends
 */
export function annealedCopperStressPa(tempK: number): number {
  requireRange('serviceMaxK', tempK, 1, degFToK(400) + 1e-9, 'K (400 °F)');
  const points = ANNEALED_STRESS.map(([f, psi]) => [degFToK(f), psi * PSI] as const);
  const first = points[0];
  if (!first || tempK <= first[0]) return 6000 * PSI;
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1];
    const b = points[i];
    if (a && b && tempK <= b[0]) return a[1] + ((b[1] - a[1]) * (tempK - a[0])) / (b[0] - a[0]);
  }
  return 3000 * PSI;
}

/** Thin-wall rating P = 2 S t / (D - 0.8 t), Pa, with the least wall t and largest OD D, m. */
export const pressureRating = (stressPa: number, leastWallM: number, largestOdM: number): number =>
  (2 * stressPa * leastWallM) / (largestOdM - 0.8 * leastWallM);

export interface RatingResult {
  /** Rating after brazing has annealed the tube, Pa; null where no table covers it. */
  readonly annealedPa: number | null;
  /** Rating as drawn, for comparison only, Pa. */
  readonly drawnPa: number | null;
  readonly leastWallM: number;
  readonly verdict: 'holds' | 'under test pressure' | 'under design pressure' | 'no table';
  readonly says: string;
  readonly source: Source;
}

const rate = (tube: Tube, stressPa: number, temper: Temper): number => {
  const od = tube.odM + (temper === 'annealed' ? tube.annealedOdToleranceM : tube.odToleranceM);
  return pressureRating(stressPa, tube.wallM - tube.wallToleranceM, od);
};

/** Annealed rating of copper tube against the line's design and test pressure (gauge, Pa). */
export function ratingAfterBrazing(
  tube: Tube,
  metal: Metal,
  serviceMaxK: number,
  designPa: number,
  testPa: number,
): RatingResult {
  const leastWallM = tube.wallM - tube.wallToleranceM;
  if (metal.family !== 'copper' || serviceMaxK > degFToK(400) + 1e-9) {
    const says =
      metal.family === 'copper'
        ? `the stress table ends at ${said(degFToK(400), 'temperature')}`
        : 'only copper tube is tabulated; take the rating from the pipe code';
    return { annealedPa: null, drawnPa: null, leastWallM, verdict: 'no table', says, source: practice() };
  }
  const annealedPa = rate(tube, annealedCopperStressPa(serviceMaxK), 'annealed');
  const drawnPa =
    tube.temper === 'drawn' && serviceMaxK <= degFToK(100) + 1e-9 ? rate(tube, drawnAt100 * PSI, 'drawn') : null;
  const verdict =
    annealedPa < designPa ? 'under design pressure' : annealedPa < testPa ? 'under test pressure' : 'holds';
  const says = {
    holds: 'holds design and test pressure, annealed',
    'under test pressure': 'holds the design pressure but the test pressure is above the annealed rating',
    'under design pressure': 'brazing anneals the tube: take heavier wall for this pressure',
  }[verdict];
  return { annealedPa, drawnPa, leastWallM, verdict, says, source: cda };
}
