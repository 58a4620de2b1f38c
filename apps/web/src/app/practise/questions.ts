import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointPlan } from '@hephaist/core/joint/plan';

/** One turn: a joint and four rods of different fate, in an order that gives nothing away. */
export interface Question {
  readonly joint: Joint;
  readonly plan: JointPlan;
  readonly options: readonly string[];
}

/**
 * Builds a question from a planned joint: the chosen rod, the best other allowed one, and two that are refused.
 * @param pick a number in [0, 1) that decides which refused ones; comes from outside so that a turn can be repeated
 */
export function questionOf(joint: Joint, plan: JointPlan, pick: number): Question | null {
  const { judgements, chosen } = plan.selection;
  const refused = judgements.filter((j) => j.verdict === 'refused');
  if (!chosen || refused.length < 2) return null;
  const at = Math.floor(pick * refused.length);
  const two = [refused[at], refused[(at + 1 + Math.floor(refused.length / 3)) % refused.length]].filter(
    (j) => j !== undefined,
  );
  const other = judgements.find((j) => j.verdict === 'allowed');
  const ids = [chosen.filler.id, ...(other ? [other.filler.id] : []), ...two.map((j) => j.filler.id)];
  return { joint, plan, options: [...new Set(ids)].sort() };
}
