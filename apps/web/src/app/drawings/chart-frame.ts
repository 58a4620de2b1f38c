import { OXYGEN_IN_AIR } from '@hephaist/core/purge/gas';
import { formatDuration } from '@hephaist/core/units/units';
import { line, type ScaleContinuousNumeric, scaleLinear, scaleLog } from 'd3';

/** One axis of a chart: what it spans, where it is ticked, and how a value on it is said. */
export interface Axis {
  readonly from: number;
  readonly to: number;
  /** Of tens, as for oxygen; even where nothing is said. */
  readonly scale?: 'linear' | 'log';
  readonly ticks: readonly { readonly at: number; readonly text: string }[];
  readonly say: (value: number) => string;
}

export type Point = readonly [x: number, y: number];

/** What is drawn over the axes. */
export interface Curve {
  readonly id: string;
  readonly points: readonly Point[];
  /** Written at its end. */
  readonly name?: string;
  readonly dash?: string;
  /** Each point is seen as well. */
  readonly dots?: boolean;
  /** Read by hand: squares, with no line between. */
  readonly apart?: boolean;
}

/** A range on the upright axis, with its name. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly name: string;
  /** How it is drawn: as what is wanted, or as an outline. */
  readonly tone: 'wanted' | 'outline';
}

/** An instant: a line from top to bottom, with a word. */
export interface Instant {
  readonly at: number;
  readonly word: string;
  readonly now?: boolean;
}

/** Room of a chart in its drawing's own units. */
export interface Room {
  readonly w: number;
  readonly h: number;
  readonly left: number;
  readonly right: number;
  readonly top: number;
  readonly bottom: number;
}

const scaleOf = (axis: Axis, range: readonly [number, number]): ScaleContinuousNumeric<number, number> =>
  (axis.scale === 'log' ? scaleLog() : scaleLinear()).domain([axis.from, axis.to]).range(range).clamp(true);

/** Where values of both axes lie in the drawing. */
export function framed(x: Axis, y: Axis, room: Room) {
  return {
    x: scaleOf(x, [room.left, room.w - room.right]),
    y: scaleOf(y, [room.h - room.bottom, room.top]),
  };
}
export type Frame = ReturnType<typeof framed>;

/** A curve as a path; a single point is a dot that its round ends draw. */
export function pathOf({ points }: Curve, frame: Frame): string {
  const drawn = points.length === 1 ? [...points, ...points] : points;
  return (
    line<Point>(
      ([x]) => frame.x(x),
      ([, y]) => frame.y(y),
    )(drawn as Point[]) ?? ''
  );
}

/** Least distance between two lines of words. */
const LINE = 14;

/** Where the names at the ends of curves stand: beside their end, none over another or below the axis. */
export function namesOf(
  curves: readonly Curve[],
  frame: Frame,
): readonly { readonly name: string; readonly y: number }[] {
  const names = curves
    .flatMap(({ name, points }) => (name && points.length ? [{ name, y: frame.y(points.at(-1)?.[1] ?? 0) }] : []))
    .sort((a, b) => a.y - b.y);
  names.forEach((n, i) => (n.y = Math.max(n.y, (names[i - 1]?.y ?? -Infinity) + LINE)));
  const below = (names.at(-1)?.y ?? 0) - (frame.y.range()[0] ?? 0);
  return below > 0 ? names.map((n) => ({ ...n, y: n.y - below })) : names;
}

/** The point of each curve that lies nearest to a place on the axis, by curve; curves of one id are one. */
export function nearest(curves: readonly Curve[], x: number): ReadonlyMap<string, Point> {
  const found = new Map<string, Point>();
  for (const { id, points } of curves)
    for (const p of points) {
      const before = found.get(id);
      if (!before || Math.abs(p[0] - x) < Math.abs(before[0] - x)) found.set(id, p);
    }
  return found;
}

/** All places on the axis where something was read, in order: what the arrow keys go through. */
export const placesOf = (curves: readonly Curve[]): number[] =>
  [...new Set(curves.flatMap((c) => c.points.map(([x]) => x)))].sort((a, b) => a - b);

const percent = (part: number): string => `${Number((100 * part).toPrecision(3))} %`;

/** The axis of a time from nought, s. */
export const durationAxis = (seconds: number, ticks = 5): Axis => ({
  from: 0,
  to: seconds,
  ticks: scaleLinear()
    .domain([0, seconds])
    .ticks(ticks)
    .map((at) => ({ at, text: formatDuration(at) })),
  say: formatDuration,
});

/** The axis of oxygen: tens, from what a purge leaves to what air holds. */
export const oxygenAxis = (least: number): Axis => ({
  from: least,
  to: OXYGEN_IN_AIR,
  scale: 'log',
  ticks: [0.2, 0.1, 0.01, 0.001].map((at) => ({ at, text: percent(at) })),
  say: (part) => (part < least ? `under ${percent(least)}` : percent(part)),
});
