import { type Filler, percent } from '../fillers/fillers.js';
import { OXIDE_ONSET_K } from '../heat/colours.js';
import type { FlameKind } from '../heat/flame.js';
import { feedSeconds } from '../heat/plan-heat.js';
import { practice } from '../source/source.js';
import type { BenchRun } from './bench-run.js';
import { seenOf } from './bench-seen.js';
import { flowsFromK, usualFeedMs } from './bench-setup.js';
import { type Deed, deedBetween, type Hand } from './hand.js';

/** How somebody brazes, as a habit. */
export interface Habits {
  readonly tipId?: string;
  readonly second?: boolean;
  readonly kind?: FlameKind;
  readonly farM?: number;
  /** Draws the flame off before something runs away. */
  readonly backsOff?: boolean;
  /** Whether the flame goes round the pipe, or stays at 12 o'clock. */
  readonly goesRound?: boolean;
  /** Where the heat goes: the tube, then the base of the fitting; or the mouth alone. */
  readonly heats?: 'tube, then base' | 'mouth';
  /** When the rod is put to it: when the whole lap is there, when the mouth is, or at once. */
  readonly feedsWhen?: 'lap hot' | 'mouth hot' | 'at once';
  /** Of what the joint takes. */
  readonly rodShare?: number;
  readonly nitrogen?: 'until cool' | 'off with the flame' | 'never';
  /** Longest that it is heated before it is fed or given up, s. */
  readonly patienceS?: number;
  /** It stays by the joint until it has cooled to this, K. */
  readonly staysUntilK?: number;
}

export const GOOD_HAND_SOURCE = practice(
  'the good hand heats the tube before the socket until it is within 250 °F of the rod, then the base of the fitting, always moving; feeds at 6 o’clock and climbs both sides, the flame ahead at the base; backs off before anything runs away; leaves nitrogen on until it is no longer hot',
);

/** Turns a second that the flame makes round the pipe, and rests between a look and the next. */
const TURNS_S = 0.7;
/** Where the base is, of the lap; and behind it, where its inner end lags by so much, K. */
const [BASE, BEHIND, LAGS_K] = [0.72, 1.1, 25];
/** How far short of the rod's flow the tube is when the heat goes to the base, K. */
export const TUBE_LEADS_K = 140;
/** Over the rod's flow at which feeding begins. */
export const READY_K = 15;
/** The flame is drawn off from this much over the rod's range or short of melting, over so many degrees, and so far. */
const [OVER_RANGE_K, SHORT_OF_MELTING_K, EASES_K] = [40, 90, 60];
const FAR_OFF_M = 0.12;
/** No longer hot: the nitrogen may be shut, and it may be sawn, K. */
export const COOL_K = 480;
const LONGEST_S = 420;

/** A rod with zinc smokes when it is driven over its range. */
const smokes = (filler: Filler): boolean => percent(filler, 'Zn') > 0;

/** A hand by its habits: told each tick what it sees, it says what it changes; null when it is done. */
export type ScriptedHand = (run: BenchRun) => Partial<Hand> | null;

/** Where the rod goes, as a share of the way: from 6 o'clock up one side, then up the other. */
const climbs = (share: number): number =>
  share < 0.5 ? Math.PI + 2 * share * Math.PI : Math.PI - 2 * (share - 0.5) * Math.PI;

/** @param habits what differs from the good hand */
export function scriptedHand(habits: Habits = {}): ScriptedHand {
  const {
    kind = 'neutral',
    farM = 0.006,
    backsOff = true,
    goesRound = true,
    heats = 'tube, then base',
    feedsWhen = 'lap hot',
    rodShare = 1,
    nitrogen = 'until cool',
    patienceS = 300,
    staysUntilK = COOL_K,
  } = habits;
  let phase: 'purge' | 'tube' | 'base' | 'feed' | 'soak' | 'cool' = 'purge';
  let [fedS, soakS] = [0, 0];
  return (run) => {
    const { setup } = run;
    const { lapM } = setup.joint;
    const flows = flowsFromK(setup.filler);
    const now = seenOf(run);
    const melts = Math.min(setup.joint.tube.metal.solidusK, setup.joint.socket.metal.solidusK);
    if (run.holes.length && phase !== 'cool') phase = 'cool';
    const turn = goesRound ? (run.timeS * TURNS_S * 2 * Math.PI) % (2 * Math.PI) : 0;
    const torch = {
      lit: true,
      kind,
      second: habits.second ?? setup.torches === 2,
      tipId: habits.tipId ?? setup.tipId,
    };
    // Drawn off before the hottest runs away: by how near it is to what it must not reach.
    const overRangeK = smokes(setup.filler)
      ? Math.min(OVER_RANGE_K, setup.values['rod-smokes'] - EASES_K / 2)
      : OVER_RANGE_K;
    const limit = Math.min(setup.filler.brazingK.max + overRangeK, melts - SHORT_OF_MELTING_K);
    const over = (now.hottestK - limit) / EASES_K;
    const away = backsOff ? Math.max(farM, Math.min(FAR_OFF_M, farM + over * (FAR_OFF_M - farM))) : farM;
    const gives = run.timeS > LONGEST_S || run.flameS > patienceS;
    if (phase === 'purge') {
      const asks = nitrogen !== 'never' && setup.nitrogenM3s > 0;
      if (!asks || run.oxygen < 0.001) phase = heats === 'mouth' ? 'base' : 'tube';
      else return { nitrogen: 1, vent: true };
    }
    if (phase === 'tube') {
      if (now.tubeK > flows - TUBE_LEADS_K || gives) phase = 'base';
      else return { ...torch, farM: away, atM: -0.006, turnRad: turn };
    }
    // Where the inner end lags, as in steel, the flame goes behind it: filler is drawn to the heat. A body would take it.
    const isOpenBehind = setup.joint.behind.kind !== 'body';
    const base = heats === 'mouth' ? 0.001 : (isOpenBehind && now.innerK < now.mouthK - LAGS_K ? BEHIND : BASE) * lapM;
    if (phase === 'base') {
      const isThere =
        feedsWhen === 'at once' ||
        (feedsWhen === 'mouth hot' ? now.mouthK > flows + READY_K : now.coldestK > flows + READY_K);
      if (isThere || gives) phase = 'feed';
      else {
        // The tube is kept up: every third turn goes to it.
        const toTube = heats !== 'mouth' && now.tubeK < now.socketK && Math.floor(run.timeS * TURNS_S) % 3 === 0;
        return { ...torch, farM: away, atM: toTube ? -0.006 : base, turnRad: turn };
      }
    }
    if (phase === 'feed') {
      const takesS = feedSeconds(setup.joint.tube.odM);
      const share = Math.min(1, fedS / takesS);
      if (share >= 1 || gives) phase = 'soak';
      else {
        fedS += run.tickS;
        const feedRad = climbs(share);
        return {
          ...torch,
          farM: away,
          atM: base,
          turnRad: goesRound ? turn : 0,
          feeding: true,
          feedRad: ((feedRad % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI),
          feedMs: rodShare * usualFeedMs(setup),
        };
      }
    }
    if (phase === 'soak') {
      soakS += run.tickS;
      if (soakS > 3 || gives) phase = 'cool';
      else return { ...torch, farM: away, atM: base, turnRad: turn, feeding: false };
    }
    const off = nitrogen === 'until cool' ? now.hottestK < staysUntilK : true;
    if (now.hottestK < Math.min(staysUntilK, OXIDE_ONSET_K)) return null;
    return { lit: false, feeding: false, ...(off ? { nitrogen: 0 } : {}) };
  };
}

/**
 * Runs a hand to its end.
 * @param seen is called after each tick
 * @returns what it did, tick by tick: `replay` makes the same joint of it
 */
export function playHand(run: BenchRun, hand: ScriptedHand, seen: () => void = () => undefined): Deed[] {
  const deeds: Deed[] = [];
  for (let does = hand(run); does; does = hand(run)) {
    const deed = deedBetween(run.hand, { ...run.hand, ...does });
    if (deed) deeds.push({ tick: run.tick, does: deed });
    run.step(deed ?? {});
    seen();
  }
  return deeds;
}

/** Goes on with what was done, up to a tick. */
export function replay(run: BenchRun, deeds: readonly Deed[], untilTick: number): BenchRun {
  let k = deeds.findIndex((d) => d.tick >= run.tick);
  if (k < 0) k = deeds.length;
  while (run.tick < untilTick) {
    const deed = deeds[k];
    const isNow = deed?.tick === run.tick;
    if (isNow) k++;
    run.step(isNow ? deed.does : {});
  }
  return run;
}
