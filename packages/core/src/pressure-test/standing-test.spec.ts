import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError } from '../source/problem.js';
import { seeded } from '../testing/strip-picture.js';
import { ATM, degFToK, PSI } from '../units/units.js';
import { testAsked } from './required.js';
import { type Instruments, lossThatMatters, standingTest, type StandingWishes } from './standing-test.js';

const fine: Instruments = { gaugePa: 0.5 * PSI, tempK: 0.2 };
const day: StandingWishes = { heldS: 86_400, leastS: 600 };
const at = (psi: number, tempK = 295) => ({ gaugePa: psi * PSI, tempK });

describe('standing pressure test', () => {
  it('150 psig at 72 °F should read 143.2 psig at 50 °F', () => {
    const read = (psig: number) =>
      standingTest({ gaugePa: 150 * PSI, tempK: degFToK(72) }, { gaugePa: psig * PSI, tempK: degFToK(50) }, fine, day);
    expect(read(143.2).expectedPa / PSI).toBeCloseTo(143.185, 3);
    expect(read(143.2).verdict).toBe('holds');
    expect(read(140).verdict).toBe('lost');
    expect(read(140).lossPa / PSI).toBeCloseTo(3.185, 3);
    const up = read(150);
    expect(up.verdict).toBe('cannot tell');
    expect(up.wouldTell.join()).toContain('reads too high');
  });
  it('an unchanged line never loses, whatever the temperature, and a colder one reads less', () => {
    const temp = fc.double({ min: 250, max: 330, noNaN: true });
    fc.assert(
      fc.property(temp, temp, fc.double({ min: 5e5, max: 5e6, noNaN: true }), (t1, t2, p) => {
        const there = (p + ATM) * (t2 / t1) - ATM;
        fc.pre(there > 0);
        const v = standingTest({ gaugePa: p, tempK: t1 }, { gaugePa: there, tempK: t2 }, { ...fine, tempK: 0 }, day);
        expect(v.verdict).not.toBe('lost');
        expect(v.expectedPa).toBeCloseTo(there, 3);
        // Back again it is the pressure of the start.
        const back = standingTest({ gaugePa: there, tempK: t2 }, { gaugePa: p, tempK: t1 }, fine, day);
        expect(back.expectedPa).toBeCloseTo(p, 2);
        if (t2 < t1) expect(v.expectedPa).toBeLessThan(p);
      }),
    );
  });
  it('one gauge of ±6 psi sees a loss of 8 psi: its bias cancels', () => {
    const coarse = { gaugePa: 6 * PSI, tempK: 0.2 };
    expect(standingTest(at(150), at(142), coarse, day).verdict).toBe('lost');
    // Two such gauges do not: both accuracies count, and that is said.
    const two = standingTest(at(150), at(142), { ...coarse, oneGauge: false, repeatPa: 0, readToPa: 0, tempK: 0 }, day);
    expect(two.verdict).toBe('cannot tell');
    expect(two.wouldTell.join()).toContain('the same gauge before and after');
    expect(two.doubtPa / PSI).toBeCloseTo(2 * Math.hypot(6 / Math.sqrt(3), 6 / Math.sqrt(3)), 9);
  });
  it('bias comes back with a change of temperature, by the ratio less one', () => {
    const exact = { gaugePa: 6 * PSI, tempK: 0, repeatPa: 0, readToPa: 0 };
    expect(standingTest(at(150), at(150), exact, day).doubtPa).toBe(0);
    const colder = standingTest(at(150, 300), at(150, 270), exact, day).doubtPa;
    expect(colder).toBeCloseTo(2 * ((6 * PSI) / Math.sqrt(3)) * 0.1, 6);
  });
  it('what repeats and what can be read to count by themselves, each as a bound over root 3', () => {
    const of = (i: Partial<Instruments>) =>
      standingTest(at(150), at(150), { gaugePa: 2 * PSI, tempK: 0, repeatPa: 0, readToPa: 0, ...i }, day).doubtPa / PSI;
    expect(of({ repeatPa: PSI })).toBeCloseTo((2 * Math.SQRT2) / Math.sqrt(3), 9);
    expect(of({ readToPa: PSI })).toBeCloseTo(Math.SQRT2 / Math.sqrt(3), 9);
    // Where nobody says, a quarter and a half of the accuracy.
    const usual = standingTest(at(150), at(150), { gaugePa: 2 * PSI, tempK: 0 }, day).doubtPa / PSI;
    expect(usual).toBeCloseTo(of({ repeatPa: 0.5 * PSI, readToPa: PSI }), 9);
  });
  it('the doubt is what small changes of each reading do, together (finite differences)', () => {
    const [start, end] = [
      { gaugePa: 1e6, tempK: 300 },
      { gaugePa: 9e5, tempK: 280 },
    ];
    const i = { gaugePa: 5000, tempK: 0.5, oneGauge: false, repeatPa: 0, readToPa: 0 };
    const loss = (a = start, b = end) => standingTest(a, b, i, day).lossPa;
    const d = [
      (loss({ ...start, gaugePa: 1e6 + 1 }) - loss()) * i.gaugePa,
      (loss(start, { ...end, gaugePa: 9e5 + 1 }) - loss()) * i.gaugePa,
      ((loss({ ...start, tempK: 300.001 }) - loss()) / 0.001) * i.tempK,
      ((loss(start, { ...end, tempK: 280.001 }) - loss()) / 0.001) * i.tempK,
    ];
    expect(standingTest(start, end, i, day).doubtPa / (2 * Math.hypot(...d.map((x) => x / Math.sqrt(3))))).toBeCloseTo(
      1,
      3,
    );
  });
  it('holds wants 2.6 standard deviations under the loss that matters, lost as many over nothing', () => {
    const exact = { gaugePa: 2 * PSI, tempK: 0, readToPa: 0, repeatPa: Math.sqrt(3) * PSI };
    const sd = Math.SQRT2;
    const read = (lost: number, matters: number) =>
      standingTest(at(300), at(300 - lost), exact, { ...day, mattersPa: matters * PSI }).verdict;
    expect(read(2.6 * sd + 0.01, 50)).toBe('lost');
    expect(read(2.6 * sd - 0.01, 50)).toBe('holds');
    expect(read(0, 2.6 * sd + 0.01)).toBe('holds');
    expect(read(0, 2.6 * sd - 0.01)).toBe('cannot tell');
    expect(read(-2.6 * sd - 0.01, 50)).toBe('cannot tell');
  });
  it('a test of one second clears nothing, ten minutes do where ten are asked', () => {
    const held = (heldS: number, leastS = 600) => standingTest(at(300), at(300), fine, { heldS, leastS });
    expect(held(1).verdict).toBe('cannot tell');
    expect(held(1).wouldTell.join()).toContain('longer: at least 10:00, this was 0:01');
    expect(held(599).verdict).toBe('cannot tell');
    expect(held(600).verdict).toBe('holds');
    // What is lost in a second is lost all the same.
    expect(standingTest(at(300), at(250), fine, { heldS: 1, leastS: 600 }).verdict).toBe('lost');
  });
  it('says what would tell: a finer gauge or a steadier temperature', () => {
    const gauge = standingTest(at(60), at(60), { gaugePa: 5 * PSI, tempK: 0 }, day);
    expect(gauge.wouldTell.join()).toContain('finer gauge');
    const warm = standingTest(at(60), at(60), { gaugePa: 0.1 * PSI, tempK: 5 }, day);
    expect(warm.wouldTell.join()).toContain('steadier temperature');
  });
  it('the loss that matters is 1 % of the start, at least a quarter psi', () => {
    expect(lossThatMatters(150 * PSI) / PSI).toBeCloseTo(1.5, 9);
    expect(lossThatMatters(10 * PSI) / PSI).toBeCloseTo(0.25, 9);
    expect(standingTest(at(150), at(150), fine, day).mattersPa / PSI).toBeCloseTo(1.5, 9);
  });
  it('the barometer counts', () => {
    const risen = standingTest(at(150), { ...at(150), barometerPa: ATM + 1000 }, fine, day);
    expect(risen.expectedPa).toBeCloseTo(150 * PSI - 1000, 6);
  });
  it('says at the field what cannot be', () => {
    const good = { gaugePa: 1e6, tempK: 295 };
    const field = (a: object, b: object, i: object = {}, w: object = {}) => {
      try {
        standingTest({ ...good, ...a }, { ...good, ...b }, { ...fine, ...i }, { ...day, ...w });
        return null;
      } catch (e) {
        return (e as InputError).problems[0]?.field;
      }
    };
    expect(field({ gaugePa: -1 }, {})).toBe('start.gaugePa');
    expect(field({ gaugePa: 0 }, {})).toBe('start.gaugePa');
    expect(field({ gaugePa: 2e8 }, {})).toBe('start.gaugePa');
    expect(field({}, { tempK: 200 })).toBe('end.tempK');
    expect(field({}, { tempK: 400 })).toBe('end.tempK');
    expect(field({}, { barometerPa: 5e4 })).toBe('end.barometerPa');
    expect(field({}, { barometerPa: 1.1e5 })).toBe('end.barometerPa');
    expect(field({}, {}, { gaugePa: 0 })).toBe('instruments.gaugePa');
    expect(field({}, {}, { gaugePa: 1e6 })).toBe('instruments.gaugePa');
    expect(field({}, {}, { tempK: -0.1 })).toBe('instruments.tempK');
    expect(field({}, {}, { tempK: 20 })).toBeNull();
    expect(field({}, {}, { tempK: 20.1 })).toBe('instruments.tempK');
    expect(field({}, {}, { repeatPa: -1 })).toBe('instruments.repeatPa');
    expect(field({}, {}, { repeatPa: 0.51 * PSI })).toBe('instruments.repeatPa');
    expect(field({}, {}, { readToPa: -1 })).toBe('instruments.readToPa');
    expect(field({}, {}, {}, { mattersPa: 0 })).toBe('mattersPa');
    expect(field({}, {}, {}, { mattersPa: 1e6 })).toBe('mattersPa');
    expect(field({}, {})).toBeNull();
  });
});

describe('the three answers on simulated gauges', () => {
  it('wrong "holds" and wrong "lost" each come in under one of a hundred, of 30 000', () => {
    const random = seeded(20260301);
    const even = (bound: number): number => (2 * random() - 1) * bound;
    const counts = { tight: 0, leaking: 0, wrongLost: 0, wrongHolds: 0, told: 0 };
    for (let n = 0; n < 30_000; n++) {
      const startPa = (40 + 460 * random()) * PSI;
      const i = {
        gaugePa: startPa * (0.002 + 0.03 * random()),
        tempK: 0.1 + 1.4 * random(),
        oneGauge: random() < 0.7,
      };
      const [repeatPa, readToPa] = [i.gaugePa * 0.25, i.gaugePa * 0.5];
      const mattersPa = startPa * (0.005 + 0.045 * random());
      const [t1, t2] = [275 + 30 * random(), 275 + 30 * random()];
      const leaks = random() < 0.5;
      const lost = leaks ? mattersPa * (1 + random()) : 0;
      const [b1, b2] = [even(i.gaugePa), even(i.gaugePa)];
      const gauge = (pa: number, bias: number): number =>
        Math.round((pa + bias + even(repeatPa)) / readToPa) * readToPa;
      const truth = (startPa + ATM) * (t2 / t1) - ATM - lost;
      const v = standingTest(
        { gaugePa: gauge(startPa, b1), tempK: t1 + even(i.tempK) },
        { gaugePa: Math.max(1, gauge(truth, i.oneGauge ? b1 : b2)), tempK: t2 + even(i.tempK) },
        { ...i, repeatPa, readToPa },
        { ...day, mattersPa },
      );
      counts[leaks ? 'leaking' : 'tight'] += 1;
      if (!leaks && v.verdict === 'lost') counts.wrongLost += 1;
      if (leaks && v.verdict === 'holds') counts.wrongHolds += 1;
      if (v.verdict !== 'cannot tell') counts.told += 1;
    }
    expect(counts.wrongLost / counts.tight).toBeLessThan(0.01);
    expect(counts.wrongHolds / counts.leaking).toBeLessThan(0.01);
    // And it does tell: an answer that never came would be never wrong too.
    expect(counts.told).toBeGreaterThan(10_000);
  });
});

describe('what a standing test of a service asks for (NFPA 99, ASME B31.5, B31.9, NFPA 54, from memory)', () => {
  it.each([
    ['medical', ['nitrogen'], 86_400, 'NFPA 99'],
    ['refrigerant', ['nitrogen', 'carbon dioxide', 'helium'], 600, 'ASME B31.5'],
    ['ammonia', ['nitrogen', 'carbon dioxide', 'helium'], 600, 'ASME B31.5'],
    ['fuel-gas', ['nitrogen', 'carbon dioxide', 'air'], 600, 'NFPA 54'],
    ['acetylene', ['nitrogen', 'carbon dioxide', 'air'], 600, 'NFPA 54'],
    ['hot-sulphur-gas', ['nitrogen', 'carbon dioxide', 'air'], 600, 'NFPA 54'],
    ['water', ['water', 'nitrogen', 'air'], 600, 'ASME B31.9'],
    ['structure', ['nitrogen', 'air'], 600, 'nothing flows'],
  ] as const)('%s', (kind, media, leastS, source) => {
    const asked = testAsked({ kind });
    expect([asked.media, asked.leastS]).toEqual([media, leastS]);
    expect(asked.source.name).toContain(source);
  });
});
