import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { requireRange } from '../source/problem.js';
import { practice, type Source } from '../source/source.js';
import { degFToK, INCH } from '../units/units.js';
import { flameOf, middleEfficiency } from './flame.js';
import { fluxUsed } from './flux-life.js';
import { efficiencyBand, findFuel, type Tip, usualFlow } from './fuels.js';
import { type HeatJoint, jointChain, LONGEST_HEAT_S } from './heat-joint.js';
import { DRAWS_AWAY_K, HeatRun, type Instant, passedAt, roomK, type RunSpec } from './heat-run.js';
import { DRAUGHT, type Losses, TOUCH_K } from './losses.js';
import { oxideFilm, type OxideWord, oxideWord } from './oxide.js';

/** How long a joint may take to come to heat: aim, and stop. */
export const AIM_S = 120;
export const STOP_S = 240;
export const TIME_SOURCE = practice(
  'aim to be at heat within 2 minutes; over 4 flux and metal suffer: stop and take a bigger tip',
);
export const PREHEAT_FROM_M = 1 * INCH;
export const PREHEAT_SOURCE = practice('from 1 in on the whole fitting is warmed first');
/** Time for the rod to be fed and run all round, s. */
export const FEED_S = 8;
export const FEED_SOURCE = practice('feeding is taken as 8 s for an inch of tube, longer with its size');
/** The flame holds the joint this much over working heat while it is fed, K. */
const HOLDS_OVER_K = 30;
/** Water is safe on the outside under this, K: the filler is solid far above it. */
export const QUENCH_FROM_K = degFToK(600);

export type HeatVerdict = 'in time' | 'slow' | 'too slow' | 'never';

/** The torch that a joint is heated by. */
export interface Torch {
  readonly tip: Tip;
  /** Fuel, m3/s; the tip's usual where left out. */
  readonly fuelM3s?: number;
  /** Share of its heat that the work takes up; the range of its kind where left out. */
  readonly efficiency?: {
    readonly value: number;
    readonly low: number;
    readonly high: number;
    readonly source: Source;
  };
  readonly torches?: 1 | 2;
}

export interface HeatPlan {
  readonly torch: Torch;
  readonly verdict: HeatVerdict;
  /** Seconds from strike until the coldest of the lap is at heat: likely, and by the least and most that the torch may give; null where it does not get there within LONGEST_HEAT_S. */
  readonly seconds: { readonly likely: number | null; readonly least: number | null; readonly most: number | null };
  /** Coldest of the lap that it comes to, K. */
  readonly reachesK: number;
  /** Hottest over coldest when the coldest arrives, K, and what is left to melting on the part nearest to it, K. */
  readonly spreadK: number;
  readonly marginK: number;
  readonly preheat: boolean;
  readonly feedAtS: number | null;
  readonly leaveAtS: number;
  /** Temperatures from strike to touch. */
  readonly curve: readonly Instant[];
  /** Temperature of the tube where the part stands, by the instants of `curve`; null without a part. */
  readonly partK: readonly number[] | null;
  /** Highest temperature along the tube, K, by distance from the mouth, m, nearest first. */
  readonly peaks: readonly { readonly distanceM: number; readonly peakK: number }[];
  /** Seconds from the flame's leaving until it may be touched: by itself, and in a draught. */
  readonly coolS: { readonly still: number; readonly draught: number };
  /** Of `coolS.still`, what passes before water would be safe for the filler. */
  readonly quenchAfterS: number;
  /** Share of the flux's life that is used when the flame leaves; null without flux. */
  readonly fluxUsed: number | null;
  readonly inside: {
    readonly filmM: number;
    readonly word: OxideWord;
    readonly inAirM: number;
    readonly inAirWord: OxideWord;
  };
  /** Fuel and oxygen for it, m3 at 1 atm. */
  readonly gas: { readonly fuelM3: number; readonly oxygenM3: number };
}

/** Longest cooling that is looked at, s. */
export const LONGEST_COOL_S = 7200;

/** Fuel while a torch burns, or both of two, m3/s. */
export const fuelFlow = ({ tip, fuelM3s, torches = 1 }: Torch): number => (fuelM3s ?? usualFlow(tip)) * torches;

/** Fuel and oxygen for so long under the flame, m3 at 1 atm. */
export function gasOf(torch: Torch, seconds: number): HeatPlan['gas'] {
  const fuelM3 = fuelFlow(torch) * seconds;
  const ratio = torch.tip.burntWith === 'oxygen' ? (findFuel(torch.tip.fuelId)?.oxygenRatio ?? 0) : 0;
  return { fuelM3, oxygenM3: fuelM3 * ratio };
}

export const efficiencyOf = (torch: Torch): { value: number; low: number; high: number } =>
  torch.efficiency ?? {
    value: middleEfficiency(torch.tip),
    low: efficiencyBand(torch.tip).min,
    high: efficiencyBand(torch.tip).max,
  };

const meltsOf = (joint: HeatJoint): RunSpec['meltsK'] => ({
  tube: joint.tube.metal.solidusK,
  socket: joint.socket.metal.solidusK,
});
/** Room to melting at an instant, K: of the part that is nearest to it. */
export const marginAtK = (joint: HeatJoint, now: Instant): number => roomK(now, meltsOf(joint));
/** Where the first of its parts begins to melt, K. */
export const meltsAtK = (joint: HeatJoint): number => Math.min(joint.tube.metal.solidusK, joint.socket.metal.solidusK);

/** Room over working heat under which the hand sweeps wider, K, and how wide at most. Source: practice. */
const ROOM_K = 150;
const WIDEST = 3;
const sweptOf = (joint: HeatJoint): number =>
  Math.max(1, Math.min(WIDEST, ROOM_K / Math.max(1, meltsAtK(joint) - joint.workK)));

/** A run of a joint under a torch that takes this share of its heat. @throws InputError */
export function runOf(joint: HeatJoint, torch: Torch, efficiency: number, more: Partial<RunSpec> = {}): HeatRun {
  return new HeatRun({
    chain: jointChain(joint),
    flame: flameOf({
      tip: torch.tip,
      ...(torch.fuelM3s === undefined ? {} : { fuelM3s: torch.fuelM3s }),
      ...(torch.torches === undefined ? {} : { torches: torch.torches }),
      efficiency,
      swept: sweptOf(joint),
    }),
    airK: joint.airK,
    meltsK: meltsOf(joint),
    // Where melting is near the rod's heat, the hand goes half way into what room there is.
    drawsAwayK: Math.max(2, Math.min(DRAWS_AWAY_K, (meltsAtK(joint) - joint.workK) / 2)),
    purgeM3s: joint.purgeM3s,
    aimK: joint.workK,
    ...more,
  });
}

/** When the coldest of the lap came to a temperature, s; null where it did not. */
const arrival = (run: HeatRun, workK: number): number | null => passedAt(run.instants, (n) => n.coldestK, workK);

/** Heats a joint until it is there or for as long as is looked at: the run, and the seconds it took or null. */
export function heatTo(joint: HeatJoint, torch: Torch, efficiency: number): { run: HeatRun; seconds: number | null } {
  const run = runOf(joint, torch, efficiency, { fineness: 1.5 });
  run.go(true, LONGEST_HEAT_S, (n) => n.coldestK >= joint.workK);
  return { run, seconds: arrival(run, joint.workK) };
}

/** At the rate it still warms, a joint that would want this much longer never gets there, s. */
const NEVER_S = 600;

export function verdictOf(seconds: number | null, heated: readonly Instant[], workK: number): HeatVerdict {
  if (seconds !== null) return seconds <= AIM_S ? 'in time' : seconds <= STOP_S ? 'slow' : 'too slow';
  const [a, b] = [heated.at(-2) as Instant, heated.at(-1) as Instant];
  const rate = (b.coldestK - a.coldestK) / (b.timeS - a.timeS);
  return rate * NEVER_S < workK - b.coldestK ? 'never' : 'too slow';
}

/** Seconds that feeding takes on tube of a size. Source: FEED_SOURCE. */
export const feedSeconds = (odM: number): number => FEED_S * Math.max(0.5, odM / INCH);

/**
 * Heats a joint through, and holds it while it is fed.
 * @param watch told at each instant
 * @returns seconds until the coldest of the lap was at heat, or null, and that instant
 */
export function brazeBy(
  run: HeatRun,
  joint: HeatJoint,
  watch: () => void = () => undefined,
): { likely: number | null; there: Instant } {
  const arrives = run.go(true, LONGEST_HEAT_S, (n) => {
    watch();
    return n.coldestK >= joint.workK;
  });
  const there = run.now();
  if (!arrives) return { likely: null, there };
  const likely = arrival(run, joint.workK);
  run.wet();
  // The flame is kept on lightly while the rod is fed: it holds, it does not drive on.
  run.go(
    (n) => Math.max(0, Math.min(1, (joint.workK + HOLDS_OVER_K - n.coldestK) / HOLDS_OVER_K)),
    feedSeconds(joint.tube.odM),
    () => {
      watch();
      return false;
    },
  );
  return { likely, there };
}

/**
 * Plans the heat of one joint under one torch, from strike to touch.
 * @throws InputError naming what cannot be: a wall of nothing, a flow that the tip does not burn, a rod over what a flame gives
 */
export function planHeat(joint: HeatJoint, torch: Torch): HeatPlan {
  const share = efficiencyOf(torch);
  const flame = flameOf({ tip: torch.tip, efficiency: share.value });
  requireRange(
    'workK',
    joint.workK,
    joint.airK + 50,
    flame.flameK - 200,
    'K: the flame must be hotter than the rod needs',
  );
  requireRange('oxygen', joint.oxygen, 0, 1);
  const run = runOf(joint, torch, share.value);
  const partK: number[] = joint.part ? [joint.airK] : [];
  const watch = (): void => {
    if (joint.part) partK.push(run.atDistance(joint.part.distanceM));
  };
  const { likely, there } = brazeBy(run, joint, watch);
  const leaveAtS = run.timeS;
  const heated = run.instants.slice();
  let quenchAfterS = 0;
  const draught = coolIn(run, joint, torch, share.value, DRAUGHT);
  run.go(false, LONGEST_COOL_S, (n) => {
    watch();
    if (n.hottestK > QUENCH_FROM_K) quenchAfterS = n.timeS - leaveAtS;
    return n.hottestK <= TOUCH_K;
  });
  const used = joint.flux ? fluxUsed(joint.flux, heated) : null;
  const [timeS, hotK] = [run.instants.map((n) => n.timeS), run.instants.map((n) => n.tubeK)];
  const [filmM, inAirM] = [oxideFilm(timeS, hotK, joint.oxygen), oxideFilm(timeS, hotK, OXYGEN_IN_AIR)];
  return {
    torch,
    verdict: verdictOf(likely, heated, joint.workK),
    seconds: { likely, least: heatTo(joint, torch, share.high).seconds, most: heatTo(joint, torch, share.low).seconds },
    reachesK: there.coldestK,
    spreadK: there.hottestK - there.coldestK,
    marginK: marginAtK(joint, there),
    preheat: joint.tube.odM >= PREHEAT_FROM_M,
    feedAtS: likely,
    leaveAtS,
    curve: run.instants,
    partK: joint.part ? partK : null,
    peaks: peaksOf(run),
    coolS: { still: run.timeS - leaveAtS, draught },
    quenchAfterS,
    fluxUsed: used ? (used.at(-1) ?? 0) : null,
    inside: { filmM, word: oxideWord(filmM), inAirM, inAirWord: oxideWord(inAirM) },
    gas: gasOf(torch, leaveAtS),
  };
}

/** Seconds to touch from where a run stands, under other losses. */
function coolIn(from: HeatRun, joint: HeatJoint, torch: Torch, efficiency: number, losses: Losses): number {
  const run = runOf(joint, torch, efficiency, { chain: from.spec.chain, losses });
  run.tempK.set(from.tempK);
  run.wet();
  run.go(false, LONGEST_COOL_S, (n) => n.hottestK <= TOUCH_K);
  return run.timeS;
}

/** Highest temperatures of the tube outside the socket, nearest first. */
export function peaksOf({ spec: { chain }, peakK }: HeatRun): HeatPlan['peaks'] {
  const out: { distanceM: number; peakK: number }[] = [];
  for (let i = chain.cells - 1; i >= 0; i--)
    if (chain.of[i] === 0 && chain.outsideM2[i])
      out.push({ distanceM: -(chain.xM[i] as number), peakK: peakK[i] as number });
  return out;
}
