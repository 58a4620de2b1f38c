import type { Point } from '@hephaist/core/coupons/strip-trace';

const between = ([ax, ay]: Point, [bx, by]: Point): number => Math.hypot(bx - ax, by - ay);

/** Length of a line of several points. */
export const lengthOf = (line: readonly Point[]): number =>
  line.slice(1).reduce((sum, p, i) => sum + between(line[i] as Point, p), 0);

/** The point so far along a line; its ends where it would lie beyond. */
export function pointAlong(line: readonly Point[], at: number): Point {
  let left = at;
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1] as Point, line[i] as Point];
    const long = between(a, b);
    if (left <= long || i === line.length - 1) {
      const t = long === 0 ? 0 : Math.min(1, Math.max(0, left / long));
      return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
    }
    left -= long;
  }
  return line[0] ?? [0, 0];
}

/** How far along a line the nearest place to a point is. */
export function nearestAlong(line: readonly Point[], p: Point): number {
  let [best, at, before] = [Infinity, 0, 0];
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1] as Point, line[i] as Point];
    const long = between(a, b);
    if (long === 0) continue;
    const t = Math.min(1, Math.max(0, ((p[0] - a[0]) * (b[0] - a[0]) + (p[1] - a[1]) * (b[1] - a[1])) / long ** 2));
    const off = between(p, [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t]);
    if (off < best) [best, at] = [off, before + t * long];
    before += long;
  }
  return at;
}

/** The stretch of a line between two distances along it, as an SVG path. */
export function pathBetween(line: readonly Point[], from: number, to: number): string {
  let before = 0;
  const inner: Point[] = [];
  line.forEach((p, i) => {
    if (i > 0) before += between(line[i - 1] as Point, p);
    if (before > from && before < to) inner.push(p);
  });
  return [pointAlong(line, from), ...inner, pointAlong(line, to)]
    .map(([x, y], i) => `${i ? 'L' : 'M'}${x.toFixed(2)} ${y.toFixed(2)}`)
    .join(' ');
}
