import type { FeedSweep } from '@hephaist/core/joint/feed-plan';
import { arc } from 'd3';

/** Angle of an hour, radians clockwise from 12. */
export const hourAngle = (hour: number): number => (hour / 12) * 2 * Math.PI;

/** Start and end angle of a sweep; goes the way its direction says, round the bottom or top as need be. */
export function sweepAngles(sweep: FeedSweep): { start: number; end: number } {
  const start = hourAngle(sweep.fromHour);
  let end = hourAngle(sweep.toHour);
  if (sweep.clockwise && end <= start) end += 2 * Math.PI;
  if (!sweep.clockwise && end >= start) end -= 2 * Math.PI;
  return { start, end };
}

/** Path of a sweep as a band between two radii. */
export function sweepPath(sweep: FeedSweep, inner: number, outer: number): string {
  const { start, end } = sweepAngles(sweep);
  return (
    arc().cornerRadius((outer - inner) / 2)({
      innerRadius: inner,
      outerRadius: outer,
      startAngle: Math.min(start, end),
      endAngle: Math.max(start, end),
    }) ?? ''
  );
}

/** Point on the clock: x to the right, y down. */
export const hourPoint = (hour: number, radius: number): { x: number; y: number } => ({
  x: radius * Math.sin(hourAngle(hour)),
  y: -radius * Math.cos(hourAngle(hour)),
});

/** Point half way along a sweep. */
export function sweepMiddle(sweep: FeedSweep, radius: number): { x: number; y: number } {
  const { start, end } = sweepAngles(sweep);
  return hourPoint(((start + end) / 2 / (2 * Math.PI)) * 12, radius);
}
