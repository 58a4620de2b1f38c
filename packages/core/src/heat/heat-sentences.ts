import { inASentence } from '../metals/metals.js';
import { practice, type Source } from '../source/source.js';
import { said } from '../units/say.js';
import { capital } from '../words/capital.js';
import { EFFICIENCY_SOURCE } from './fuels.js';
import type { HeatJoint } from './heat-joint.js';
import { HAND_SOURCE } from './heat-run.js';
import { diffusivity } from './metal-heat.js';
import { AIM_S, type HeatPlan, meltsAtK, PREHEAT_SOURCE, STOP_S, TIME_SOURCE } from './plan-heat.js';

/** A sentence a fitter says, with where it comes from. */
export interface HeatSentence {
  readonly says: string;
  readonly source: Source;
}

/** Seconds as they are said: to five under a minute, to ten after. */
export const aboutS = (seconds: number): string => {
  const to = seconds < 60 ? 5 : 10;
  return `about ${Math.max(to, Math.round(seconds / to) * to)} s`;
};

/** Heat takes longer than this to come round: the flame must go round, s. */
const GOES_ROUND_S = 10;
/** Room to melting that must be said, K. */
const LITTLE_ROOM_K = 80;

/** Time for heat to even out round the tube, s: the first mode of a ring decays at diffusivity over radius squared. */
export const roundS = (joint: HeatJoint): number =>
  (joint.tube.odM / 2) ** 2 / Math.min(diffusivity(joint.tube.metal), diffusivity(joint.socket.metal));

const ROUND_SOURCE: Source = {
  certainty: 'derived',
  name: 'the first mode round a ring fades with radius squared over diffusivity',
  memory: false,
};

/** The heat of a joint in the order it is done. */
export function heatSentences(joint: HeatJoint, plan: HeatPlan): HeatSentence[] {
  const { tip, torches = 1 } = plan.torch;
  const name = `${torches === 2 ? 'Two torches, ' : ''}${tip.name} tip`;
  const lead = torches === 2 ? name : capital(name);
  const out: HeatSentence[] = [];
  const { likely } = plan.seconds;
  if (likely === null) {
    out.push({
      says:
        plan.verdict === 'never'
          ? `${lead}: never gets there; the coldest of the joint stops at ${said(plan.reachesK, 'temperature')} and ${said(joint.workK, 'temperature')} is wanted. Take a bigger tip or a second torch.`
          : `${lead}: not within 6 minutes. Take a bigger tip or a second torch.`,
      source: TIME_SOURCE,
    });
  } else {
    const heavier = joint.socket.wallM > joint.tube.wallM * 1.2 ? 'most of it on the fitting' : 'then both';
    out.push({ says: `${lead}, ${aboutS(likely)}: tube first, ${heavier}; keep it moving.`, source: HAND_SOURCE });
    const { least, most } = plan.seconds;
    if (least !== null)
      out.push({
        says: `${aboutS(least).replace('about ', '')} where the torch gives much, ${most === null ? 'never where it gives little' : `${aboutS(most).replace('about ', '')} where it gives little`}.`,
        source: EFFICIENCY_SOURCE,
      });
    if (plan.verdict === 'slow')
      out.push({
        says: `Over ${AIM_S / 60} minutes: flux and metal stand it, a bigger tip is better.`,
        source: TIME_SOURCE,
      });
    if (plan.verdict === 'too slow')
      out.push({ says: `Over ${STOP_S / 60} minutes: stop, and take a bigger tip.`, source: TIME_SOURCE });
  }
  if (plan.preheat)
    out.push({ says: 'Warm the whole fitting before the flame goes to the mouth.', source: PREHEAT_SOURCE });
  if (roundS(joint) > GOES_ROUND_S)
    out.push({
      says: `Go round it: this metal takes ${aboutS(roundS(joint))} to bring heat to the far side by itself.`,
      source: ROUND_SOURCE,
    });
  if (likely !== null && plan.marginK < LITTLE_ROOM_K) {
    const first = joint.tube.metal.solidusK <= joint.socket.metal.solidusK ? joint.tube.metal : joint.socket.metal;
    out.push({
      says:
        plan.marginK < 0
          ? `At this setting ${inASentence(first)} runs away at ${said(meltsAtK(joint), 'temperature')} before the lap is through: a softer flame, swept wide.`
          : `Little room: the hottest place comes within ${said(plan.marginK, 'temperatureDifference')} of where ${inASentence(first)} melts. Draw off as soon as the rod runs.`,
      source: practice('what is hottest while the coldest of the lap arrives'),
    });
  }
  return out;
}
