import { describe, expect, it } from 'vitest';
import { InputError } from '../source/problem.js';
import { complaints } from '../testing/complaints.js';
import { seeded } from '../testing/strip-picture.js';
import { MICRON } from '../units/units.js';
import { type DecayAnswer, evacuationDecay, LEAK_PA_S } from './vacuum-decay.js';

const limit = 500 * MICRON;
const curve = (micronsAt: (minute: number) => number, minutes = 10, n = 11) =>
  Array.from({ length: n }, (_, i) => {
    const minute = (i * minutes) / (n - 1);
    return { atS: minute * 60, pa: micronsAt(minute) * MICRON };
  });
const levels = (by: number, tau: number) => (m: number) => by * (1 - Math.exp(-m / tau));
const answer = (f: (m: number) => number, minutes = 10, n = 11): DecayAnswer =>
  evacuationDecay(curve(f, minutes, n), limit).verdict;

describe('evacuation decay', () => {
  it.each<[string, (m: number) => number, number, DecayAnswer]>([
    ['flat', () => 250, 10, 'tight'],
    ['creeping under the limit', (m) => 250 + 3 * m, 30, 'tight'],
    ['a straight 50 a minute, ten minutes', (m) => 250 + 50 * m, 10, 'leak'],
    ['a straight 50 a minute, two minutes, under the limit', (m) => 250 + 50 * m, 2, 'leak'],
    ['a straight 50 a minute, an hour', (m) => 250 + 50 * m, 60, 'leak'],
    ['a straight 10 a minute until it is over the limit', (m) => 250 + 10 * m, 60, 'leak'],
    ['levels off over the limit', (m) => 250 + levels(1500, 1.7)(m), 10, 'wet'],
    ['levels off slowly', (m) => 250 + levels(1500, 4)(m), 12, 'wet'],
    ['levels off onto a slope', (m) => 250 + levels(600, 1.5)(m) + 60 * m, 10, 'leak and wet'],
    ['levels off under the limit', (m) => 250 + levels(150, 2)(m), 20, 'tight'],
    ['flat for two minutes only', () => 250, 2, 'cannot tell'],
  ])('%s', (_what, f, minutes, verdict) => expect(answer(f, minutes)).toBe(verdict));

  it('20 µm a minute is a leak, a little less is not', () => {
    expect(answer((m) => 200 + 20.01 * m)).toBe('leak');
    expect(answer((m) => 200 + 19.9 * m)).toBe('tight');
    expect((LEAK_PA_S * 60) / MICRON).toBeCloseTo(20, 9);
  });
  it('ten minutes are the least that is called tight', () => {
    expect(answer(() => 250, 10)).toBe('tight');
    expect(answer(() => 250, 9.99)).toBe('cannot tell');
    expect(
      evacuationDecay(
        curve(() => 250, 2),
        limit,
      ).wouldTell[0],
    ).toContain('at least 10:00');
  });
  it('tells the two parts of a rise in numbers', () => {
    const v = evacuationDecay(
      curve((m) => 250 + levels(600, 1.8)(m) + 60 * m, 10, 21),
      limit,
    );
    expect((v.steadyPaS * 60) / MICRON).toBeCloseTo(60, -1);
    expect(v.levellingPa / MICRON).toBeCloseTo(600, -2);
    expect(v.levelsInS / 60).toBeCloseTo(1.8, 0);
    expect(v.endPa / MICRON).toBeCloseTo(250 + 600 + 600, -1);
    expect(v.arithmetic).toContain('µm Hg a minute');
  });
  it('finds both parts exactly where the readings hold no noise, and how soon one levels off', () => {
    for (const tau of [0.5, 0.8, 1.2, 1.8, 2.5]) {
      const v = evacuationDecay(
        curve((m) => 250 + levels(600, tau)(m) + 60 * m, 10, 41),
        limit,
      );
      expect((v.steadyPaS * 60) / MICRON).toBeCloseTo(60, 6);
      expect(v.levellingPa / MICRON).toBeCloseTo(600, 6);
      expect(v.levelsInS / 60).toBeCloseTo(tau, 9);
    }
  });
  it('weighs a reading by the gauge’s noise at it: 3 µm and 1 % of the reading', () => {
    // Weighted straight line in closed form, of readings whose noise grows from 4 to 16 µm.
    const [at, micron] = [
      [0, 1, 2, 3],
      [250, 700, 1100, 1560],
    ];
    const w = micron.map((p) => 1 / (3 ** 2 + (0.01 * p) ** 2));
    const sum = (of: (i: number) => number): number => at.reduce((s, _, i) => s + (w[i] as number) * of(i), 0);
    const [x, y] = [(i: number): number => at[i] as number, (i: number): number => micron[i] as number];
    const n = sum(() => 1);
    const slope = (n * sum((i) => x(i) * y(i)) - sum(x) * sum(y)) / (n * sum((i) => x(i) ** 2) - sum(x) ** 2);
    const v = evacuationDecay(
      at.map((m, i) => ({ atS: m * 60, pa: (micron[i] as number) * MICRON })),
      limit,
    );
    expect((v.steadyPaS * 60) / MICRON).toBeCloseTo(slope, 6);
    expect(v.levellingPa).toBe(0);
  });
  it('says its arithmetic in numbers', () => {
    const steady = evacuationDecay(
      curve((m) => 250 + 50 * m, 10),
      limit,
    );
    expect(steady.arithmetic).toBe(
      'from 250 µm Hg to 750 µm Hg in 10 min, limit 500 µm Hg; rises steadily by 50 µm Hg a minute',
    );
    expect([steady.levellingPa, steady.levelsInS, steady.wouldTell]).toEqual([0, 0, []]);
    const both = evacuationDecay(
      curve((m) => 250 + levels(600, 1.5)(m) + 60 * m, 10, 21),
      limit,
    );
    expect(both.arithmetic).toMatch(
      /^from 250 µm Hg to 1449 µm Hg in 10 min, limit 500 µm Hg; rises steadily by (5|6)\d µm Hg a minute, and (5|6)\d\d µm Hg of it levels off$/,
    );
  });
  it('does not care when its clock began', () => {
    for (const f of [(m: number) => 250 + 50 * m, levels(1500, 1.7), () => 250]) {
      const at = (offset: number) =>
        evacuationDecay(
          curve((m) => 200 + f(m)).map((r) => ({ ...r, atS: r.atS + offset })),
          limit,
        );
      expect(at(86_400).verdict).toBe(at(0).verdict);
      expect(at(86_400).steadyPaS).toBeCloseTo(at(0).steadyPaS, 9);
      expect(at(86_400).arithmetic).toBe(at(0).arithmetic);
    }
  });
  it('at the limit is under it, over it is not; where the shape tells nothing it says what would', () => {
    const flat = (to: number, minutes = 10) =>
      evacuationDecay(
        curve((m) => (m === minutes ? to : 499), minutes),
        limit,
      );
    expect(flat(500).verdict).toBe('tight');
    expect(flat(503)).toMatchObject({
      verdict: 'cannot tell',
      wouldTell: ['more readings, closer together, until it rises steadily or levels off'],
    });
    expect(flat(499, 5).wouldTell).toEqual(['longer: at least 10:00, this was 5:00']);
    expect(flat(503, 5).wouldTell).toHaveLength(2);
    expect(flat(500).wouldTell).toEqual([]);
  });
  it('water is worth a word beside a leak from 100 µm and a quarter of the rise on', () => {
    const beside = (water: number, slope: number) => answer((m) => 250 + levels(water, 1.5)(m) + slope * m, 10, 21);
    expect(beside(120, 30)).toBe('leak and wet');
    expect(beside(80, 30)).toBe('leak');
    expect(beside(120, 60)).toBe('leak');
    expect(beside(240, 60)).toBe('leak and wet');
  });
  it('a falling part counts for nothing: a vacuum that goes on sinking is tight', () => {
    const sinking = evacuationDecay(
      curve((m) => 450 - 10 * m, 20),
      limit,
    );
    expect(sinking).toMatchObject({ verdict: 'tight', steadyPaS: 0, levellingPa: 0 });
    expect(answer((m) => 450 - levels(200, 2)(m), 20)).toBe('tight');
  });
  it('names what cannot be, at its field', () => {
    const fields = (readings: readonly { atS: number; pa: number }[], under = limit): string[] =>
      complaints(() => evacuationDecay(readings, under));
    const fine = curve(() => 250);
    const last = (pa: number) => [...fine, { atS: 660, pa }];
    expect(fields(last(0))).toEqual(['readings.11.pa: above 0 and under 29 psi']);
    expect(fields(last(2e5))).toEqual(['readings.11.pa: above 0 and under 29 psi']);
    expect(fields(last(1.9e5))).toEqual([]);
    expect(fields(fine, 0)).toEqual(['limitPa: above 0']);
    expect(fields([...fine, { atS: 599, pa: 30 }])).toEqual(['readings.11.atS: later than the reading before']);
    expect(fields(fine.slice(0, 3))).toEqual(['readings: at least four readings']);
  });
  it('four readings are enough for a straight line, and refused under that', () => {
    expect(answer((m) => 250 + 80 * m, 10, 4)).toBe('leak');
    expect(() =>
      evacuationDecay(
        curve(() => 250, 10, 3),
        limit,
      ),
    ).toThrow('at least four');
    expect(() => evacuationDecay([...curve(() => 250), { atS: 600, pa: 30 }], limit)).toThrow('later than');
    expect(() =>
      evacuationDecay(
        curve(() => -1),
        limit,
      ),
    ).toThrow(InputError);
    expect(() =>
      evacuationDecay(
        curve(() => 250),
        0,
      ),
    ).toThrow(InputError);
  });
  it('with a gauge’s noise a straight leak is never called tight or wet, nor a tight line a leak', () => {
    const random = seeded(7);
    const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let wrong = 0;
    const times = 4000;
    for (let k = 0; k < times; k++) {
      const leaks = k % 2 === 0;
      const rate = leaks ? 30 + 170 * random() : 4 * random();
      const start = 150 + 150 * random();
      const v = answer(
        (m) => {
          const p = start + rate * m;
          return p + normal() * Math.hypot(3, 0.01 * p);
        },
        10 + 20 * random(),
        8 + Math.floor(8 * random()),
      );
      if (leaks ? v !== 'leak' && v !== 'leak and wet' : v !== 'tight' && v !== 'cannot tell') wrong += 1;
    }
    expect(wrong / times).toBeLessThan(0.01);
  });
});
