import type { Joint } from '@hephaist/contracts/records/joint';
import type { Planned } from '@hephaist/contracts/records/planner';
import type { JointPlan } from '@hephaist/core/joint/plan';

/** One joint of each kind with its plan: alike joints share a plan. What is set aside or has none is left out. */
export function* jointKinds(
  joints: readonly Joint[],
  planOf: (joint: Joint) => Planned,
): Generator<{ readonly joint: Joint; readonly plan: JointPlan }> {
  const seen = new Set<Planned>();
  for (const joint of joints) {
    const planned = planOf(joint);
    if (joint.setAside || !planned.plan || seen.has(planned)) continue;
    seen.add(planned);
    yield { joint, plan: planned.plan };
  }
}
