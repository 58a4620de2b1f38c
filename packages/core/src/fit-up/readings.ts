import { practice } from '../source/source.js';
import { said } from '../units/say.js';
import { INCH } from '../units/units.js';

/** What speaks against readings of a fit, before any rod is named. */
export interface ReadingProblem {
  readonly kind: 'does not go in' | 'far from nominal' | 'cannot tell';
  readonly says: string;
  readonly instead: string;
}

export const READING_SOURCE = practice(
  'smallest and largest reading are judged, not only the mean; a reading far from the part’s size is a typing error until confirmed',
);

/** A gap is read and stated to this much, m: within it of a band's edge it is inside the band. Source: practice. */
export const GAP_ROUNDING_M = 0.0002 * INCH;

/** How far a reading may lie from the part's nominal size before it is asked about, m. Source: practice. */
export const farFromM = (nominalM: number): number => 0.01 * INCH + 0.01 * nominalM;

export interface Readings {
  readonly tubeOdM: readonly [number, number];
  readonly socketIdM: readonly [number, number];
  /** The person has looked again: a reading far from nominal is meant. */
  readonly confirmed?: boolean | undefined;
}

/**
 * What speaks against a pair of readings on each part.
 * @param tubeNominalM, boreNominalM sizes the parts are made to; null where no table has the bore
 */
export function readingProblems(fit: Readings, tubeNominalM: number, boreNominalM: number | null): ReadingProblem[] {
  const out: ReadingProblem[] = [];
  const [largest, smallest] = [Math.max(...fit.tubeOdM), Math.min(...fit.socketIdM)];
  const d = (m: number): string => said(m, 'diameter');
  if (smallest - largest < -1e-9)
    out.push({
      kind: 'does not go in',
      says: `The tube reads ${d(largest)} at its largest, the socket ${d(smallest)} at its smallest: it does not go in.`,
      instead: 'size the tube end round, or take another fitting; never drive it in',
    });
  if (!fit.confirmed) {
    const far = (readings: readonly number[], nominal: number): number | undefined =>
      readings.find((r) => Math.abs(r - nominal) > farFromM(nominal));
    const tube = far(fit.tubeOdM, tubeNominalM);
    const bore = boreNominalM === null ? undefined : far(fit.socketIdM, boreNominalM);
    for (const [what, reading, nominal] of [
      ['Tube', tube, tubeNominalM],
      ['Socket', bore, boreNominalM ?? 0],
    ] as const)
      if (reading !== undefined)
        out.push({
          kind: 'far from nominal',
          says: `${what} reading ${d(reading)} is far from ${d(nominal)}, which this part is made to.`,
          instead: 'read it again; if it is so, confirm the reading',
        });
  }
  return out;
}

/** Trouble where the instrument cannot tell whether the gap lies in a band: its doubt is wider than half the band. */
export const cannotTell = (doubtM: number, band: { readonly min: number; readonly max: number }): boolean =>
  doubtM > (band.max - band.min) / 2;
