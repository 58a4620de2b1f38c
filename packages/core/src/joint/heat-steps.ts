import { heatSentences } from '../heat/heat-sentences.js';
import { PROTECTION_WORDS } from '../heat/protections.js';
import { usualHeat } from '../heat/usual-heat.js';
import type { JointPlan } from './plan.js';

/** How the part nearby is protected before the strike; null where none is, or it is left bare. */
export function protectStep({ partHeat, partNearby }: Pick<JointPlan, 'partHeat' | 'partNearby'>): string | null {
  if (!partHeat || !partNearby || partHeat.protection === 'bare') return null;
  return partHeat.protection === 'apart'
    ? `${partNearby.name}: take it apart before you strike.`
    : `${partNearby.name}: ${PROTECTION_WORDS[partHeat.protection]} on it before you strike.`;
}

/** What a fitter is told of the heat of a joint, by its usual tip, in the order it is done. */
export const heatTold = ({ heat }: Pick<JointPlan, 'heat'>): string[] =>
  heat ? heatSentences(heat, usualHeat(heat)).map((s) => s.says) : [];

/** The same with the part nearby first, for it is protected before the strike. */
export function heatSteps(plan: JointPlan): string[] {
  const first = plan.heat ? protectStep(plan) : null;
  return [...(first ? [first] : []), ...heatTold(plan)];
}
