import { remembered } from '../numeric/remembered.js';
import type { Tip } from './fuels.js';
import type { HeatJoint } from './heat-joint.js';
import { AIM_S, efficiencyOf, heatTo, type HeatVerdict, marginAtK, type Torch, verdictOf } from './plan-heat.js';
import { tipsFor, tipsKey } from './planned-tips.js';

/** How one tip would do on a joint. */
export interface TipTrial {
  readonly tip: Tip;
  readonly torches: 1 | 2;
  readonly verdict: HeatVerdict;
  readonly seconds: number | null;
  /** Seconds where the torch gives the least its kind does. */
  readonly mostSeconds: number | null;
  readonly reachesK: number;
  /** From the hottest place to melting, K; under 0 something runs away. */
  readonly marginK: number;
  /** Coldest of the lap in time, K. */
  readonly curve: readonly { readonly timeS: number; readonly coldestK: number }[];
  readonly chosen: boolean;
}

function trial(joint: HeatJoint, tip: Tip, torches: 1 | 2): TipTrial {
  const share = efficiencyOf({ tip });
  const { run, seconds } = heatTo(joint, { tip, torches }, share.value);
  const there = run.now();
  return {
    tip,
    torches,
    verdict: verdictOf(seconds, run.instants, joint.workK),
    seconds,
    mostSeconds: seconds === null ? null : heatTo(joint, { tip, torches }, share.low).seconds,
    reachesK: there.coldestK,
    marginK: marginAtK(joint, there),
    curve: run.instants.map((n) => ({ timeS: n.timeS, coldestK: n.coldestK })),
    chosen: false,
  };
}

/** It gets there within the aim even where the torch gives the least, and melts nothing. */
const does = (t: TipTrial): boolean => t.mostSeconds !== null && t.mostSeconds <= AIM_S && t.marginK >= 0;

/**
 * Tries each tip on a joint, in the order given, small to large. Chosen is the smallest that brings it to heat in time
 * and melts nothing; where none does, two torches with the largest are tried; where that fails too, the quickest that
 * melts nothing is taken, and its verdict says what it is.
 */
export function rankTips(joint: HeatJoint, tips: readonly Tip[]): TipTrial[] {
  const trials = tips.map((tip) => trial(joint, tip, 1));
  const largest = tips.at(-1);
  if (largest && !trials.some(does)) trials.push(trial(joint, largest, 2));
  const quickest = trials
    .filter((t) => t.seconds !== null && t.marginK >= 0)
    .sort((a, b) => (a.seconds as number) - (b.seconds as number))[0];
  const hottest = [...trials].sort((a, b) => b.reachesK - a.reachesK)[0];
  const best = trials.find(does) ?? quickest ?? hottest;
  return trials.map((t) => (t === best ? { ...t, chosen: true } : t));
}

const torches = remembered<Torch>(2000);

/** What tells two joints apart to the heat: all but what the rod and flux are. */
export const heatKey = (joint: HeatJoint): string =>
  JSON.stringify([
    joint.tube.metal.id,
    joint.tube.odM,
    joint.tube.wallM,
    joint.socket.metal.id,
    joint.socket.wallM,
    joint.lapM,
    joint.gapSideM,
    joint.behind,
    joint.airK,
    joint.purgeM3s,
    joint.part?.distanceM,
    joint.wrapRefused,
    joint.tips ? tipsKey(joint.tips) : '',
    [joint.tube.metal, joint.socket.metal].map((m) => [
      m.solidusK,
      m.conductivityWmK,
      m.heatCapacityJkgK,
      m.densityKgM3,
    ]),
  ]);

/** The smallest tip that is in time even where it gives the least; tips small to large, the larger the sooner. */
function smallestInTime(joint: HeatJoint, tips: readonly Tip[]): Tip | null {
  const isInTime = (k: number): boolean => {
    const tip = tips[k] as Tip;
    return (heatTo(joint, { tip }, efficiencyOf({ tip }).low).seconds ?? Infinity) <= AIM_S;
  };
  let [low, high] = [0, tips.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isInTime(middle)) high = middle;
    else low = middle + 1;
  }
  return tips[low] ?? null;
}

function chosenTorch(joint: HeatJoint, tips: readonly Tip[]): Torch {
  const first = smallestInTime(joint, tips);
  const isSafe = first && trial(joint, first, 1).marginK >= 0;
  const best = isSafe ? { tip: first, torches: 1 as const } : rankTips(joint, tips).find((t) => t.chosen);
  if (!best) throw new Error('no tip to choose from');
  return { tip: best.tip, torches: best.torches };
}

/** The torch that a joint is planned with from a chart of tips; alike joints are tried once. */
export const usualTorch = (joint: HeatJoint, tips = tipsFor(joint)): Torch =>
  torches(`${heatKey(joint)} ${Math.round(joint.workK)} ${tipsKey(tips)}`, () => chosenTorch(joint, tips));
