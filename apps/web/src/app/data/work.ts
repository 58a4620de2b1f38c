import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { Summed } from '@hephaist/contracts/records/planner';
import type { JointToCover } from '@hephaist/core/procedure/support';
import { asksKey, type JointVariables } from '@hephaist/core/qualification/range';

/** A joint that is planned to be brazed, with what it asks of its brazer and of its procedure. */
export interface WorkJoint<J extends Joint = Joint> {
  readonly joint: J;
  readonly asks: JointVariables;
  readonly cover: JointToCover;
  /** Still to be brazed, or to be brazed anew. */
  readonly open: boolean;
}

/** Joints that ask the same of their brazer. */
export interface WorkGroup<J extends Joint = Joint> {
  readonly asks: JointVariables;
  readonly joints: readonly WorkJoint<J>[];
}

/** Joints with a plan that are not set aside; seams have none. Joints that are still being planned are left out. */
export function workOf<J extends Joint>(
  joints: readonly J[],
  summaryOf: (joint: J) => Summed | null,
  last: ReadonlyMap<string, Pick<JointLog, 'visual'>>,
): WorkJoint<J>[] {
  return joints.flatMap((joint) => {
    const summary = summaryOf(joint)?.summary;
    if (!summary?.asks || joint.setAside) return [];
    const { asks, fluxId, fillerId, medical, gapSideM } = summary;
    const cover = { ...asks, fluxId, fillerId, medical, gapM: joint.fitUp.mode === 'nominal' ? null : gapSideM };
    return [{ joint, asks, cover, open: last.get(joint.id)?.visual !== 'accepted' }];
  });
}

/** The same by what they ask: who may braze is asked once for each group. */
export function groupWork<J extends Joint>(work: readonly WorkJoint<J>[]): WorkGroup<J>[] {
  const groups = new Map<string, { asks: JointVariables; joints: WorkJoint<J>[] }>();
  for (const w of work) {
    const key = asksKey(w.asks);
    const group = groups.get(key) ?? { asks: w.asks, joints: [] };
    group.joints.push(w);
    groups.set(key, group);
  }
  return [...groups.values()];
}
