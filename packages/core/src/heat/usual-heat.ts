import { remembered } from '../numeric/remembered.js';
import type { HeatJoint } from './heat-joint.js';
import { type HeatPlan, planHeat } from './plan-heat.js';
import { heatKey, usualTorch } from './rank-tips.js';

const plans = remembered<HeatPlan>(300);

/** The heat plan of a joint under its usual torch; alike joints are planned once. @throws InputError naming what cannot be */
export const usualHeat = (joint: HeatJoint): HeatPlan =>
  plans([heatKey(joint), joint.workK, JSON.stringify(joint.flux), joint.oxygen].join(' '), () =>
    planHeat(joint, usualTorch(joint)),
  );
