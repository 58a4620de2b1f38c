import { workingK } from '../fillers/fillers.js';
import { colourAt, type FluxSign, fluxSigns, showsColour } from '../heat/colours.js';
import type { JointPlan } from './plan.js';

/** What tells the heat of a joint: the colour seen at work, null where its metals show none, and the signs of its own flux. */
export interface HeatWords {
  readonly workK: number;
  readonly colour: string | null;
  readonly signs: readonly FluxSign[];
  /** The heat in a few words: "cherry in a dim place", or to watch the flux. */
  readonly says: string;
}

/** Null where no rod serves. Source: heat-colour charts, from memory; signs of flux are practice. */
export function heatWords(plan: JointPlan): HeatWords | null {
  const chosen = plan.selection.chosen;
  if (!chosen) return null;
  const workK = workingK(chosen.filler);
  const metals = [plan.tubeMetal, plan.socketMetal, ...(plan.bushMetal ? [plan.bushMetal] : [])];
  const colour = showsColour(metals.map((m) => m.family)) ? colourAt(workK) : null;
  return {
    workK,
    colour,
    signs: chosen.flux ? fluxSigns(chosen.flux) : [],
    says: colour ? `${colour} in a dim place` : 'no colour shows before it melts: watch the flux',
  };
}
