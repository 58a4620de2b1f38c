import { inASentence, type Metal } from '../metals/metals.js';
import { practice, published, type Source } from '../source/source.js';
import type { Temper, Tube } from '../tube/tube.js';
import { said } from '../units/say.js';
import { degFToK, PSI } from '../units/units.js';
import { DRAWN_STRESS_100, stressAt, type TubeStress, tubeStressOf } from './stress.js';

/** Thin-wall rating of copper tube P = 2 S t / (D - 0.8 t), Pa, with the least wall t and largest OD D, m. */
export const pressureRating = (stressPa: number, leastWallM: number, largestOdM: number): number =>
  (2 * stressPa * leastWallM) / (largestOdM - 0.8 * leastWallM);

/** Y of the pipe formula for ductile metals at these temperatures. Source: ASME B31.5 and B31.9, memory. */
export const PIPE_Y = 0.4;

/** Pipe P = 2 S E t / (D - 2 Y t), Pa. Source: ASME B31.5 and B31.9, memory. */
export const pipeRating = (stressPa: number, seam: number, leastWallM: number, largestOdM: number): number =>
  (2 * stressPa * seam * leastWallM) / (largestOdM - 2 * PIPE_Y * leastWallM);

export interface RatingResult {
  /** Rating after brazing, Pa; copper is counted annealed. Null where no table covers it. */
  readonly ratedPa: number | null;
  /** Rating as drawn, for comparison only, Pa. */
  readonly drawnPa: number | null;
  readonly leastWallM: number;
  readonly verdict: 'holds' | 'under test pressure' | 'under design pressure' | 'no table';
  readonly says: string;
  readonly source: Source;
}

const largestOd = (tube: Tube, temper: Temper): number =>
  tube.odM + (temper === 'annealed' ? tube.annealedOdToleranceM : tube.odToleranceM);

/** Whose rating it is: the stress has one source, the size another; neither signs for the other. */
function sourceOf(tube: Tube, stress: TubeStress): Source {
  const name =
    stress.rule === 'copper tube'
      ? `stress and formula of the ${stress.source.name}; size from ${tube.source.name}`
      : `P = 2 S E t / (D - 2 Y t) of ASME B31.5 and B31.9; stress from ${stress.source.name}; size from ${tube.source.name}`;
  return published(name, tube.source.note ?? stress.source.note);
}

const OTHERWISE = practice('no allowable stress on file');

/**
 * Rating of a tube after brazing against the line's design and test pressure (gauge, Pa): copper as annealed by the
 * flame, steel and stainless by the rule for pipe. A metal without a table, or a temperature past its end, is marked.
 */
export function ratingAfterBrazing(
  tube: Tube,
  metal: Metal,
  serviceMaxK: number,
  designPa: number,
  testPa: number,
): RatingResult {
  const leastWallM = tube.wallM - tube.wallToleranceM;
  const stress = tubeStressOf(metal);
  const bears = stress ? stressAt(stress.table, serviceMaxK) : null;
  if (!stress || bears === null) {
    const end = stress?.table.at(-1)?.[0] ?? 0;
    const says = stress
      ? `the stress table of ${inASentence(metal)} ends at ${said(degFToK(end), 'temperature')}`
      : `no allowable stress on file for ${inASentence(metal)}: take the rating from the piping code or the tube’s maker`;
    return {
      ratedPa: null,
      drawnPa: null,
      leastWallM,
      verdict: 'no table',
      says,
      source: stress ? sourceOf(tube, stress) : OTHERWISE,
    };
  }
  const copper = stress.rule === 'copper tube';
  const ratedPa = copper
    ? pressureRating(bears, leastWallM, largestOd(tube, 'annealed'))
    : pipeRating(bears, stress.seam, leastWallM, largestOd(tube, 'annealed'));
  const drawnPa =
    copper && tube.temper === 'drawn' && serviceMaxK <= degFToK(100) + 1e-9
      ? pressureRating(DRAWN_STRESS_100 * PSI, leastWallM, largestOd(tube, 'drawn'))
      : null;
  const verdict = ratedPa < designPa ? 'under design pressure' : ratedPa < testPa ? 'under test pressure' : 'holds';
  const as = copper ? ', annealed' : '';
  const says = {
    holds: `holds design and test pressure${as}`,
    'under test pressure': `holds the design pressure but the test pressure is above the ${copper ? 'annealed ' : ''}rating`,
    'under design pressure': copper
      ? 'brazing anneals the tube: take heavier wall for this pressure'
      : 'take heavier wall for this pressure',
  }[verdict];
  return {
    ratedPa,
    drawnPa,
    leastWallM,
    verdict,
    says: stress.note ? `${says}; ${stress.note}` : says,
    source: sourceOf(tube, stress),
  };
}
