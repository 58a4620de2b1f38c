import type { Point } from '@hephaist/core/coupons/strip-trace';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { greyOf } from './grey-picture';
import { lengthOf, nearestAlong, pathBetween, pointAlong } from './line-geometry';

const points = fc.array(fc.tuple(fc.integer({ min: 0, max: 500 }), fc.integer({ min: 0, max: 500 })), {
  minLength: 2,
  maxLength: 5,
}) as fc.Arbitrary<Point[]>;

describe('a bond line of several points', () => {
  it('a point so far along lies there again', () => {
    const line: Point[] = [
      [0, 0],
      [100, 0],
      [100, 50],
    ];
    expect(lengthOf(line)).toBe(150);
    expect(pointAlong(line, 120)).toEqual([100, 20]);
    expect(pointAlong(line, -5)).toEqual([0, 0]);
    expect(pointAlong(line, 1e9)).toEqual([100, 50]);
    expect(nearestAlong(line, [97, 21])).toBe(121);
    expect(pathBetween(line, 90, 120)).toBe('M90.00 0.00 L100.00 0.00 L100.00 20.00');
    expect(pathBetween(line, 10, 20)).toBe('M10.00 0.00 L20.00 0.00');
  });

  it('the nearest place to a point of the line is no farther than that point', () => {
    fc.assert(
      fc.property(points, fc.double({ min: 0, max: 1, noNaN: true }), (line, t) => {
        const p = pointAlong(line, t * lengthOf(line));
        const q = pointAlong(line, nearestAlong(line, p));
        expect(Math.hypot(p[0] - q[0], p[1] - q[1])).toBeLessThan(1e-6);
      }),
    );
  });

  it('grey weighs green most, and white stays white', () => {
    expect(greyOf(255, 255, 255)).toBeCloseTo(255, 9);
    expect(greyOf(0, 255, 0)).toBeGreaterThan(greyOf(255, 0, 0));
  });
});
