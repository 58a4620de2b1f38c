import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { JointSummary } from '@hephaist/core/joint/summary';
import { networkOf, straightLayout } from '@hephaist/core/purge/layout';
import { jointOrder } from '@hephaist/core/purge/order';
import { PURGE_LIMIT_PA } from '@hephaist/core/purge/pressure-limit';

/** A stretch of a line's joints with one vent open; null where no vent sweeps them. */
export interface Stretch {
  readonly vent: string | null;
  readonly jointIds: readonly string[];
}

/** Bore taken where no joint tells one, m. Source: practice. */
const SOME_BORE_M = 0.02;

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
  const bores = known.map(({ s }) => s.tubeOdM * 0.9);
  const layout =
    line.layout ??
    straightLayout(
      known.map(({ j }) => j.id),
      line.lengthM,
      bores.length ? bores : [SOME_BORE_M],
    );
  const placed = known.map(({ j, s, lapM, gapSideM }) => ({
    id: j.id,
    brazed: !isOpen(j),
    lapM,
    diameterM: s.tubeOdM,
    gapSideM,
  }));
  const done = new Set(joints.filter((j) => !isOpen(j)).map((j) => j.id));
  const stretches: Stretch[] = [];
  try {
    const { stages } = jointOrder(networkOf(layout, placed, { by: 'flow', m3s: 1e-4, mostPa: PURGE_LIMIT_PA }), {
      done,
    });
    for (const s of stages) stretches.push({ vent: s.vent, jointIds: s.joints.filter((id) => !done.has(id)) });
  } catch {
    // A line that is drawn so that nothing flows has no order: its joints stand as in the schedule.
  }
  const ordered = new Set(stretches.flatMap((s) => s.jointIds));
  const rest = joints.filter((j) => isOpen(j) && !ordered.has(j.id)).map((j) => j.id);
  return [...stretches, { vent: null, jointIds: rest }].filter((s) => s.jointIds.length);
}
