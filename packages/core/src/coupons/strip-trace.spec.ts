import fc from 'fast-check';
import { Image, threshold } from 'image-js';
import { describe, expect, it } from 'vitest';
import { stripPicture, type StripWish } from '../testing/strip-picture.js';
import { metresPerPixel, type Point, profileAlong, type StripMarks, traceStrip, twoLevels } from './strip-trace.js';

const LONG = 600;
const wishOf = (change: Partial<StripWish> = {}): StripWish => ({
  width: 700,
  height: 60,
  from: [50, 30],
  to: [50 + LONG, 30],
  gapPx: 14,
  voids: [
    [60, 100],
    [300, 420],
  ],
  metal: 175,
  filler: 210,
  empty: 60,
  noise: 0,
  seed: 1,
  ...change,
});
const mPerPx = 0.02 / LONG;
const marksOf = (wish: StripWish, change: Partial<StripMarks> = {}): StripMarks => ({
  scale: { a: [0, 10], b: [LONG, 10], lengthM: 0.02 },
  line: [wish.from, wish.to],
  bandPx: wish.gapPx - 4,
  voids: 'darker',
  ...change,
});
/** Differences of found edges from those drawn, in pixels; null when another number of voids was found. */
function errors(wish: StripWish, change: Partial<StripMarks> = {}): number[] | null {
  const found = traceStrip(stripPicture(wish), marksOf(wish, change));
  if (found.voids.length !== wish.voids.length) return null;
  return found.voids.flatMap((v, i) => [v.fromM / mPerPx - wish.voids[i]![0], v.toM / mPerPx - wish.voids[i]![1]]);
}
const rms = (e: readonly number[]): number => Math.sqrt(e.reduce((a, x) => a + x * x, 0) / e.length);

describe('voids proposed from a picture of known voids', () => {
  it.each([
    [0, 0.3],
    [5, 0.35],
    [10, 0.45],
    [20, 0.6],
    [30, 0.9],
  ])('at noise %i of 255 every void is found, edges within %f px (rms)', (noise, most) => {
    const all: number[] = [];
    for (let seed = 1; seed <= 25; seed++) {
      const found = errors(wishOf({ noise, seed }));
      expect(found, `seed ${seed}`).not.toBeNull();
      all.push(...(found ?? []));
    }
    expect(rms(all)).toBeLessThan(most);
  });

  it('the edge’s stated uncertainty is honest: most errors lie within twice of it', () => {
    for (const noise of [0, 10, 20, 30]) {
      let [within, count] = [0, 0];
      for (let seed = 1; seed <= 25; seed++) {
        const wish = wishOf({ noise, seed });
        const { edgeM } = traceStrip(stripPicture(wish), marksOf(wish));
        for (const e of errors(wish) ?? []) {
          count += 1;
          if (Math.abs(e) * mPerPx <= 2 * edgeM) within += 1;
        }
      }
      expect(within / count).toBeGreaterThan(0.85);
    }
  });

  it('wherever voids lie and however the strip is turned, unbrazed is right to 2 px each', () => {
    const interval = fc.integer({ min: 0, max: 17 }).chain((cell) =>
      fc.record({
        from: fc.integer({ min: 2, max: 8 }),
        long: fc.integer({ min: 5, max: 20 }),
        cell: fc.constant(cell),
      }),
    );
    fc.assert(
      fc.property(
        fc.uniqueArray(interval, { selector: (v) => v.cell, maxLength: 6 }),
        fc.double({ min: -0.15, max: 0.15, noNaN: true }),
        fc.integer({ min: 1, max: 1e6 }),
        (cells, turn, seed) => {
          const voids = cells
            .map((c) => [c.cell * 33 + c.from, c.cell * 33 + c.from + c.long] as const)
            .sort((a, b) => a[0] - b[0]);
          const to: Point = [50 + LONG * Math.cos(turn), 110 + LONG * Math.sin(turn)];
          const wish = wishOf({ voids, from: [50, 110], to, seed, noise: 8, height: 220 });
          const found = traceStrip(stripPicture(wish), marksOf(wish));
          expect(found.voids).toHaveLength(voids.length);
          const drawn = voids.reduce((a, [x, y]) => a + y - x, 0);
          const sum = found.voids.reduce((a, v) => a + (v.toM - v.fromM) / mPerPx, 0);
          expect(Math.abs(sum - drawn)).toBeLessThan(2 * Math.max(1, voids.length));
        },
      ),
      { numRuns: 25 },
    );
  }, 120_000);

  it('a sound strip has none, clean or noisy; neither has a picture of noise alone', () => {
    for (const noise of [0, 10, 30])
      expect(traceStrip(stripPicture(wishOf({ voids: [], noise })), marksOf(wishOf())).voids).toEqual([]);
    const flat = wishOf({ metal: 128, filler: 128, empty: 128, noise: 40 });
    expect(traceStrip(stripPicture(flat), marksOf(flat)).voids).toEqual([]);
  });

  it('voids to the mouth and the stop are whole; lighter voids are found when told so', () => {
    const wish = wishOf({
      voids: [
        [0, 40],
        [560, 600],
      ],
    });
    const found = traceStrip(stripPicture(wish), marksOf(wish));
    expect(found.voids[0]?.fromM).toBe(0);
    expect(found.voids[1]?.toM).toBeCloseTo(0.02, 6);
    const light = wishOf({ filler: 80, empty: 230 });
    expect(errors(light, { voids: 'lighter' })).toHaveLength(4);
    expect(rms(errors(light, { voids: 'lighter' }) ?? [9])).toBeLessThan(0.4);
  });

  it('a bond line drawn in pieces counts along the pieces', () => {
    const wish = wishOf();
    const bent = errors(wish, {
      line: [
        [50, 30],
        [200.3, 30],
        [411.7, 30],
        [650, 30],
      ],
    });
    expect(rms(bent ?? [9])).toBeLessThan(0.4);
    expect(
      profileAlong(
        stripPicture(wish),
        [
          [50, 30],
          [200.3, 30],
          [650, 30],
        ],
        6,
      ),
    ).toHaveLength(LONG);
  });

  it('says at the field what cannot be', () => {
    const wish = wishOf();
    const picture = stripPicture(wish);
    const fails = (change: Partial<StripMarks>) => {
      try {
        traceStrip(picture, marksOf(wish, change));
        return null;
      } catch (e) {
        return (e as { problems: { field: string }[] }).problems[0]?.field;
      }
    };
    expect(fails({ scale: { a: [1, 1], b: [5, 5], lengthM: 0.02 } })).toBe('scale');
    expect(fails({ scale: { a: [1, 1], b: [500, 5], lengthM: 0 } })).toBe('scale.lengthM');
    expect(fails({ line: [[0, 0]] })).toBe('line');
    expect(
      fails({
        line: [
          [0, 0],
          [5000, 0],
        ],
      }),
    ).toBe('line');
    expect(fails({ bandPx: 0 })).toBe('bandPx');
    expect(metresPerPixel({ a: [0, 0], b: [300, 400], lengthM: 0.005 })).toBeCloseTo(1e-5, 12);
  });
});

describe('two levels', () => {
  it('cuts where an independent library does (Otsu, image-js)', () => {
    for (let seed = 1; seed <= 8; seed++) {
      const { width, height, grey } = stripPicture(wishOf({ noise: 12, seed, metal: 210 }));
      const image = new Image(width, height, { data: new Uint8Array(grey), colorModel: 'GREY' });
      const mask = threshold(image, { algorithm: 'otsu' });
      const { cut } = twoLevels([...grey]);
      let differ = 0;
      for (let i = 0; i < grey.length; i++)
        if ((mask.getBitByIndex(i) ? 1 : 0) !== (grey[i]! > cut ? 1 : 0)) differ += 1;
      expect(differ / grey.length).toBeLessThan(0.002);
    }
  });
});
