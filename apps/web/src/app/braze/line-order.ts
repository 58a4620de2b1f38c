import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { layoutOf, SOME_FEED } from '@hephaist/contracts/records/purge-line';
import type { JointSummary } from '@hephaist/core/joint/summary';
import { networkOf } from '@hephaist/core/purge/layout';
import { jointOrder } from '@hephaist/core/purge/order';

/** A stretch of a line's joints with one vent open; null where no vent sweeps them. */
export interface Stretch {
  readonly vent: string | null;
  readonly jointIds: readonly string[];
}

/** Bore of a tube by its outside where its wall is not at hand: it orders the joints, nothing is computed with it. */
const BORE_SHARE = 0.9;

/**
 * The open joints of a line in the order that nitrogen wants them: vent by vent, from the source outward; at the end
 * those that no vent sweeps, that are not placed on the drawing, or that have no plan.
 * @param joints the line's joints in order, without those set aside
 * @param isOpen still to be made
 */
export function lineOrder(
  line: Line,
  joints: readonly Joint[],
  summaryOf: (joint: Joint) => JointSummary | null,
  isOpen: (joint: Joint) => boolean,
): readonly Stretch[] {
  const known = joints.flatMap((j) => {
    const s = summaryOf(j);
    return s && s.overlapM !== null && s.gapSideM !== null ? [{ j, s, lapM: s.overlapM, gapSideM: s.gapSideM }] : [];
  });
  const bores = known.map(({ s }) => s.tubeOdM * BORE_SHARE);
  const layout = layoutOf(
    line,
    known.map(({ j }) => j.id),
    bores,
  );
  const done = new Set(joints.filter((j) => !isOpen(j)).map((j) => j.id));
  const placed = known.map(({ j, s, lapM, gapSideM }) => ({
    id: j.id,
    brazed: done.has(j.id),
    lapM,
    diameterM: s.tubeOdM,
    gapSideM,
  }));
  const stretches: Stretch[] = [];
  try {
    const { stages } = jointOrder(networkOf(layout, placed, SOME_FEED), { done });
    for (const s of stages) stretches.push({ vent: s.vent, jointIds: s.joints.filter((id) => !done.has(id)) });
  } catch {
    // A line that is drawn so that nothing flows has no order: its joints stand as in the schedule.
  }
  const ordered = new Set(stretches.flatMap((s) => s.jointIds));
  const rest = joints.filter((j) => isOpen(j) && !ordered.has(j.id)).map((j) => j.id);
  return [...stretches, { vent: null, jointIds: rest }].filter((s) => s.jointIds.length);
}
