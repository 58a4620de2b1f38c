import { Temporal } from 'temporal-polyfill';
import { published } from '../source/source.js';

export const CONTINUITY_SOURCE = published(
  'ASME BPVC IX part QB and NFPA 99',
  'lapses after more than 6 calendar months without brazing',
);
export const CONTINUITY_MONTHS = 6;

/** A day, `YYYY-MM-DD`, in the zone of the place. */
export type Day = string;

/** Calendar months later, clamped to the month's end: 31 March + 6 months is 30 September. */
export const addMonths = (day: Day, months: number): Day =>
  Temporal.PlainDate.from(day).add({ months }, { overflow: 'constrain' }).toString();

/** Days from one day to another; negative when `to` is earlier. */
export const daysBetween = (from: Day, to: Day): number =>
  Temporal.PlainDate.from(from).until(Temporal.PlainDate.from(to), { largestUnit: 'days' }).days;

/** The calendar day of an instant in a zone. @throws RangeError on an unknown zone or bad instant */
export const dayIn = (instant: string, zone: string): Day =>
  Temporal.Instant.from(instant).toZonedDateTimeISO(zone).toPlainDate().toString();

/** Something that counts for continuity. Only a passed coupon starts it or brings it back. */
export interface ContinuityEvent {
  readonly day: Day;
  readonly kind: 'coupon' | 'joint';
  readonly label: string;
}

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

/**
 * Walks a brazer's coupons and joints up to and on a day. A joint made after a lapse does not bring it back.
 */
export function continuity(events: readonly ContinuityEvent[], on: Day): Continuity {
  const past = events
    .filter((e) => e.day <= on)
    .sort((a, b) => a.day.localeCompare(b.day) || (a.kind === b.kind ? 0 : a.kind === 'coupon' ? -1 : 1));
  let last: ContinuityEvent | null = null;
  let good: Day | null = null;
  for (const e of past) {
    if (e.kind === 'coupon' || (good !== null && e.day <= good)) {
      last = e;
      good = addMonths(e.day, CONTINUITY_MONTHS);
    }
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
    lapsedOn: daysLeft >= 0 ? null : addMonths(last.day, CONTINUITY_MONTHS),
  };
}
