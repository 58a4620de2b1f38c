import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { moveEdge } from './void-edges';
import { readVoids, voidText } from './void-text';

describe('voids that are dragged', () => {
  it('stay inside the overlap, whatever the hand does', () => {
    const length = fc.double({ min: -1, max: 2, noNaN: true });
    fc.assert(
      fc.property(length, fc.constantFrom('fromM', 'toM'), (to, edge) => {
        const [moved, other] = moveEdge(
          [
            { fromM: 0.2, toM: 0.4 },
            { fromM: 0.7, toM: 0.8 },
          ],
          0,
          edge,
          to,
          1,
        );
        expect(moved!.fromM).toBeGreaterThanOrEqual(0);
        expect(moved!.toM).toBeLessThanOrEqual(1);
        expect(moved!.toM).toBeGreaterThan(moved!.fromM);
        expect(other).toEqual({ fromM: 0.7, toM: 0.8 });
      }),
    );
  });
  it('become the text that reads as them again, in either system', () => {
    const voids = [
      { fromM: 0.00254, toM: 0.00381 },
      { fromM: 0.0108, toM: 0.0231 },
    ];
    for (const system of ['us', 'metric'] as const) {
      const { voids: back, problems } = readVoids(voidText(voids, 0.0231, system), 0.0231, 'left', system);
      expect(problems).toEqual([]);
      back.forEach((v, i) => {
        expect(v.fromM).toBeCloseTo(voids[i]!.fromM, 5);
        expect(v.toM).toBeCloseTo(voids[i]!.toM, 5);
      });
    }
    expect(voidText([], 0.02, 'us')).toBe('none');
  });
});
