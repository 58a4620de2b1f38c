import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { inUnits } from '../units/say.js';
import { judgeSection, mergeVoids } from './section.js';

const rules = (id: string): RuleSet => {
  const r = RULE_SETS.find((x) => x.id === id);
  if (!r) throw new Error(id);
  return r;
};
const face = (name: string, ...voids: [number, number][]) => ({
  name,
  overlapM: 0.02,
  voids: voids.map(([fromM, toM]) => ({ fromM, toM })),
});

describe('section coupon (ASME BPVC IX part QB, from memory: 20 % on each side taken alone)', () => {
  it('passes at the limit and fails above it, each side alone', () => {
    expect(judgeSection([face('left', [0, 0.004]), face('right')], rules('asme-ix')).passes).toBe(true);
    const v = judgeSection([face('left', [0, 0.0045]), face('right')], rules('asme-ix'));
    expect(v.passes).toBe(false);
    expect(v.faces[1]?.passes).toBe(true);
  });

  it('does not let a clean side pay for a bad one: 30 % and 0 % fail though 15 % on average', () => {
    expect(judgeSection([face('left', [0.001, 0.007]), face('right')], rules('asme-ix')).passes).toBe(false);
  });

  it('shows the arithmetic and flags what lies near the limit', () => {
    const v = judgeSection([face('left', [0, 0.002], [0.01, 0.01195]), face('right')], rules('asme-ix'));
    expect(inUnits(v.faces[0]?.arithmetic ?? '', 'metric')).toBe(
      '2.00 mm + 1.95 mm = 3.95 mm of 20.00 mm = 19.8 %, limit 20 %',
    );
    expect(v.nearLimit).toBe(true);
  });

  it('counts overlapping voids once, in any order', () => {
    expect(
      mergeVoids([
        { fromM: 3, toM: 5 },
        { fromM: 1, toM: 4 },
        { fromM: 6, toM: 7 },
      ]),
    ).toEqual([
      { fromM: 1, toM: 5 },
      { fromM: 6, toM: 7 },
    ]);
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 99 }), fc.integer({ min: 1, max: 20 })), { maxLength: 12 }),
        (raw) => {
          const cells = new Set<number>();
          for (const [from, len] of raw) for (let i = from; i < from + len; i++) cells.add(i);
          const total = mergeVoids(raw.map(([fromM, len]) => ({ fromM, toM: fromM + len }))).reduce(
            (s, v) => s + v.toM - v.fromM,
            0,
          );
          expect(total).toBe(cells.size);
        },
      ),
    );
  });

  it('an edge that was worked out on a photograph says how near the limit is near', () => {
    const near = (edgeM: number | undefined) =>
      judgeSection([{ ...face('left', [0, 0.0036]), edgeM }, face('right')], rules('asme-ix')).faces[0];
    // By hand 0.1 mm at most either way, even: twice the deviation of two edges. On a photograph its own deviation.
    expect(near(undefined)?.doubt).toBeCloseTo((2 * Math.SQRT2 * 0.0001) / Math.sqrt(3) / 0.02, 9);
    expect(near(undefined)?.nearLimit).toBe(false);
    expect(near(0.00025)?.doubt).toBeCloseTo((2 * Math.SQRT2 * 0.00025) / 0.02, 9);
    expect(near(0.00025)?.nearLimit).toBe(true);
    expect(near(0.00001)?.nearLimit).toBe(false);
  });

  it('names the void that is out of range', () => {
    expect(() => judgeSection([face('left', [0.01, 0.03]), face('right')], rules('asme-ix'))).toThrow(
      /faces\.0\.voids\.0/,
    );
    expect(() => judgeSection([face('left')], rules('asme-ix'))).toThrow(/both sides/);
  });
});
