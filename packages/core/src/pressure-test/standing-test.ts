import { type FieldProblem, InputError } from '../source/problem.js';
import { derived, practice } from '../source/source.js';
import { COVERAGE, sdOfBound } from '../uncertainty/uncertainty.js';
import { said } from '../units/say.js';
import { ATM, formatDuration, PSI } from '../units/units.js';

export const STANDING_SOURCE = derived('P2 = P1 T2 / T1 on absolute pressures and temperatures');
export const VERDICT_SOURCE = practice(
  'a verdict wants 1.3 times the doubt (2.6 standard deviations), so that fewer than one in a hundred is wrong',
);

/** Pressure and temperature of the line as read at one time. Pressure gauge, Pa; temperature K. */
export interface LineReading {
  readonly gaugePa: number;
  readonly tempK: number;
  /** Barometer, Pa; the standard atmosphere where it was not read. */
  readonly barometerPa?: number;
}

/** How well it was read. Each is a bound: off by so much either way, and no more. */
export interface Instruments {
  /** Accuracy of the gauge, Pa. */
  readonly gaugePa: number;
  /** The thermometer, K. */
  readonly tempK: number;
  /** One gauge read before and after: its bias cancels. Two gauges: both accuracies count. One where not said. */
  readonly oneGauge?: boolean | undefined;
  /** How well the gauge comes back to the same reading, Pa; a quarter of its accuracy where not said. */
  readonly repeatPa?: number | undefined;
  /** What it can be read to, Pa; half its accuracy where not said. */
  readonly readToPa?: number | undefined;
}

/** Repeatability and reading of a gauge that nobody stated, as shares of its accuracy. Source: practice. */
const REPEATS = 0.25;
const READ_TO = 0.5;
/** Standard deviations that a verdict wants. Source: VERDICT_SOURCE. */
export const VERDICT_SDS = 2.6;

export type StandingAnswer = 'holds' | 'lost' | 'cannot tell';

export interface StandingVerdict {
  /** holds: a loss that matters would have shown; lost: more than temperature and readings explain; else it cannot be told. */
  readonly verdict: StandingAnswer;
  /** What the gauge should read at the end. */
  readonly expectedPa: number;
  /** Expected less read; above 0 where pressure was lost. */
  readonly lossPa: number;
  /** What gauge and thermometer may be off together at the end (k = 2). */
  readonly doubtPa: number;
  /** The loss that matters, Pa. */
  readonly mattersPa: number;
  readonly arithmetic: string;
  /** What would tell, where it cannot be told; empty otherwise. */
  readonly wouldTell: readonly string[];
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

/** The loss that matters where nobody states it: 1 % of the test pressure, at least 1/4 psi. Source: practice. */
export const lossThatMatters = (testPa: number): number => Math.max(0.01 * testPa, 0.25 * PSI);

export interface StandingWishes {
  /** Time between the two readings, s. */
  readonly heldS: number;
  /** Least time that is asked for, s. */
  readonly leastS: number;
  /** The loss that matters, Pa; `lossThatMatters` of the start where not given. */
  readonly mattersPa?: number | undefined;
}

/**
 * Standing pressure test: what the gauge should read at the end by temperature alone, and whether what is missing is
 * more than the readings explain, or surely less than matters. One gauge's bias cancels but for the change of
 * temperature; its repeatability and what it can be read to do not.
 * @throws InputError naming the field
 */
export function standingTest(
  start: LineReading,
  end: LineReading,
  instruments: Instruments,
  wishes: StandingWishes,
): StandingVerdict {
  const problems = [...problemsOf('start', start), ...problemsOf('end', end)];
  const { gaugePa, tempK, oneGauge = true, repeatPa = REPEATS * gaugePa, readToPa = READ_TO * gaugePa } = instruments;
  const mattersPa = wishes.mattersPa ?? lossThatMatters(start.gaugePa);
  if (!(gaugePa > 0 && gaugePa < start.gaugePa))
    problems.push({ field: 'instruments.gaugePa', says: 'above 0 and under the test pressure' });
  if (!(tempK >= 0 && tempK <= 20)) problems.push({ field: 'instruments.tempK', says: 'from 0 to 36 °F (20 K)' });
  if (!(repeatPa >= 0 && repeatPa <= gaugePa))
    problems.push({ field: 'instruments.repeatPa', says: 'from 0 to what the gauge may be off' });
  if (!(readToPa >= 0 && readToPa <= start.gaugePa))
    problems.push({ field: 'instruments.readToPa', says: 'from 0 to the test pressure' });
  if (!(mattersPa > 0 && mattersPa < start.gaugePa))
    problems.push({ field: 'mattersPa', says: 'above 0 and under the test pressure' });
  if (problems.length) throw new InputError(problems);
  const [b1, b2] = [start.barometerPa ?? ATM, end.barometerPa ?? ATM];
  const absolute = start.gaugePa + b1;
  const ratio = end.tempK / start.tempK;
  const expectedPa = absolute * ratio - b2;
  const lossPa = expectedPa - end.gaugePa;
  const sd = {
    // A reading falls to the nearest mark: it is off by half of what it can be read to.
    reading: Math.hypot(sdOfBound(repeatPa), sdOfBound(readToPa / 2)) * Math.hypot(1, ratio),
    bias: oneGauge ? sdOfBound(gaugePa) * Math.abs(ratio - 1) : sdOfBound(gaugePa) * Math.hypot(1, ratio),
    temperature: absolute * ratio * sdOfBound(tempK) * Math.hypot(1 / start.tempK, 1 / end.tempK),
  };
  const all = Math.hypot(sd.reading, sd.bias, sd.temperature);
  const margin = VERDICT_SDS * all;
  const long = wishes.heldS >= wishes.leastS;
  const gained = lossPa < -margin;
  const verdict: StandingAnswer =
    lossPa > margin ? 'lost' : !gained && long && lossPa + margin < mattersPa ? 'holds' : 'cannot tell';
  const wouldTell: string[] = [];
  if (verdict === 'cannot tell') {
    if (gained)
      wouldTell.push('it reads too high: let it come to one temperature, see that nothing feeds it, read again');
    if (!long)
      wouldTell.push(`longer: at least ${formatDuration(wishes.leastS)}, this was ${formatDuration(wishes.heldS)}`);
    if (!gained && lossPa + margin >= mattersPa) {
      const worst = Math.max(sd.reading, sd.bias, sd.temperature);
      if (worst === sd.temperature)
        wouldTell.push('a steadier temperature, or a better thermometer on the tube: read at the same hour of the day');
      else if (worst === sd.bias) wouldTell.push('the same gauge before and after');
      else wouldTell.push('a finer gauge, one that comes back to the same reading and can be read closer');
      wouldTell.push('longer: a leak goes on losing, the doubt does not grow');
    }
  }
  return {
    verdict,
    expectedPa,
    lossPa,
    doubtPa: COVERAGE * all,
    mattersPa,
    arithmetic: `${pressure(start.gaugePa)} at ${temperature(start.tempK)} should read ${pressure(expectedPa)} at ${temperature(end.tempK)}; read ${pressure(end.gaugePa)}; ${oneGauge ? 'one gauge, its bias cancels' : 'two gauges, both accuracies count'}: gauge and thermometer explain ${pressure(COVERAGE * all)}, a loss of ${pressure(mattersPa)} matters; held ${formatDuration(wishes.heldS)}`,
    wouldTell,
  };
}
