import type { RuleSet } from '../rules/rule-sets.js';
import { practice } from '../source/source.js';
import { asOf } from './as-of.js';
import { addDays, addMonths, type Continuity, continuity, type Day } from './continuity.js';
import { type BrazerRecord, continuityEvents } from './may-braze.js';

/** How a brazer stands over some time. */
export type StandingState = 'never' | 'current' | 'lapsed' | 'withdrawn';

/** Days over which a brazer stands alike; both ends belong to it. */
export interface Stretch {
  readonly from: Day;
  readonly to: Day;
  readonly state: StandingState;
}

/** How a brazer stands on one day. @param fNumber filler that is asked about; null for any */
export function standingOn(
  whole: BrazerRecord,
  on: Day,
  rules: RuleSet,
  fNumber: string | null = null,
): { state: StandingState; kept: Continuity } {
  const record = asOf(whole, on);
  const kept = continuity(continuityEvents(record, rules, fNumber), on, rules);
  const withdrawn = record.withdrawn !== null && record.withdrawn.on <= on;
  return { state: withdrawn ? 'withdrawn' : kept.state, kept };
}

/**
 * A brazer's standing over a span, as stretches without a gap. Days to come are as they will be if nothing more is
 * brazed. Only days on which it can change are looked at, so the span may be long.
 */
export function standing(
  record: BrazerRecord,
  from: Day,
  to: Day,
  rules: RuleSet,
  fNumber: string | null = null,
): Stretch[] {
  const months = rules.confirmMonths || rules.continuityMonths;
  const turns = new Set<Day>([from]);
  const turn = (day: Day): void => void (day > from && day <= to && turns.add(day));
  for (const e of continuityEvents(record, rules, fNumber)) {
    turn(e.day);
    turn(addDays(addMonths(e.day, months), 1));
    if (rules.validMonths) turn(addDays(addMonths(e.day, rules.validMonths), 1));
  }
  if (record.withdrawn) turn(record.withdrawn.on);
  for (const w of record.ended ?? []) [w.on, w.until].forEach(turn);
  const days = [...turns].sort();
  const out: Stretch[] = [];
  days.forEach((day, i) => {
    const end = i + 1 < days.length ? addDays(days[i + 1] ?? to, -1) : to;
    const { state } = standingOn(record, day, rules, fNumber);
    const last = out.at(-1);
    if (last?.state === state) out[out.length - 1] = { ...last, to: end };
    else out.push({ from: day, to: end, state });
  });
  return out;
}

export const WARN_SOURCE = practice('time to plan a coupon, to give somebody a joint, to see to it now');
/** Days before the end at which somebody is warned. */
export const WARN_DAYS = [60, 30, 7] as const;

/** The nearest warning that has come on a day: 60, 30 or 7, 0 on lapsing; null while there is none. */
export function warningOn(kept: Continuity): number | null {
  if (kept.daysLeft === null) return null;
  if (kept.daysLeft < 0) return 0;
  return [...WARN_DAYS].reverse().find((d) => (kept.daysLeft ?? Infinity) <= d) ?? null;
}
