import erf from '@stdlib/math-base-special-erf';
import type { HotGap } from './gap.js';
import { GAP_ROUNDING_M } from './readings.js';

export type GapVerdict = 'seizes' | 'tight' | 'in band' | 'bridgeable' | 'too wide';

/** What to do about each verdict. Source: practice. */
export const GAP_ADVICE: Readonly<Record<GapVerdict, string>> = {
  seizes:
    'the gap shuts before the filler flows: ream the socket, choose another fitting, or braze with the other part outside',
  tight: 'tighter at heat than this rod wants: ream or re-size, or take a rod that likes a tighter gap',
  'in band': 'fits this rod at heat',
  bridgeable: 'wider than the band: only a sluggish rod bridges it; re-size if you can',
  'too wide': 'wider than this rod bridges: re-size, re-swage or take another fitting',
};

/** How a gap lies to a band; within rounding (0.0002 in) of an edge it is inside. */
export function gapVerdict(gapM: number, band: { min: number; max: number }, bridgesToM: number): GapVerdict {
  const rounding = GAP_ROUNDING_M + 1e-9;
  if (gapM <= 0) return 'seizes';
  if (gapM < band.min - rounding) return 'tight';
  if (gapM <= band.max + rounding) return 'in band';
  return gapM <= bridgesToM + rounding ? 'bridgeable' : 'too wide';
}

/** Verdicts from the best to the worst. */
const WORSE_LAST: readonly GapVerdict[] = ['in band', 'tight', 'bridgeable', 'too wide', 'seizes'];
export const worstOf = (verdicts: readonly GapVerdict[]): GapVerdict =>
  verdicts.reduce((worst, v) => (WORSE_LAST.indexOf(v) > WORSE_LAST.indexOf(worst) ? v : worst), 'in band');

/** The worst verdict of a gap that was read: at its mean, its smallest and its largest; elsewhere at its mean. */
export function fitVerdict(
  gap: Pick<HotGap, 'sideM' | 'minM' | 'maxM'>,
  read: boolean,
  band: { min: number; max: number },
  bridgesToM: number,
): GapVerdict {
  const at = (m: number): GapVerdict => gapVerdict(m, band, bridgesToM);
  return worstOf(read ? [at(gap.sideM), at(gap.minM), at(gap.maxM)] : [at(gap.sideM)]);
}

const normalCdf = (z: number): number => 0.5 * (1 + erf(z / Math.SQRT2));

/** Probability that a gap with mean and standard deviation lies in the band, rounding included; a step where sd is 0. */
export function probabilityInBand(gapM: number, sdM: number, band: { min: number; max: number }): number {
  const [low, high] = [band.min - GAP_ROUNDING_M, band.max + GAP_ROUNDING_M];
  if (sdM <= 0) return gapM >= low && gapM <= high ? 1 : 0;
  return normalCdf((high - gapM) / sdM) - normalCdf((low - gapM) / sdM);
}
