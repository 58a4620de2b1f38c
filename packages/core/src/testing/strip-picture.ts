import type { GreyPicture, Point } from '../coupons/strip-trace.js';

/** What a generated strip looks like. Lengths in pixels along the bond line. */
export interface StripWish {
  readonly width: number;
  readonly height: number;
  readonly from: Point;
  readonly to: Point;
  readonly gapPx: number;
  readonly voids: readonly (readonly [number, number])[];
  readonly metal: number;
  readonly filler: number;
  readonly empty: number;
  /** Standard deviation of the grey's noise. */
  readonly noise: number;
  readonly seed: number;
}

/** Numbers between 0 and 1 that are the same for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A strip under the microscope as it might be photographed: known voids, edges blurred by sampling, noise. */
export function stripPicture(wish: StripWish): GreyPicture {
  const random = seeded(wish.seed);
  const normal = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  const [ux, uy] = [wish.to[0] - wish.from[0], wish.to[1] - wish.from[1]];
  const long = Math.hypot(ux, uy);
  const SUB = 3;
  const at = (x: number, y: number): number => {
    const [dx, dy] = [x - wish.from[0], y - wish.from[1]];
    const s = (dx * ux + dy * uy) / long;
    const d = Math.abs(dx * uy - dy * ux) / long;
    if (d > wish.gapPx / 2 || s < 0 || s > long) return wish.metal;
    return wish.voids.some(([a, b]) => s >= a && s < b) ? wish.empty : wish.filler;
  };
  const grey = new Uint8ClampedArray(wish.width * wish.height);
  for (let y = 0; y < wish.height; y++)
    for (let x = 0; x < wish.width; x++) {
      let sum = 0;
      for (let j = 0; j < SUB; j++)
        for (let i = 0; i < SUB; i++) sum += at(x + (i + 0.5) / SUB - 0.5, y + (j + 0.5) / SUB - 0.5);
      grey[y * wish.width + x] = sum / SUB ** 2 + wish.noise * normal();
    }
  return { width: wish.width, height: wish.height, grey };
}

/** A picture whose grey is told by place. */
export const greyPicture = (width: number, height: number, at: (x: number, y: number) => number): GreyPicture => ({
  width,
  height,
  grey: Uint8ClampedArray.from({ length: width * height }, (_, i) => at(i % width, Math.floor(i / width))),
});
