import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { risingRoot, turningPoint } from './root.js';

describe('where a rising law reaches zero', () => {
  it('against closed forms', () => {
    const square = (c: number) => risingRoot((x) => ({ value: x * x - c, slope: 2 * x }), 0, c + 1);
    for (const c of [1e-12, 0.5, 2, 9, 1e9]) expect(square(c)).toBeCloseTo(Math.sqrt(c), 12 - Math.log10(c + 1));
    expect(risingRoot((x) => ({ value: Math.atan(x), slope: 1 / (1 + x * x) }), -30, 40)).toBeCloseTo(0, 12);
  });

  it('also where Newton alone would run away or stand still', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -5, max: 5, noNaN: true }),
        fc.double({ min: 0.01, max: 60, noNaN: true }),
        (r, w) => {
          const law = (x: number) => ({ value: Math.cbrt(x - r), slope: 1 / (3 * Math.cbrt((x - r) ** 2) || 1e-9) });
          expect(Math.abs(risingRoot(law, r - w, r + 2 * w) - r)).toBeLessThan(1e-9);
        },
      ),
      { seed: 3, numRuns: 300 },
    );
  });

  it('in few steps where the law is smooth', () => {
    let asked = 0;
    risingRoot((x) => ((asked += 1), { value: x ** 1.75 - 3, slope: 1.75 * x ** 0.75 }), 0, 1000);
    expect(asked).toBeLessThan(15);
  });
});

describe('where something turns', () => {
  it('is found to the last bit', () => {
    expect(turningPoint((x) => x * x < 2, 0, 2)).toBeCloseTo(Math.SQRT2, 15);
    expect(turningPoint((x) => x < 0.1, 0, 1)).toBe(0.1);
    expect(turningPoint(() => false, 3, 4)).toBeLessThan(3.000001);
    expect(turningPoint(() => true, 3, 4)).toBe(4);
  });
});
