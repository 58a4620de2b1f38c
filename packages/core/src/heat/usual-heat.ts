import type { HeatJoint } from './heat-joint.js';
import { PLANNED_TIPS } from './part-peak.js';
import { type HeatPlan, planHeat } from './plan-heat.js';
import { heatKey, usualTorch } from './rank-tips.js';

const known = new Map<string, HeatPlan>();
const REMEMBERED = 300;

/** The heat plan of a joint under its usual torch; alike joints are planned once. @throws InputError naming what cannot be */
export function usualHeat(joint: HeatJoint): HeatPlan {
  const key = [heatKey(joint), joint.workK, joint.flux?.id, joint.oxygen].join(' ');
  let plan = known.get(key);
  if (!plan) {
    plan = planHeat(joint, usualTorch(joint, PLANNED_TIPS));
    if (known.size >= REMEMBERED) known.clear();
    known.set(key, plan);
  }
  return plan;
}
