import type { JointSpec } from '../joint/joint.js';
import { planJoint } from '../joint/plan.js';
import { benchOf, type BenchSetup, type Forgotten } from '../practise/bench-setup.js';
import { sampleJoint, sampleLine } from './samples.js';

const OF_SEVEN_EIGHTHS = { standardId: 'acr', size: '7/8', metalId: 'copper' };

/** The bench of a plain 7/8 copper joint; tests change what they are about. */
export function sampleBench(change: Partial<JointSpec> = {}, forgotten: Forgotten = {}): BenchSetup {
  const spec = sampleJoint({ tube: OF_SEVEN_EIGHTHS, ...change });
  const setup = benchOf(planJoint(spec, sampleLine()), spec.position, forgotten);
  if (!setup) throw new Error('no bench of this joint');
  return setup;
}
