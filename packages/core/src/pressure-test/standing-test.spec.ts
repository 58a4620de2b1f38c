import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { InputError } from '../source/problem.js';
import { ATM, MICRON, degFToK, PSI } from '../units/units.js';
import { evacuationDecay, standingTest } from './standing-test.js';

const fine = { gaugePa: 0.5 * PSI, tempK: 0.5 };

describe('standing pressure test', () => {
  it('150 psig at 72 °F should read 143.2 psig at 50 °F', () => {
    const at = (psig: number) =>
      standingTest({ gaugePa: 150 * PSI, tempK: degFToK(72) }, { gaugePa: psig * PSI, tempK: degFToK(50) }, fine);
    expect(at(143.2).expectedPa / PSI).toBeCloseTo(143.185, 3);
    expect(at(143.2).verdict).toBe('holds');
    expect(at(140).verdict).toBe('lost');
    expect(at(150).verdict).toBe('gained');
    expect(at(140).lossPa / PSI).toBeCloseTo(3.185, 3);
  });
  it('an unchanged line holds at any temperature, and a colder one reads less', () => {
    const temp = fc.double({ min: 250, max: 330, noNaN: true });
    fc.assert(
      fc.property(temp, temp, fc.double({ min: 5e5, max: 5e6, noNaN: true }), (t1, t2, p) => {
        const there = (p + ATM) * (t2 / t1) - ATM;
        fc.pre(there > 0);
        const v = standingTest({ gaugePa: p, tempK: t1 }, { gaugePa: there, tempK: t2 }, fine);
        expect(v.verdict).toBe('holds');
        expect(v.expectedPa).toBeCloseTo(there, 3);
        // Back again it is the pressure of the start.
        const back = standingTest({ gaugePa: there, tempK: t2 }, { gaugePa: p, tempK: t1 }, fine);
        expect(back.expectedPa).toBeCloseTo(p, 2);
        if (t2 < t1) expect(v.expectedPa).toBeLessThan(p);
      }),
    );
  });
  it('a coarser gauge explains more; the barometer counts', () => {
    const [start, end] = [
      { gaugePa: 150 * PSI, tempK: 295 },
      { gaugePa: 148.5 * PSI, tempK: 295 },
    ];
    expect(standingTest(start, end, { ...fine, tempK: 0 }).verdict).toBe('lost');
    expect(standingTest(start, end, { gaugePa: 1.5 * PSI, tempK: 0 }).verdict).toBe('holds');
    const risen = standingTest(start, { ...start, barometerPa: ATM + 1000 }, fine);
    expect(risen.expectedPa).toBeCloseTo(start.gaugePa - 1000, 6);
  });
  it('doubt is what small changes of each reading do, together (finite differences)', () => {
    const [start, end] = [
      { gaugePa: 1e6, tempK: 300 },
      { gaugePa: 9e5, tempK: 280 },
    ];
    const loss = (a = start, b = end) => standingTest(a, b, fine).lossPa;
    const d = [
      ((loss({ ...start, gaugePa: 1e6 + 1 }) - loss()) / 1) * fine.gaugePa,
      ((loss(start, { ...end, gaugePa: 9e5 + 1 }) - loss()) / 1) * fine.gaugePa,
      ((loss({ ...start, tempK: 300.001 }) - loss()) / 0.001) * fine.tempK,
      ((loss(start, { ...end, tempK: 280.001 }) - loss()) / 0.001) * fine.tempK,
    ];
    expect(standingTest(start, end, fine).doubtPa / Math.hypot(...d)).toBeCloseTo(1, 3);
  });
  it('says at the field what cannot be', () => {
    const good = { gaugePa: 1e6, tempK: 295 };
    const field = (a: object, b: object, i = fine) => {
      try {
        standingTest({ ...good, ...a }, { ...good, ...b }, i);
        return null;
      } catch (e) {
        return (e as InputError).problems[0]?.field;
      }
    };
    expect(field({ gaugePa: -1 }, {})).toBe('start.gaugePa');
    expect(field({}, { tempK: 20 })).toBe('end.tempK');
    expect(field({}, { barometerPa: 5 })).toBe('end.barometerPa');
    expect(field({}, {}, { gaugePa: 0, tempK: 0 })).toBe('instruments.gaugePa');
  });
});

describe('evacuation decay', () => {
  const curve = (f: (s: number) => number) => [0, 120, 240, 360, 480, 600].map((atS) => ({ atS, pa: f(atS) * MICRON }));
  it('tells tight, leaking and wet apart', () => {
    expect(
      evacuationDecay(
        curve((s) => 250 + s / 10),
        500 * MICRON,
      ).verdict,
    ).toBe('tight');
    expect(
      evacuationDecay(
        curve((s) => 250 + 3 * s),
        500 * MICRON,
      ).verdict,
    ).toBe('leak');
    expect(
      evacuationDecay(
        curve((s) => 250 + 1500 * (1 - Math.exp(-s / 100))),
        500 * MICRON,
      ).verdict,
    ).toBe('wet');
  });
  it('rises as drawn, and refuses what is no curve', () => {
    const line = evacuationDecay(
      curve((s) => 250 + 3 * s),
      500 * MICRON,
    );
    expect(line.earlyPaS / MICRON).toBeCloseTo(3, 6);
    expect(line.latePaS / MICRON).toBeCloseTo(3, 6);
    expect(line.arithmetic).toContain('2050 µm Hg in 10 min');
    expect(() => evacuationDecay(curve(() => 1).slice(0, 3), 100)).toThrow('at least four');
    expect(() => evacuationDecay([...curve(() => 1), { atS: 10, pa: 1 }], 100)).toThrow('later than');
    expect(() =>
      evacuationDecay(
        curve(() => -1),
        100,
      ),
    ).toThrow(InputError);
  });
});
