import { CLEAN_S } from '../joint-log/findings.js';
import type { WayStep, WayStepId } from './way-step.js';

export type WayAnswer = 'done' | 'skipped';

/** How one step of a joint was answered, and when, ms since 1970. */
export interface WayMark {
  readonly step: WayStepId;
  readonly answer: WayAnswer;
  readonly atMs: number;
}

/** A joint on its way: what was done of it and what was read. Its log is written from it. */
export interface Way {
  readonly jointId: string;
  /** The latest answer of each step, in the order they were given. */
  readonly marks: readonly WayMark[];
  /** A step that was gone to out of order; null where the way goes on by itself. */
  readonly here: WayStepId | null;
  /** When the flame came on it; null while it has not. */
  readonly flameMs: number | null;
  /** Oxygen at the vent as a fraction, and flow, m3/s, as read before the flame. */
  readonly oxygen: number | null;
  readonly flowM3s: number | null;
  readonly visual: 'accepted' | 'rejected' | null;
  /** Why it was rejected, in the words of the log. */
  readonly reason: string | null;
  readonly pictureIds: readonly string[];
}

export const beginWay = (jointId: string): Way => ({
  jointId,
  marks: [],
  here: null,
  flameMs: null,
  oxygen: null,
  flowM3s: null,
  visual: null,
  reason: null,
  pictureIds: [],
});

export const markOf = (way: Way, step: WayStepId): WayMark | null => way.marks.find((m) => m.step === step) ?? null;
/** When a step was done, ms; null where it was skipped or is ahead. */
export const doneMs = (way: Way, step: WayStepId): number | null => {
  const mark = markOf(way, step);
  return mark?.answer === 'done' ? mark.atMs : null;
};

/** What is still to be answered of a joint: once it is made, what goes before that is past. */
export function openSteps(way: Way, steps: readonly WayStep[]): readonly WayStep[] {
  const made = doneMs(way, 'feed') === null ? -1 : steps.findIndex((s) => s.id === 'feed');
  return steps.filter((s, i) => i > made && !markOf(way, s.id));
}

/** The step a joint stands at: the one gone to, else the first that is open; null where none is. */
export const standsAt = (way: Way, steps: readonly WayStep[]): WayStep | null =>
  steps.find((s) => s.id === way.here) ?? openSteps(way, steps)[0] ?? null;

/** Answers a step; an earlier answer of it gives way. The way goes on at the first that is not answered. */
export const answerStep = (way: Way, step: WayStepId, answer: WayAnswer, atMs: number): Way => ({
  ...way,
  marks: [...way.marks.filter((m) => m.step !== step), { step, answer, atMs }],
  here: null,
});

/** One step back: the latest answer is taken back and stands open again; what was read stays. */
export function stepBack(way: Way): Way {
  const last = way.marks.at(-1);
  if (!last) return way;
  const flameMs = last.step === 'heat' || last.step === 'torch' ? null : way.flameMs;
  return { ...way, marks: way.marks.slice(0, -1), here: last.step, flameMs };
}

/** Where a joint in hand is, worst first by what cannot wait. */
export type InHand = 'under the flame' | 'cooling' | 'prepared' | 'to look at' | 'to be filed' | 'begun';

export interface WayState {
  readonly in: InHand;
  /** Seconds: under the flame, left to cool, left of the eight hours; null where no clock runs. */
  readonly seconds: number | null;
  /** It cannot wait: cool by the plan, or the eight hours nearly over. */
  readonly calls: boolean;
}

/** An hour before the eight are over, the joint calls. */
const CALLS_S = 3600;

/**
 * Where a joint in hand stands at a moment.
 * @param coolS seconds from flame off to touch by the plan; null where none is planned
 */
export function wayState(way: Way, steps: readonly WayStep[], coolS: number | null, nowMs: number): WayState {
  const made = doneMs(way, 'feed');
  const since = (ms: number): number => Math.max(0, (nowMs - ms) / 1000);
  if (way.flameMs !== null && !markOf(way, 'feed'))
    return { in: 'under the flame', seconds: since(way.flameMs), calls: false };
  if (made !== null && !markOf(way, 'cool')) {
    const left = coolS === null ? null : coolS - since(made);
    return {
      in: 'cooling',
      seconds: left === null ? since(made) : Math.max(0, left),
      calls: left !== null && left <= 0,
    };
  }
  if (steps.length && !standsAt({ ...way, here: null }, steps))
    return { in: 'to be filed', seconds: null, calls: true };
  if (made !== null) return { in: 'to look at', seconds: null, calls: true };
  const cleaned = doneMs(way, 'clean');
  if (cleaned !== null) {
    const left = CLEAN_S - since(cleaned);
    return { in: 'prepared', seconds: left, calls: left < CALLS_S };
  }
  return { in: 'begun', seconds: null, calls: false };
}

/** Steps that were passed over, in the order of the work. */
export const skippedSteps = (way: Way, steps: readonly WayStep[]): readonly WayStep[] =>
  steps.filter((s) => markOf(way, s.id)?.answer === 'skipped');

/** Whether a joint may be filed: it was made, and looked at. */
export const isMade = (way: Way): boolean => doneMs(way, 'feed') !== null && way.visual !== null;

/** What is marked of a joint under a purge that is watched live. */
export const LIVE_MARKS = ['joint begun', 'joint stopped', 'joint brazed', 'joint cool'] as const;
export type LiveMark = (typeof LIVE_MARKS)[number];

/** A way as a mark of the live purge moves it on: the flame on it, off it, made, cool. Nitrogen is on, for it was proved. */
export function byLiveMark(way: Way, mark: LiveMark, atMs: number): Way {
  switch (mark) {
    case 'joint begun':
      return { ...answerStep(way, 'nitrogen', 'done', atMs), flameMs: atMs };
    case 'joint stopped':
      return { ...way, flameMs: null };
    case 'joint brazed':
      return answerStep(answerStep(way, 'heat', 'done', atMs), 'feed', 'done', atMs);
    case 'joint cool':
      return answerStep(way, 'cool', 'done', atMs);
  }
}
