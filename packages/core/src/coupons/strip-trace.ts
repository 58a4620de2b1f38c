import { InputError } from '../source/problem.js';
import { derived } from '../source/source.js';
import type { VoidInterval } from './section.js';

export const TRACE_SOURCE = derived('threshold of the mean grey across the bond line (Otsu), edges between pixels');

/** A picture in grey: one byte a pixel, rows from the top. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly grey: Uint8Array | Uint8ClampedArray;
}

/** A point on the picture, pixels from its upper left corner. */
export type Point = readonly [x: number, y: number];

/** Two points of a scale in the picture, and how far apart they are, m. */
export interface PictureScale {
  readonly a: Point;
  readonly b: Point;
  readonly lengthM: number;
}

/** How the strip lies in its picture. The bond line runs from the socket mouth to the stop. */
export interface StripMarks {
  readonly scale: PictureScale;
  readonly line: readonly Point[];
  /** Width of the band looked at across the bond line, pixels: about the gap. */
  readonly bandPx: number;
  /** Voids show darker or lighter than filler. */
  readonly voids: 'darker' | 'lighter';
}

/** Proposed voids, to be accepted or corrected by hand. */
export interface StripTrace {
  readonly overlapM: number;
  readonly voids: readonly VoidInterval[];
  /** One edge may be off by this much, m (one standard deviation, from this picture's noise and sharpness). */
  readonly edgeM: number;
  readonly mPerPx: number;
  /** Share of the grey's spread that two levels explain, 0 to 1; below 0.5 nothing is taken for a void. */
  readonly clearness: number;
  /** Mean grey along the line, for the drawing, 0 to 255. */
  readonly profile: readonly number[];
}

const distance = ([ax, ay]: Point, [bx, by]: Point): number => Math.hypot(bx - ax, by - ay);

/** Metres in one pixel. @throws InputError when the points are too close or the length is none */
export function metresPerPixel({ a, b, lengthM }: PictureScale): number {
  const px = distance(a, b);
  if (px < 20) throw new InputError([{ field: 'scale', says: 'take two points at least 20 pixels apart' }]);
  if (!(lengthM > 1e-5 && lengthM < 1))
    throw new InputError([{ field: 'scale.lengthM', says: 'a length between 0.0004 in and 39 in (0.01 mm to 1 m)' }]);
  return lengthM / px;
}

/** Grey between pixels, by the four around; edges of the picture go on outwards. */
function greyAt({ width, height, grey }: GreyPicture, x: number, y: number): number {
  const [cx, cy] = [Math.min(Math.max(x, 0), width - 1), Math.min(Math.max(y, 0), height - 1)];
  const [x0, y0] = [Math.floor(cx), Math.floor(cy)];
  const [x1, y1] = [Math.min(x0 + 1, width - 1), Math.min(y0 + 1, height - 1)];
  const [fx, fy] = [cx - x0, cy - y0];
  const at = (px: number, py: number): number => grey[py * width + px] ?? 0;
  return (
    at(x0, y0) * (1 - fx) * (1 - fy) + at(x1, y0) * fx * (1 - fy) + at(x0, y1) * (1 - fx) * fy + at(x1, y1) * fx * fy
  );
}

/** Mean grey across the band at each pixel along the line. */
export function profileAlong(picture: GreyPicture, line: readonly Point[], bandPx: number): number[] {
  const out: number[] = [];
  const across = Math.max(1, Math.round(bandPx));
  let carry = 0.5;
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1] as Point, line[i] as Point];
    const long = distance(a, b);
    if (long === 0) continue;
    const [ux, uy] = [(b[0] - a[0]) / long, (b[1] - a[1]) / long];
    let s = carry;
    for (; s < long; s++) {
      let sum = 0;
      for (let k = 0; k < across; k++) {
        const off = k - (across - 1) / 2;
        sum += greyAt(picture, a[0] + ux * s - uy * off, a[1] + uy * s + ux * off);
      }
      out.push(sum / across);
    }
    carry = s - long;
  }
  return out;
}

/**
 * The grey that parts a profile best into two levels (Otsu 1979), with both means and the share of the spread that
 * they explain.
 */
export function twoLevels(values: readonly number[]): { cut: number; low: number; high: number; explained: number } {
  const sorted = [...values].sort((a, b) => a - b);
  const total = sorted.reduce((a, b) => a + b, 0);
  const n = sorted.length;
  const mean = total / n;
  const spread = sorted.reduce((a, v) => a + (v - mean) ** 2, 0);
  let best = { cut: mean, low: mean, high: mean, explained: 0 };
  let below = 0;
  for (let i = 1; i < n; i++) {
    below += sorted[i - 1]!;
    if (sorted[i] === sorted[i - 1]) continue;
    const [low, high] = [below / i, (total - below) / (n - i)];
    const between = i * (low - mean) ** 2 + (n - i) * (high - mean) ** 2;
    if (spread > 0 && between / spread > best.explained)
      best = { cut: (low + high) / 2, low, high, explained: between / spread };
  }
  return best;
}

/** Noise of a profile from neighbours: edges are few, so the median of the steps tells only of noise. */
function noiseOf(profile: readonly number[]): number {
  const steps = profile
    .slice(1)
    .map((v, i) => Math.abs(v - profile[i]!))
    .sort((a, b) => a - b);
  return (steps[Math.floor(steps.length / 2)] ?? 0) / 0.6745 / Math.SQRT2;
}

/** Mean of each value and its neighbours. */
const smooth = (values: readonly number[]): number[] =>
  values.map((v, i) => (2 * v + (values[i - 1] ?? v) + (values[i + 1] ?? v)) / 4);

/** Least grey between void and filler that is taken for a void at all. Source: practice. */
const LEAST_CONTRAST = 12;
/** Shortest void proposed, pixels. */
const SHORTEST_PX = 3;

/**
 * Proposes the voids along a strip's bond line from its picture.
 * @returns voids as distances from the socket mouth; none where the picture does not part into two clear levels
 * @throws InputError at `scale`, `line` or `bandPx`
 */
export function traceStrip(picture: GreyPicture, marks: StripMarks): StripTrace {
  const mPerPx = metresPerPixel(marks.scale);
  const { line, bandPx } = marks;
  const inside = line.every(([x, y]) => x >= 0 && y >= 0 && x <= picture.width && y <= picture.height);
  if (line.length < 2 || !inside)
    throw new InputError([{ field: 'line', says: 'draw the bond line inside the picture, from mouth to stop' }]);
  if (!(bandPx >= 1 && bandPx <= 400))
    throw new InputError([{ field: 'bandPx', says: 'a band of 1 to 400 pixels across the bond line' }]);
  const long = line.slice(1).reduce((a, p, i) => a + distance(line[i]!, p), 0);
  if (long < 30) throw new InputError([{ field: 'line', says: 'a bond line at least 30 pixels long' }]);
  const raw = profileAlong(picture, line, bandPx);
  const noise = noiseOf(raw);
  const profile = smooth(raw);
  const levels = twoLevels(profile);
  const contrast = levels.high - levels.low;
  const none = levels.explained < 0.5 || contrast < Math.max(LEAST_CONTRAST, 3 * noise);
  const isVoid = (v: number): boolean => (marks.voids === 'darker' ? v < levels.cut : v > levels.cut);
  const runs = none ? [] : runsOf(profile, isVoid, levels.cut);
  const overlapM = long * mPerPx;
  // An edge is blurred over about two pixels: noise moves its crossing by noise over slope, and it is sampled by pixels.
  const edgePx = Math.hypot(noise / Math.SQRT2 / Math.max(contrast / 3, 1), 0.3);
  return {
    overlapM,
    voids: runs.map(([from, to]) => ({ fromM: from * mPerPx, toM: Math.min(to * mPerPx, overlapM) })),
    edgeM: edgePx * mPerPx,
    mPerPx,
    clearness: levels.explained,
    profile,
  };
}

/** Stretches of a profile on one side of the cut, in pixels along the line, edges between samples. */
function runsOf(
  profile: readonly number[],
  isVoid: (v: number) => boolean,
  cut: number,
): (readonly [number, number])[] {
  const crossing = (i: number): number => {
    const [a, b] = [profile[i - 1]!, profile[i]!];
    return i - 0.5 + (a === b ? 0.5 : (cut - a) / (b - a));
  };
  const out: [number, number][] = [];
  let from: number | null = null;
  profile.forEach((v, i) => {
    if (isVoid(v) && from === null) from = i === 0 ? 0 : crossing(i);
    if (!isVoid(v) && from !== null) {
      out.push([from, crossing(i)]);
      from = null;
    }
  });
  if (from !== null) out.push([from, profile.length]);
  return out.filter(([a, b]) => b - a >= SHORTEST_PX);
}
