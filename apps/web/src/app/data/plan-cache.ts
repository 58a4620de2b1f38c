import { lineConditions, procedureCovers, type Job, type Joint, type Line, type Procedure } from '@hephaist/contracts';
import {
  InputError,
  planJoint,
  type FieldProblem,
  type JointPlan,
  type LineConditions,
  type ProcedureCover,
} from '@hephaist/core';

/** A plan, or why there is none. */
export type Planned =
  | { readonly plan: JointPlan; readonly problems: null }
  | { readonly plan: null; readonly problems: readonly FieldProblem[] };

/** What makes two joints the same for planning: everything but their names. */
const planKey = (j: Joint): string =>
  JSON.stringify([
    j.lineId,
    j.tube,
    j.socket,
    j.fitUp,
    j.position,
    j.partNearby,
    j.movement,
    j.fillerId,
    j.cadmiumReason,
  ]);

/** Plans a joint; bad input becomes problems at their fields. */
export function tryPlan(joint: Joint, conditions: LineConditions, covers: readonly ProcedureCover[]): Planned {
  try {
    return { plan: planJoint(joint, conditions, covers), problems: null };
  } catch (e) {
    if (e instanceof InputError) return { plan: null, problems: e.problems };
    throw e;
  }
}

/**
 * Plans joints of a job on demand. Identical joints on one line share a plan, so a job of thousands has only as many
 * plans as it has different joints.
 */
export function planner(job: Job, lines: readonly Line[], procedures: readonly Procedure[]): (joint: Joint) => Planned {
  const covers = procedureCovers(procedures);
  const conditions = new Map(lines.map((l) => [l.id, lineConditions(l, job)]));
  const byJoint = new WeakMap<Joint, Planned>();
  const byKey = new Map<string, Planned>();
  return (joint) => {
    const known = byJoint.get(joint);
    if (known) return known;
    const key = planKey(joint);
    let planned = byKey.get(key);
    if (!planned) {
      const line = conditions.get(joint.lineId);
      planned = line
        ? tryPlan(joint, line, covers)
        : { plan: null, problems: [{ field: 'lineId', says: 'its line is not here' }] };
      byKey.set(key, planned);
    }
    byJoint.set(joint, planned);
    return planned;
  };
}
