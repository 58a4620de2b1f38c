import { Temporal } from 'temporal-polyfill';
import { ASME_RULES, type RuleSet } from '../rules/rule-sets.js';
import { published } from '../source/source.js';

export const CONTINUITY_SOURCE = published(
  'ASME BPVC IX part QB and NFPA 99',
  'lapses after more than 6 calendar months without brazing',
);

/** A day, `YYYY-MM-DD`, in the zone of the place. */
export type Day = string;

/** Calendar months later, clamped to the month's end: 31 March + 6 months is 30 September. */
export const addMonths = (day: Day, months: number): Day =>
  Temporal.PlainDate.from(day).add({ months }, { overflow: 'constrain' }).toString();

/** Days later; earlier when negative. */
export const addDays = (day: Day, days: number): Day => Temporal.PlainDate.from(day).add({ days }).toString();

/** Days from one day to another; negative when `to` is earlier. */
export const daysBetween = (from: Day, to: Day): number =>
  Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'days' }).days;

/** The calendar day of an instant in a zone. @throws RangeError on an unknown zone or bad instant */
export const dayIn = (instant: string, zone: string): Day =>
  Temporal.Instant.from(instant).toZonedDateTimeISO(zone).toPlainDate().toString();

/** Something that counts for continuity. Only a passed coupon starts it or brings it back. */
export interface ContinuityEvent {
  readonly day: Day;
  readonly kind: 'coupon' | 'joint' | 'confirmation';
  readonly label: string;
}

/** The part of a rule set that continuity asks for. */
export type ContinuityRules = Pick<RuleSet, 'continuityMonths' | 'validMonths' | 'confirmMonths'>;

export interface Continuity {
  readonly state: 'current' | 'lapsed' | 'never';
  readonly lastDay: Day | null;
  readonly lastLabel: string | null;
  readonly goodThrough: Day | null;
  /** Days left on the asked day; negative once lapsed. */
  readonly daysLeft: number | null;
  /** Day the qualification lapsed for want of brazing, before `on`. */
  readonly lapsedOn: Day | null;
}

const earlier = (a: Day, b: Day): Day => (a < b ? a : b);
const RANK = { coupon: 0, confirmation: 1, joint: 2 } as const;

/**
 * Walks a brazer's coupons, joints and confirmations up to and on a day. A joint made after a lapse does not bring it
 * back. Under rules with confirmations joints do not keep it, and it ends so many months after the last coupon.
 */
export function continuity(
  events: readonly ContinuityEvent[],
  on: Day,
  rules: ContinuityRules = ASME_RULES,
): Continuity {
  const keeps = rules.confirmMonths > 0 ? 'confirmation' : 'joint';
  const months = rules.confirmMonths || rules.continuityMonths;
  const past = events
    .filter((e) => e.day <= on && (e.kind === 'coupon' || e.kind === keeps))
    .sort((a, b) => a.day.localeCompare(b.day) || RANK[a.kind] - RANK[b.kind]);
  let last: ContinuityEvent | null = null;
  let good: Day | null = null;
  let end: Day | null = null;
  for (const e of past) {
    if (e.kind === 'coupon') end = rules.validMonths ? addMonths(e.day, rules.validMonths) : null;
    else if (good === null || e.day > good) continue;
    last = e;
    good = addMonths(e.day, months);
    if (end) good = earlier(good, end);
  }
  if (!last || !good)
    return { state: 'never', lastDay: null, lastLabel: null, goodThrough: null, daysLeft: null, lapsedOn: null };
  const daysLeft = daysBetween(on, good);
  return {
    state: daysLeft >= 0 ? 'current' : 'lapsed',
    lastDay: last.day,
    lastLabel: last.label,
    goodThrough: good,
    daysLeft,
    lapsedOn: daysLeft >= 0 ? null : good,
  };
}
