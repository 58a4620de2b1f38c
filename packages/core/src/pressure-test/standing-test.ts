import { InputError, type FieldProblem } from '../source/problem.js';
import { derived, practice } from '../source/source.js';
import { said } from '../units/say.js';
import { ATM, MICRON } from '../units/units.js';

export const STANDING_SOURCE = derived('P2 = P1 T2 / T1 on absolute pressures and temperatures');
export const DECAY_SOURCE = practice('a leak rises steadily, water and oil level off');

/** Pressure and temperature of the line as read at one time. Pressure gauge, Pa; temperature K. */
export interface LineReading {
  readonly gaugePa: number;
  readonly tempK: number;
  /** Barometer, Pa; the standard atmosphere where it was not read. */
  readonly barometerPa?: number;
}

/** How well it was read: half-width of the gauge's accuracy, Pa, and of the thermometer's, K. */
export interface Instruments {
  readonly gaugePa: number;
  readonly tempK: number;
}

export interface StandingVerdict {
  /** holds: nothing but temperature and gauge; lost or gained: more than they explain. */
  readonly verdict: 'holds' | 'lost' | 'gained';
  /** What the gauge should read at the end. */
  readonly expectedPa: number;
  /** Expected less read; above 0 where pressure was lost. */
  readonly lossPa: number;
  /** What gauge and thermometer may be off together at the end. */
  readonly doubtPa: number;
  readonly arithmetic: string;
}

const pressure = (pa: number): string => said(pa, 'gauge');
const temperature = (k: number): string => said(k, 'temperature');

function problemsOf(at: string, r: LineReading): FieldProblem[] {
  const out: FieldProblem[] = [];
  if (!(r.gaugePa > 0 && r.gaugePa < 2e8))
    out.push({ field: `${at}.gaugePa`, says: 'above 0 and under 29 000 psi (2000 bar)' });
  if (!(r.tempK > 200 && r.tempK < 400))
    out.push({ field: `${at}.tempK`, says: 'between -100 and 260 °F (-73 to 127 °C)' });
  const b = r.barometerPa ?? ATM;
  if (!(b > 5e4 && b < 1.1e5))
    out.push({ field: `${at}.barometerPa`, says: 'between 7.3 and 16 psi (0.5 to 1.1 bar)' });
  return out;
}

/**
 * Standing pressure test: what the gauge should read at the end by temperature alone, and whether what is missing is
 * more than gauge and thermometer explain.
 * @throws InputError naming the field
 */
export function standingTest(start: LineReading, end: LineReading, instruments: Instruments): StandingVerdict {
  const problems = [...problemsOf('start', start), ...problemsOf('end', end)];
  if (!(instruments.gaugePa > 0 && instruments.gaugePa < start.gaugePa))
    problems.push({ field: 'instruments.gaugePa', says: 'above 0 and under the test pressure' });
  if (!(instruments.tempK >= 0 && instruments.tempK <= 20))
    problems.push({ field: 'instruments.tempK', says: 'from 0 to 36 °F (20 K)' });
  if (problems.length) throw new InputError(problems);
  const [b1, b2] = [start.barometerPa ?? ATM, end.barometerPa ?? ATM];
  const absolute = start.gaugePa + b1;
  const ratio = end.tempK / start.tempK;
  const expectedPa = absolute * ratio - b2;
  const lossPa = expectedPa - end.gaugePa;
  const byTemp = absolute * ratio * instruments.tempK * Math.hypot(1 / start.tempK, 1 / end.tempK);
  const doubtPa = Math.hypot(instruments.gaugePa, instruments.gaugePa * ratio, byTemp);
  const verdict = lossPa > doubtPa ? 'lost' : lossPa < -doubtPa ? 'gained' : 'holds';
  return {
    verdict,
    expectedPa,
    lossPa,
    doubtPa,
    arithmetic: `${pressure(start.gaugePa)} at ${temperature(start.tempK)} should read ${pressure(expectedPa)} at ${temperature(end.tempK)}; read ${pressure(end.gaugePa)}; gauge and thermometer explain ${pressure(doubtPa)}`,
  };
}

/** One reading of a vacuum after the pump was shut off: seconds since, absolute Pa. */
export interface VacuumReading {
  readonly atS: number;
  readonly pa: number;
}

export interface DecayVerdict {
  /** tight: under the limit to the end; leak: rises steadily; wet: rises and levels off over the limit. */
  readonly verdict: 'tight' | 'leak' | 'wet';
  readonly endPa: number;
  /** Rise over the first and the last third of the time, Pa/s. */
  readonly earlyPaS: number;
  readonly latePaS: number;
  readonly arithmetic: string;
}

const microns = (pa: number): string => `${(pa / MICRON).toFixed(0)} µm Hg`;

/**
 * Evacuation decay: how a vacuum rises once the pump is shut off. A steady rise is a leak; one that levels off is
 * water or oil boiling out. Source: DECAY_SOURCE.
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
  const at = (s: number): number => {
    const i = Math.max(
      1,
      readings.findIndex((r) => r.atS >= s),
    );
    const [a, b] = [readings[i - 1] as VacuumReading, readings[i] as VacuumReading];
    return a.pa + ((b.pa - a.pa) * (s - a.atS)) / (b.atS - a.atS);
  };
  const third = long / 3;
  const earlyPaS = (at(first.atS + third) - first.pa) / third;
  const latePaS = (last.pa - at(last.atS - third)) / third;
  const steady = latePaS > 0 && latePaS >= 0.5 * earlyPaS;
  const verdict = last.pa <= limitPa ? 'tight' : steady ? 'leak' : 'wet';
  return {
    verdict,
    endPa: last.pa,
    earlyPaS,
    latePaS,
    arithmetic: `from ${microns(first.pa)} to ${microns(last.pa)} in ${(long / 60).toFixed(0)} min, limit ${microns(limitPa)}; rising ${((earlyPaS / MICRON) * 60).toFixed(0)} µm Hg a minute at first, ${((latePaS / MICRON) * 60).toFixed(0)} at the end`,
  };
}
