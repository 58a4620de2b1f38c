import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type CoverSet, leastCover } from './set-cover.js';

/** Every subset of the sets, tried. */
function bruteForce(size: number, sets: readonly CoverSet[]): number | null {
  let best: number | null = null;
  for (let pick = 0; pick < 2 ** sets.length; pick++) {
    const covered = new Set<number>();
    let cost = 0;
    sets.forEach((s, i) => {
      if (!(pick & (1 << i))) return;
      cost += s.cost;
      s.covers.forEach((e) => covered.add(e));
    });
    if (covered.size === size && (best === null || cost < best)) best = cost;
  }
  return best;
}
const instance = fc.integer({ min: 1, max: 9 }).chain((size) =>
  fc.record({
    size: fc.constant(size),
    sets: fc.array(
      fc.record({
        covers: fc.uniqueArray(fc.integer({ min: 0, max: size - 1 }), { minLength: 1, maxLength: size }),
        cost: fc.integer({ min: 1, max: 9 }),
      }),
      { minLength: 1, maxLength: 11 },
    ),
  }),
);

describe('least cover', () => {
  it('costs what trying every choice finds, and covers everything', () => {
    fc.assert(
      fc.property(instance, ({ size, sets }) => {
        const found = leastCover(size, sets);
        const best = bruteForce(size, sets);
        if (best === null) {
          expect(found).toBeNull();
          return;
        }
        expect(found?.cost).toBe(best);
        expect(found?.atLeast).toBe(best);
        expect(new Set(found?.taken.flatMap((i) => sets[i]!.covers)).size).toBe(size);
      }),
      { numRuns: 400 },
    );
  });

  it('stopped early, the bound still holds and the cover still covers', () => {
    fc.assert(
      fc.property(instance, ({ size, sets }) => {
        const found = leastCover(size, sets, 1);
        const best = bruteForce(size, sets);
        if (!found || best === null) {
          expect(found).toBe(best);
          return;
        }
        expect(found.cost).toBeGreaterThanOrEqual(best);
        expect(found.atLeast).toBeLessThanOrEqual(best);
        expect(new Set(found.taken.flatMap((i) => sets[i]!.covers)).size).toBe(size);
      }),
    );
  });

  it('nothing to cover costs nothing', () => {
    expect(leastCover(0, [])).toEqual({ taken: [], cost: 0, atLeast: 0 });
  });
});
