import type { JointPlan } from '@hephaist/core/joint/plan';
import { type LineLayout, networkOf, type PlacedJoint, straightLayout, unplaced } from '@hephaist/core/purge/layout';
import type { Feed, PurgeNetwork } from '@hephaist/core/purge/network';
import { PURGE_LIMIT_PA } from '@hephaist/core/purge/pressure-limit';
import { findService } from '@hephaist/core/services/services';
import type { Joint } from './joint.js';
import type { Line } from './line.js';
import type { Planned } from './planner.js';

/** What the purge of a line rests on. */
export interface PurgeOfLine {
  readonly layout: LineLayout;
  readonly net: PurgeNetwork;
  /** Joints that nobody placed on the line as drawn. */
  readonly unplaced: readonly string[];
  /** A medical-gas line: nothing is drilled or loosened in it. */
  readonly medical: boolean;
  /** Plans of its joints; those without one are left out of the line. */
  readonly plans: ReadonlyMap<string, JointPlan>;
  /** The line's oxygen limit, or a stricter one of a procedure its joints are made to, and which. */
  readonly limit: { readonly limit: number; readonly by: string | null };
}

/** Bore taken where no joint tells one, m. Source: practice. */
const SOME_BORE_M = 0.02;

/** A feed for what does not ask how much flows. */
export const SOME_FEED: Feed = { by: 'flow', m3s: 1e-4, mostPa: PURGE_LIMIT_PA };

/** A line as drawn, or straight with its joints at even distances where nobody drew it. @param bores of its tubes, m */
export const layoutOf = (line: Line, jointIds: readonly string[], bores: readonly number[]): LineLayout =>
  line.layout ?? straightLayout(jointIds, line.lengthM, bores.length ? bores : [SOME_BORE_M]);

/** The strictest oxygen limit of a line's joints, and which procedure sets it; the line's own where none is stricter. */
export function strictestLimit(line: Line, plans: Iterable<JointPlan>): PurgeOfLine['limit'] {
  let strictest: PurgeOfLine['limit'] = { limit: line.oxygenLimit, by: null };
  for (const p of plans)
    if (p.purge && p.purge.limit < strictest.limit) strictest = { limit: p.purge.limit, by: p.limitBy };
  return strictest;
}

/**
 * A line as its purge is worked out: as drawn, or straight with its joints at even distances where nobody drew it.
 * @param joints the line's joints in order, without those set aside
 * @param brazed whether a joint is made and accepted
 */
export function purgeOfLine(
  line: Line,
  joints: readonly Joint[],
  planOf: (joint: Joint) => Planned,
  brazed: (jointId: string) => boolean,
): PurgeOfLine {
  const plans = new Map(
    joints.flatMap((j): [string, JointPlan][] => {
      const { plan } = planOf(j);
      return plan ? [[j.id, plan]] : [];
    }),
  );
  const placed = [...plans].map(([id, plan]): PlacedJoint => ({
    id,
    brazed: brazed(id),
    lapM: plan.overlap.overlapM,
    diameterM: plan.tube.odM,
    gapSideM: plan.gap.sideM,
  }));
  const bores = [...plans.values()].map((p) => p.tube.odM - 2 * p.tube.wallM);
  const layout = layoutOf(line, [...plans.keys()], bores);
  return {
    layout,
    unplaced: unplaced(layout, [...plans.keys()]),
    medical: findService(line.serviceId)?.medical !== null,
    net: networkOf(layout, placed, SOME_FEED),
    plans,
    limit: strictestLimit(line, plans.values()),
  };
}
