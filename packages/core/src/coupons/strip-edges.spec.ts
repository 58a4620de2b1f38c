import { describe, expect, it } from 'vitest';
import { complaints } from '../testing/complaints.js';
import { greyPicture, stripPicture, type StripWish } from '../testing/strip-picture.js';
import { metresPerPixel, type StripMarks, traceStrip, twoLevels } from './strip-trace.js';

describe('the scale of a picture', () => {
  const of = (px: number, lengthM: number) => metresPerPixel({ a: [0, 0], b: [px, 0], lengthM });
  it('is the length over the pixels, whichever way it lies', () => {
    expect(of(20, 0.01)).toBe(0.0005);
    expect(metresPerPixel({ a: [3, 4], b: [33, 44], lengthM: 0.1 })).toBe(0.002);
  });
  it('from 20 pixels on, and between 0.01 mm and 1 m', () => {
    const far = 'scale: take two points at least 20 pixels apart';
    expect(complaints(() => of(19.99, 0.01))).toEqual([far]);
    expect(complaints(() => of(20, 0.01))).toEqual([]);
    const length = 'scale.lengthM: a length between 0.0004 in and 39 in (0.01 mm to 1 m)';
    for (const m of [1e-5, 1, 0, NaN]) expect(complaints(() => of(100, m))).toEqual([length]);
    for (const m of [1.001e-5, 0.999]) expect(complaints(() => of(100, m))).toEqual([]);
  });
});

describe('two levels (Otsu 1979)', () => {
  it('parts at the middle of both means, and says how much they explain', () => {
    expect(twoLevels([10, 10, 10, 30])).toEqual({ cut: 20, low: 10, high: 30, explained: 1 });
    const t = twoLevels([1, 2, 3, 11, 12, 13]);
    expect([t.cut, t.low, t.high]).toEqual([7, 2, 12]);
    // Between 6 x 25 = 150, within 2 + 2.
    expect(t.explained).toBeCloseTo(150 / 154, 12);
  });
  it('one level parts into none', () => {
    expect(twoLevels([7, 7, 7])).toEqual({ cut: 7, low: 7, high: 7, explained: 0 });
    expect(twoLevels([7])).toEqual({ cut: 7, low: 7, high: 7, explained: 0 });
  });
});

describe('what cannot be traced, at its field', () => {
  const grey = greyPicture(100, 50, () => 200);
  const marks = (change: Partial<StripMarks> = {}): StripMarks => ({
    scale: { a: [0, 0], b: [100, 0], lengthM: 0.01 },
    line: [
      [0, 25],
      [100, 25],
    ],
    bandPx: 4,
    voids: 'darker',
    ...change,
  });
  const wrong = (change: Partial<StripMarks>) => complaints(() => traceStrip(grey, marks(change)));
  it('a line that leaves the picture by any side, or is none', () => {
    const says = ['line: draw the bond line inside the picture, from mouth to stop'];
    expect(
      wrong({
        line: [
          [0, 0],
          [100, 50],
        ],
      }),
    ).toEqual([]);
    expect(
      wrong({
        line: [
          [-0.1, 25],
          [90, 25],
        ],
      }),
    ).toEqual(says);
    expect(
      wrong({
        line: [
          [0, -0.1],
          [90, 25],
        ],
      }),
    ).toEqual(says);
    expect(
      wrong({
        line: [
          [0, 25],
          [100.1, 25],
        ],
      }),
    ).toEqual(says);
    expect(
      wrong({
        line: [
          [0, 25],
          [90, 50.1],
        ],
      }),
    ).toEqual(says);
    expect(wrong({ line: [[0, 25]] })).toEqual(says);
    expect(wrong({ line: [] })).toEqual(says);
  });
  it('a band of 1 to 400 pixels, a line of 30 pixels', () => {
    const band = ['bandPx: a band of 1 to 400 pixels across the bond line'];
    for (const bandPx of [0.99, 400.1, NaN]) expect(wrong({ bandPx })).toEqual(band);
    for (const bandPx of [1, 400]) expect(wrong({ bandPx })).toEqual([]);
    expect(
      wrong({
        line: [
          [0, 25],
          [29.9, 25],
        ],
      }),
    ).toEqual(['line: a bond line at least 30 pixels long']);
    expect(
      wrong({
        line: [
          [0, 25],
          [30, 25],
        ],
      }),
    ).toEqual([]);
    expect(
      wrong({
        line: [
          [0, 25],
          [15, 25],
          [15, 40],
        ],
      }),
    ).toEqual([]);
  });
});

describe('what is taken for a void', () => {
  const LONG = 300;
  const wish = (change: Partial<StripWish> = {}): StripWish => ({
    width: 400,
    height: 60,
    from: [50, 30],
    to: [50 + LONG, 30],
    gapPx: 14,
    voids: [[100, 160]],
    metal: 210,
    filler: 210,
    empty: 60,
    noise: 0,
    seed: 1,
    ...change,
  });
  const traced = (w: StripWish, voids: StripMarks['voids'] = 'darker') =>
    traceStrip(stripPicture(w), {
      scale: { a: [0, 10], b: [LONG, 10], lengthM: 0.03 },
      line: [w.from, w.to],
      bandPx: 10,
      voids,
    });
  it('from a contrast of twelve on, without noise; under it nothing', () => {
    expect(traced(wish({ empty: 210 - 13 })).voids).toHaveLength(1);
    expect(traced(wish({ empty: 210 - 11 })).voids).toEqual([]);
  });
  it('what is lighter where voids are lighter, else what is darker; the rest is filler', () => {
    const dark = traced(wish());
    const light = traced(wish(), 'lighter');
    const px = (v: { fromM: number; toM: number }) => [v.fromM / 1e-4, v.toM / 1e-4];
    expect(px(dark.voids[0]!)[0]).toBeCloseTo(100, 0);
    expect(px(dark.voids[0]!)[1]).toBeCloseTo(160, 0);
    expect(light.voids.map(px).flat().map(Math.round)).toEqual([0, 100, 160, 300]);
    expect(light.voids.at(-1)?.toM).toBeLessThanOrEqual(light.overlapM);
    expect(dark.overlapM).toBeCloseTo(0.03, 9);
  });
  it('edges lie between pixels where the grey crosses the cut', () => {
    for (const shift of [0, 0.25, 0.5, 0.75]) {
      const [v] = traced(wish({ voids: [[100 + shift, 160 + shift]] })).voids;
      expect(Math.abs(v!.fromM / 1e-4 - (100 + shift))).toBeLessThan(0.25);
      expect(Math.abs(v!.toM / 1e-4 - (160 + shift))).toBeLessThan(0.25);
    }
  });
  it('three pixels at least; what is shorter is dirt', () => {
    expect(
      traced(
        wish({
          voids: [
            [100, 160],
            [200, 204],
          ],
        }),
      ).voids,
    ).toHaveLength(2);
    expect(
      traced(
        wish({
          voids: [
            [100, 160],
            [200, 201],
          ],
        }),
      ).voids,
    ).toHaveLength(1);
  });
  it('an edge is as doubtful as sampling without noise: 0.3 pixels; noise adds what it moves the crossing by', () => {
    const still = traced(wish());
    expect(still.edgeM).toBeCloseTo(0.3 * 1e-4, 12);
    expect(still.mPerPx).toBeCloseTo(1e-4, 12);
    const noisy = traced(wish({ noise: 25, seed: 3 }));
    expect(noisy.edgeM).toBeGreaterThan(still.edgeM);
    expect(noisy.edgeM).toBeLessThan(0.5 * 1e-4);
    // The less the contrast, the more the same noise moves an edge.
    expect(traced(wish({ noise: 25, seed: 3, empty: 130 })).edgeM).toBeGreaterThan(noisy.edgeM);
  });
  it('a picture that does not part in two clear levels holds no void', () => {
    const slope = stripPicture(wish({ voids: [], noise: 12, seed: 5 }));
    const t = traceStrip(slope, {
      scale: { a: [0, 10], b: [LONG, 10], lengthM: 0.03 },
      line: [
        [50, 30],
        [350, 30],
      ],
      bandPx: 1,
      voids: 'darker',
    });
    expect(t.voids).toEqual([]);
  });
});
