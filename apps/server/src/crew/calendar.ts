import type { Brazer } from '@hephaist/contracts/records/brazer';
import type { OnFile } from '@hephaist/contracts/records/brazer-record';
import { rulesInUse } from '@hephaist/contracts/records/rules-in-use';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { dayIn } from '@hephaist/core/qualification/continuity';
import { goodDays, type Keeps } from '@hephaist/core/qualification/good-days';
import { WARN_DAYS } from '@hephaist/core/qualification/standing';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import { type Anchor, inOneLine, lastAnchor } from '../audit/anchor.js';
import type { RecordStore } from '../records/store.js';
import { tablesOf } from '../shop/shop.js';
import { crewOf, onFile, recordsOf } from './crew.js';

const DAY_S = 86_400;

const MOVES: Readonly<Record<Keeps, string>> = {
  joint: 'A logged joint or a passed coupon moves this day.',
  confirmation: 'A supervisor’s confirmation or a passed coupon moves this day.',
  coupon: 'Only a passed coupon moves this day.',
};

/**
 * The last good day of every brazer who is current, as an iCalendar (RFC 5545) with warnings 60, 30 and 7 days ahead.
 * Days are calendar days without a zone, so they are the same day everywhere.
 */
export async function crewCalendar(store: RecordStore, company: string, now: Date): Promise<string> {
  const tables = await tablesOf(store);
  const [jobs, lines] = [await store.list('job'), await store.list('line')];
  const anchor = await lastAnchor(store.db, store.companyId);
  return calendarOf(onFile(await crewOf(store, tables)), rulesInUse(jobs, lines, tables), tables, company, now, anchor);
}

/** The same of a crew that is given. @param anchor where the trail stood, so that it goes out with it */
export function calendarOf(
  crew: OnFile & { readonly brazers: readonly Brazer[] },
  rules: readonly RuleSet[],
  tables: Catalogue,
  company: string,
  now: Date,
  anchor: Anchor | null = null,
): string {
  const today = dayIn(now.toISOString(), 'UTC');
  const calendar = ical({ name: `Brazers of ${company}`, prodId: { company: 'hephaist', product: 'crew' } });
  if (anchor) calendar.x('X-HEPHAIST-TRAIL', inOneLine(anchor));
  calendar.method(ICalCalendarMethod.PUBLISH);
  for (const { brazer, record } of recordsOf(crew, tables))
    for (const { goodThrough, kept, keeps, under } of goodDays(record, rules, today)) {
      if (kept.state !== 'current') continue;
      const event = calendar.createEvent({
        id: `${brazer.id}.${keeps}.${goodThrough}@hephaist`,
        start: new Date(`${goodThrough}T00:00:00Z`),
        timezone: 'UTC',
        stamp: now,
        allDay: true,
        summary: `Last good day: ${brazer.name}, mark ${brazer.mark}`,
        description: `${under.join('; ')}: last ${kept.lastLabel ?? ''} on ${kept.lastDay ?? ''}. ${MOVES[keeps]} Check the current code book.`,
      });
      for (const days of WARN_DAYS)
        event.createAlarm({
          type: ICalAlarmType.display,
          triggerBefore: days * DAY_S,
          description: `${days} days left`,
        });
    }
  return calendar.toString();
}
