import type { Joint } from '@hephaist/contracts/records/joint';
import type { Planned } from '@hephaist/contracts/records/planner';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { isForBench } from '@hephaist/core/practise/bench-setup';
import { metalWords, sizeWords } from '../data/joint-words';

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

/** Joints offered for the bench: one of each kind, no more than a list holds. */
const MOST = 60;

/** One joint of each kind that the bench can make. */
export function benchJoints(joints: readonly Joint[], planOf: (joint: Joint) => Planned): Joint[] {
  const found: Joint[] = [];
  for (const { joint, plan } of jointKinds(joints, planOf)) {
    if (isForBench(plan)) found.push(joint);
    if (found.length === MOST) break;
  }
  return found;
}

/** "PF-07: 7/8 ACR, copper into brass": what a joint is called where it is practised. */
export const jointName = (joint: Joint, tables: Catalogue): string =>
  `${joint.mark}: ${sizeWords(joint)}, ${metalWords(joint, tables)}`;
