import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ASME_RULES } from '../rules/rule-sets.js';
import { inUnits } from '../units/say.js';
import { judgePeelLines, PEEL_LINES, peelClocks, readPeel } from './peel-lines.js';
import type { VoidInterval } from './section.js';

const LAP = 0.02;
const AROUND = 0.09;
const read = (lines: readonly (readonly VoidInterval[])[]) => readPeel({ lapM: LAP, aroundM: AROUND, lines });
const line = (share: number): VoidInterval[] => (share ? [{ fromM: 0, toM: share * LAP }] : []);

describe('a peel read along lines', () => {
  it('takes the mean of the lines for the area and the worst for the line', () => {
    const p = read([line(0.1), line(0.3), line(0), line(0.2)]);
    expect(p.areaM2).toBeCloseTo(LAP * AROUND, 12);
    expect(p.unbrazedM2 / p.areaM2).toBeCloseTo(0.15, 12);
    expect(p.lineUnbrazedM).toBeCloseTo(0.3 * LAP, 12);
    expect(p.worst).toBe(1);
    // By hand: deviations -0.05, 0.15, -0.15, 0.05, so s = sqrt(0.05/3); t of 3 degrees of freedom is 3.182.
    expect(p.areaDoubt).toBeCloseTo(3.182 * Math.sqrt(0.05 / 3 / 4), 12);
  });

  it('counts voids that overlap once', () => {
    const twice = [
      { fromM: 0.002, toM: 0.006 },
      { fromM: 0.004, toM: 0.008 },
    ];
    expect(read([twice, [], []]).lineUnbrazedM).toBeCloseTo(0.006, 12);
  });

  it('of a patch of known size, over every place the lines may fall the mean is its true share', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 3, max: 24 }),
        fc.double({ min: 0.02, max: 0.9, noNaN: true }),
        fc.double({ min: 0.05, max: 1, noNaN: true }),
        (count, wide, deep) => {
          const turns = 400;
          let sum = 0;
          for (let k = 0; k < turns; k++) {
            const lines = Array.from({ length: count }, (_, i) =>
              (i + k / turns) / count < wide ? line(deep) : ([] as VoidInterval[]),
            );
            sum += read(lines).unbrazedM2 / (LAP * AROUND);
          }
          expect(sum / turns).toBeCloseTo(wide * deep, 2);
        },
      ),
    );
  });

  it('the doubt covers the true share nearly always when voids lie anywhere', () => {
    let [covered, of] = [0, 0];
    let seed = 7;
    const random = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647;
    for (let n = 0; n < 400; n++) {
      const wide = 0.2 + 0.6 * random();
      const lines = Array.from({ length: 12 }, () => (random() < wide ? line(0.2 * random()) : []));
      const p = read(lines);
      of += 1;
      if (Math.abs(p.unbrazedM2 / p.areaM2 - wide * 0.1) <= p.areaDoubt) covered += 1;
    }
    expect(covered / of).toBeGreaterThan(0.9);
  });

  it('is judged like any peel, 25 % of the area and of any one line (ASME BPVC IX part QB, from memory)', () => {
    const judged = (shares: number[]) =>
      judgePeelLines({ lapM: LAP, aroundM: AROUND, lines: shares.map(line) }, ASME_RULES);
    expect(judged([0.1, 0.1, 0.1, 0.1])).toMatchObject({ passes: true, nearLimit: false });
    expect(judged([0.25, 0.25, 0.25, 0.25])).toMatchObject({ passes: true, nearLimit: true });
    expect(judged([0, 0, 0, 0.26]).passes).toBe(false);
    // Few lines that differ much say little of the area: read more of them.
    expect(judged([0.05, 0.06, 0.05, 0.06]).nearLimit).toBe(false);
    expect(judged([0, 0.25, 0.25, 0.25])).toMatchObject({ passes: true, nearLimit: true });
    expect(inUnits(judged([0.1, 0.3, 0, 0.2]).arithmetic, 'metric')).toBe(
      'area 15.0 % unbrazed, limit 25.0 %; worst line 6.00 mm of 20.00 mm = 30.0 %, limit 25.0 %; area by 4 lines, ± 20.5 %; worst at 3:00',
    );
  });

  it('names the lines by the clock, the notch at 12:00', () => {
    expect(peelClocks(8)).toEqual(['12:00', '1:30', '3:00', '4:30', '6:00', '7:30', '9:00', '10:30']);
    expect(peelClocks(3)).toEqual(['12:00', '4:00', '8:00']);
  });

  it('names what is out of range', () => {
    expect(() => read([[], []])).toThrow(/lines/);
    expect(() => read(Array.from({ length: PEEL_LINES.most + 1 }, () => []))).toThrow(/lines/);
    expect(() => read([[], [{ fromM: 0, toM: 0.03 }], []])).toThrow(/lines\.1/);
    expect(() => readPeel({ lapM: 0, aroundM: -1, lines: [[], [], []] })).toThrow(/lapM.*aroundM/s);
  });
});
