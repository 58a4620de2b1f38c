import { practice } from '../source/source.js';
import { STALE_S } from './instruments.js';
import { type PurgeReading, readBy, readingsOf } from './marks.js';

export interface ProofWishes {
  /** Oxygen limit as a volume fraction. */
  readonly limit: number;
  /** How long it must hold, s. */
  readonly holdS: number;
}

/** How far the line is from being proved. */
export interface Proof {
  readonly proved: boolean;
  /** How long the limit has held without a gap, s, up to the newest reading; 0 once that is stale. */
  readonly heldS: number;
  /** How long it must hold, s: as set, or longer where air came in since. */
  readonly holdS: number;
  /** How long it must still hold, s. */
  readonly leftS: number;
  readonly newest: PurgeReading | null;
  /** True where the newest reading is too old to prove anything. */
  readonly stale: boolean;
}

/** Two readings by hand within this time of each other hold together, s. */
export const BY_HAND_S = 60;
export const HOLD_SOURCE = practice('the limit must hold for a set time, so that one good reading proves nothing');

/** How long a reading stands, ms: the next must come within it, and then it is stale. */
export const goodForMs = (r: PurgeReading): number => 1000 * (r.manual ? BY_HAND_S : STALE_S);

/**
 * Whether the line is proved: the oxygen at the vent at or under the limit, by readings that follow each other closely,
 * for as long as asked, and the newest of them fresh. Time without readings proves nothing.
 * @param sinceMs only readings from here on count, such as since the vent was moved
 */
export function lineProof(
  all: readonly PurgeReading[],
  wishes: ProofWishes,
  nowMs: number,
  sinceMs = -Infinity,
): Proof {
  const oxygen = readingsOf(readBy(all, nowMs), 'oxygen');
  const newest = oxygen.at(-1) ?? null;
  let from = newest;
  for (let i = oxygen.length - 1; i >= 0; i--) {
    const r = oxygen[i] as PurgeReading;
    const later = oxygen[i + 1];
    if (r.value > wishes.limit || r.atMs < sinceMs) break;
    if (later && later.atMs - r.atMs > Math.max(goodForMs(r), goodForMs(later))) break;
    from = r;
  }
  const stale = !newest || nowMs - newest.atMs > goodForMs(newest);
  const under = newest !== null && newest.value <= wishes.limit && newest.atMs >= sinceMs;
  const heldS = under && from && !stale ? (newest.atMs - from.atMs) / 1000 : 0;
  return {
    proved: under && !stale && heldS >= wishes.holdS,
    heldS,
    holdS: wishes.holdS,
    leftS: Math.max(0, wishes.holdS - heldS),
    newest,
    stale,
  };
}

/** What the oxygen did since a moment: once proved, and over the limit after that. */
export interface ProofHistory {
  readonly proved: boolean;
  /** Air came in after it was proved. */
  readonly lost: boolean;
}

/** Whether the limit has once held for as long as asked since a moment, and was passed after that. */
export function proofHistory(
  all: readonly PurgeReading[],
  wishes: ProofWishes,
  sinceMs: number,
  nowMs = Infinity,
): ProofHistory {
  let from: PurgeReading | null = null;
  let before: PurgeReading | null = null;
  let proved = false;
  for (const r of readBy(all, nowMs)) {
    if (r.device !== 'oxygen' || r.atMs < sinceMs) continue;
    const close = before !== null && r.atMs - before.atMs <= Math.max(goodForMs(before), goodForMs(r));
    if (r.value > wishes.limit) {
      if (proved) return { proved, lost: true };
      from = null;
    } else {
      from = from && close ? from : r;
      proved ||= r.atMs - from.atMs >= 1000 * wishes.holdS;
    }
    before = r;
  }
  return { proved, lost: false };
}

/**
 * How long the limit must hold once air came in after the proof, s: what came in at the feed reaches the vent only when
 * the gas of the whole line has passed, and by several ways at several times. Never shorter than what is set.
 * @param volumeM3 inside volume of the line
 * @param flowM3s nitrogen going in
 */
export const holdAfterAirS = (holdS: number, volumeM3: number, flowM3s: number): number =>
  Math.max(holdS, flowM3s > 0 ? volumeM3 / flowM3s : Infinity);
export const AFTER_AIR_SOURCE = practice(
  'after air came in the line is swept once more, whole, before it counts as proved',
);
