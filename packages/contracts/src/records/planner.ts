import type { GroovePlan } from '@hephaist/core/braze-weld/groove';
import type { LineConditions } from '@hephaist/core/joint/joint';
import { type JointPlan, planJoint, planSeam } from '@hephaist/core/joint/plan';
import type { Shop } from '@hephaist/core/joint/shop';
import { type JointSummary, seamSummary, summaryOf } from '@hephaist/core/joint/summary';
import { type FieldProblem, InputError } from '@hephaist/core/source/problem';
import { lineConditions } from './conditions.js';
import type { Job } from './job.js';
import type { Joint } from './joint.js';
import type { Line } from './line.js';

/** A plan of a capillary joint or of a seam, or why there is none. */
export type Planned =
  | { readonly plan: JointPlan; readonly seam: null; readonly problems: null }
  | { readonly plan: null; readonly seam: GroovePlan; readonly problems: null }
  | { readonly plan: null; readonly seam: null; readonly problems: readonly FieldProblem[] };

/** The short of it for lists, or why there is none. */
export type Summed =
  | { readonly summary: JointSummary; readonly problems: null }
  | { readonly summary: null; readonly problems: readonly FieldProblem[] };

const keys = new WeakMap<Joint, string>();
/** What makes two joints the same for planning: everything but their names. */
export function planKey(j: Joint): string {
  let key = keys.get(j);
  if (key === undefined) {
    key = JSON.stringify([
      j.lineId,
      j.tube,
      j.socket,
      j.bush,
      j.groove,
      j.patch ?? null,
      j.fitUp,
      j.position,
      j.partNearby,
      j.movement,
      j.wallBehind ?? false,
      j.fillerId,
      j.rodForm,
      j.cadmiumReason,
      j.schools,
    ]);
    keys.set(j, key);
  }
  return key;
}

/** Plans a joint; bad input becomes problems at their fields. */
export function tryPlan(joint: Joint, conditions: LineConditions, shop: Shop): Planned {
  try {
    return joint.socket.kind === 'groove'
      ? { plan: null, seam: planSeam(joint, shop), problems: null }
      : { plan: planJoint(joint, conditions, shop), seam: null, problems: null };
  } catch (e) {
    if (e instanceof InputError) return { plan: null, seam: null, problems: e.problems };
    throw e;
  }
}

/** The short of a plan. */
export function sum(planned: Planned): Summed {
  if (planned.plan) return { summary: summaryOf(planned.plan), problems: null };
  if (planned.seam) return { summary: seamSummary(planned.seam), problems: null };
  return { summary: null, problems: planned.problems };
}

/**
 * Plans joints of a job on demand. Identical joints on one line share a plan, so a job of thousands has only as many
 * plans as it has different joints.
 */
export function planner(job: Job, lines: readonly Line[], shop: Shop): (joint: Joint) => Planned {
  const conditions = new Map(lines.map((l) => [l.id, lineConditions(l, job)]));
  const byKey = new Map<string, Planned>();
  return (joint) => {
    const key = planKey(joint);
    let planned = byKey.get(key);
    if (!planned) {
      const line = conditions.get(joint.lineId);
      planned = line
        ? tryPlan(joint, line, shop)
        : { plan: null, seam: null, problems: [{ field: 'lineId', says: 'its line is not here' }] };
      byKey.set(key, planned);
    }
    return planned;
  };
}
