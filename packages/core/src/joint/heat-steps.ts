import { heatSentences } from '../heat/heat-sentences.js';
import { PROTECTION_WORDS } from '../heat/protections.js';
import { usualHeat } from '../heat/usual-heat.js';
import type { JointPlan } from './plan.js';

/** What a fitter is told of the heat of a joint, by its usual tip: the part nearby first, for it is protected before the strike. */
export function heatSteps(plan: JointPlan): string[] {
  const { heat, partHeat, partNearby } = plan;
  if (!heat) return [];
  const told = heatSentences(heat, usualHeat(heat)).map((s) => s.says);
  if (!partHeat || !partNearby || partHeat.protection === 'bare') return told;
  const first =
    partHeat.protection === 'apart'
      ? `${partNearby.name}: take it apart before you strike.`
      : `${partNearby.name}: ${PROTECTION_WORDS[partHeat.protection]} on it before you strike.`;
  return [first, ...told];
}
