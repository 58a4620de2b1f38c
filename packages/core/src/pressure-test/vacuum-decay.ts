import { addTo, emptyRows, factor } from '../numeric/sparse.js';
import { InputError } from '../source/problem.js';
import { practice } from '../source/source.js';
import { formatDuration, MICRON } from '../units/units.js';
import { LEAST_DECAY_S } from './required.js';

export const DECAY_SOURCE = practice(
  'a leak rises steadily, water and oil level off, and both together level off onto a slope',
);

/** One reading of a vacuum after the pump was shut off: seconds since, absolute Pa. */
export interface VacuumReading {
  readonly atS: number;
  readonly pa: number;
}

export type DecayAnswer = 'tight' | 'leak' | 'wet' | 'leak and wet' | 'cannot tell';

export interface DecayVerdict {
  readonly verdict: DecayAnswer;
  readonly endPa: number;
  /** The steady part of the rise, Pa/s. */
  readonly steadyPaS: number;
  /** The part that levels off, and how soon: Pa and s; 0 where nothing does. */
  readonly levellingPa: number;
  readonly levelsInS: number;
  readonly arithmetic: string;
  readonly wouldTell: readonly string[];
}

/** A steady rise that is a leak whatever the test's length, Pa/s. Source: practice. */
export const LEAK_PA_S = (20 * MICRON) / 60;
/** A vacuum gauge's noise: so much, and a share of the reading. Source: practice. */
const NOISE_PA = 3 * MICRON;
const NOISE_SHARE = 0.01;
const noiseOf = (pa: number): number => Math.hypot(NOISE_PA, NOISE_SHARE * pa);
/** A rise under so many times the gauge's noise tells nothing. Source: practice. */
const TELLS = 3;
/** Water that is worth saying beside a leak, Pa. Source: practice. */
const WET_PA = 100 * MICRON;
/** Share of a rise that makes it a leak or wet, once the limit is passed. Source: practice. */
const MUCH = 0.25;

const microns = (pa: number): string => `${(pa / MICRON).toFixed(0)} µm Hg`;

interface Fit {
  readonly steady: number;
  readonly levelling: number;
  readonly tau: number;
  /** Sum of squared misses over the gauge's noise. */
  readonly misses: number;
}

/**
 * Least squares, each reading weighed by the gauge's noise at it, of p0 + r t, and of p0 + r t + w (1 - exp(-t / tau))
 * where tau is given. Neither part falls: one that would is left out.
 */
function fitted(readings: readonly VacuumReading[], tau: number | null): Fit {
  const parts: ((atS: number) => number)[] = [() => 1, (atS) => atS];
  if (tau !== null) parts.push((atS) => 1 - Math.exp(-atS / tau));
  const points = readings.map(({ atS, pa }) => ({
    row: parts.map((part) => part(atS)),
    pa,
    weight: 1 / noiseOf(pa) ** 2,
  }));
  const best = (keep: readonly number[]): number[] => {
    const normal = emptyRows(keep.length);
    const right = new Float64Array(keep.length);
    for (const { row, pa, weight } of points)
      keep.forEach((i, at) => {
        const by = weight * (row[i] as number);
        keep.forEach((j, across) => addTo(normal, at, across, by * (row[j] as number)));
        right[at] = (right[at] as number) + by * pa;
      });
    const x = factor(normal, [...keep.keys()]).solve(right);
    return parts.map((_, i) => x[keep.indexOf(i)] ?? 0);
  };
  const all = [...parts.keys()];
  const free = best(all);
  const rising = all.filter((i) => i === 0 || (free[i] as number) > 0);
  const x = rising.length === all.length ? free : best(rising);
  const missOf = ({ row, pa, weight }: (typeof points)[number]): number =>
    weight * (row.reduce((sum, f, i) => sum + f * (x[i] as number), 0) - pa) ** 2;
  return {
    steady: x[1] as number,
    levelling: x[2] ?? 0,
    tau: tau ?? 0,
    misses: points.reduce((sum, p) => sum + missOf(p), 0),
  };
}

/** Ways a rise may level off that are tried, as shares of the time. */
const TAUS = [0.05, 0.08, 0.12, 0.18, 0.25, 0.35, 0.5];

/** A straight line where it does as well as the noise of the gauge allows, else with what levels off. */
function shapeOf(readings: readonly VacuumReading[]): Fit {
  const straight = fitted(readings, null);
  const long = (readings.at(-1) as VacuumReading).atS;
  const bent = TAUS.map((share) => fitted(readings, share * long)).reduce((a, b) => (b.misses < a.misses ? b : a));
  // Two numbers more (what levels off, how soon) must earn their keep.
  return straight.misses - bent.misses > 12 ? bent : straight;
}

/**
 * Evacuation decay: how a vacuum rises once the pump is shut off. A steady rise is a leak, at 20 µm a minute whatever the
 * limit and the time; one that levels off is water or oil boiling out; one that levels off onto a slope is both.
 * @param limitPa what it must stay under to the end
 * @throws InputError when there are fewer than four readings, or they do not follow one another
 */
export function evacuationDecay(readings: readonly VacuumReading[], limitPa: number): DecayVerdict {
  if (readings.length < 4) throw new InputError([{ field: 'readings', says: 'at least four readings' }]);
  readings.forEach((r, i) => {
    const before = readings[i - 1];
    if (!(r.pa > 0 && r.pa < 2e5))
      throw new InputError([{ field: `readings.${i}.pa`, says: 'above 0 and under 29 psi' }]);
    if (before && !(r.atS > before.atS))
      throw new InputError([{ field: `readings.${i}.atS`, says: 'later than the reading before' }]);
  });
  if (!(limitPa > 0)) throw new InputError([{ field: 'limitPa', says: 'above 0' }]);
  const [first, last] = [readings[0] as VacuumReading, readings.at(-1) as VacuumReading];
  const long = last.atS - first.atS;
  const shape = shapeOf(readings.map((r) => ({ ...r, atS: r.atS - first.atS })));
  const rise = Math.max(1e-9, last.pa - first.pa);
  const over = last.pa > limitPa;
  const steadily = shape.steady * long;
  const leaks = shape.steady >= LEAK_PA_S || (over && steadily >= MUCH * rise && steadily >= TELLS * noiseOf(last.pa));
  const wet = shape.levelling >= WET_PA && (over || leaks) && shape.levelling >= MUCH * rise;
  const short = long < LEAST_DECAY_S;
  const verdict: DecayAnswer = leaks
    ? wet
      ? 'leak and wet'
      : 'leak'
    : over
      ? wet
        ? 'wet'
        : 'cannot tell'
      : short
        ? 'cannot tell'
        : 'tight';
  const wouldTell: string[] = [];
  if (verdict === 'cannot tell') {
    if (short) wouldTell.push(`longer: at least ${formatDuration(LEAST_DECAY_S)}, this was ${formatDuration(long)}`);
    if (over) wouldTell.push('more readings, closer together, until it rises steadily or levels off');
  }
  return {
    verdict,
    endPa: last.pa,
    steadyPaS: shape.steady,
    levellingPa: shape.levelling,
    levelsInS: shape.levelling > 0 ? shape.tau : 0,
    arithmetic: `from ${microns(first.pa)} to ${microns(last.pa)} in ${(long / 60).toFixed(0)} min, limit ${microns(limitPa)}; rises steadily by ${((shape.steady / MICRON) * 60).toFixed(0)} µm Hg a minute${shape.levelling > 0 ? `, and ${microns(shape.levelling)} of it levels off` : ''}`,
    wouldTell,
  };
}
