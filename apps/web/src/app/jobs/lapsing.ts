import type { Brazer } from '@hephaist/contracts/records/brazer';
import { continuity, type Day } from '@hephaist/core/qualification/continuity';
import { type BrazerRecord, continuityEvents } from '@hephaist/core/qualification/may-braze';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';

const SOON_DAYS = 30;
const MOST = 6;

/** Whose continuity runs out within 30 days or ran out, by ASME IX's rules from memory; what comes soonest first, what ran out last after it. */
export function lapsingOf(
  records: readonly { readonly brazer: Brazer; readonly record: BrazerRecord }[],
  today: Day,
): { readonly brazer: Brazer; readonly days: number }[] {
  return records
    .filter(({ brazer }) => brazer.withdrawnOn === null)
    .flatMap(({ brazer, record }) => {
      const days = continuity(continuityEvents(record, ASME_RULES), today, ASME_RULES).daysLeft;
      return days !== null && days <= SOON_DAYS ? [{ brazer, days }] : [];
    })
    .sort((a, b) => Number(a.days < 0) - Number(b.days < 0) || Math.abs(a.days) - Math.abs(b.days))
    .slice(0, MOST);
}
