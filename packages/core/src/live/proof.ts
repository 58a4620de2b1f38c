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

/** What the oxygen did while a purge was on. */
export interface ProofHistory {
  /** It was proved since the vent that is open was opened. */
  readonly proved: boolean;
  /** When air came in last after a proof, ms; null where none did, or it was swept out since. */
  readonly airMs: number | null;
}

/**
 * Whether the limit has held for as long as asked at the vent that is open, and whether air came in after a proof, at
 * this vent or one before, that is not swept out yet. A vent that is opened meets air first: that is none that came in.
 * @param opened when the vents were opened, one after another, ms
 * @param afterAirS how long the limit must hold to count as proved once air came in, s
 */
export function proofHistory(
  all: readonly PurgeReading[],
  wishes: ProofWishes & { readonly afterAirS: number },
  opened: readonly number[],
  nowMs = Infinity,
): ProofHistory {
  let from: PurgeReading | null = null;
  let before: PurgeReading | null = null;
  let [proved, airMs, vent]: [boolean, number | null, number] = [false, null, -1];
  for (const r of readBy(all, nowMs)) {
    if (r.device !== 'oxygen') continue;
    while ((opened[vent + 1] ?? Infinity) <= r.atMs) {
      vent += 1;
      [from, before, proved] = [null, null, false];
    }
    if (vent < 0) continue;
    const close = before !== null && r.atMs - before.atMs <= Math.max(goodForMs(before), goodForMs(r));
    if (r.value > wishes.limit) {
      if (proved) airMs = r.atMs;
      from = null;
    } else {
      from = from && close ? from : r;
      if (r.atMs - from.atMs >= 1000 * (airMs === null ? wishes.holdS : wishes.afterAirS))
        [proved, airMs] = [true, null];
    }
    before = r;
  }
  // A vent that was opened just now was not read at yet.
  return { proved: proved && vent === opened.length - 1, airMs };
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
