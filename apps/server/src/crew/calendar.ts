import type { Crew } from '@hephaist/contracts';
import {
  continuity,
  continuityEvents,
  dayIn,
  ruleSetIdFor,
  WARN_DAYS,
  type Catalogue,
  type RuleSet,
} from '@hephaist/core';
import ical, { ICalAlarmType, ICalCalendarMethod } from 'ical-generator';
import type { RecordStore } from '../records/store.js';
import { tablesOf } from '../shop/shop.js';
import { crewOf, recordsOf } from './crew.js';

const DAY_S = 86_400;

/** Rule sets that the company's open jobs are under. */
async function rulesInUse(store: RecordStore): Promise<RuleSet[]> {
  const tables = await tablesOf(store);
  const jobs = (await store.list('job')).filter((j) => !j.archived);
  const ids = new Set(jobs.map((j) => ruleSetIdFor(j.codeSet, false)));
  return [...ids].flatMap((id) => tables.ruleSet(id) ?? []);
}

/**
 * The last good day of every brazer who is current, as an iCalendar (RFC 5545) with warnings 60, 30 and 7 days ahead.
 * Days are calendar days without a zone, so they are the same day everywhere.
 */
export async function crewCalendar(store: RecordStore, company: string, now: Date): Promise<string> {
  const tables = await tablesOf(store);
  return calendarOf(await crewOf(store, tables), await rulesInUse(store), tables, company, now);
}

/** The same of a crew that is given. */
export function calendarOf(
  crew: Crew,
  rules: readonly RuleSet[],
  tables: Catalogue,
  company: string,
  now: Date,
): string {
  const today = dayIn(now.toISOString(), 'UTC');
  const calendar = ical({ name: `Brazers of ${company}`, prodId: { company: 'hephaist', product: 'crew' } });
  calendar.method(ICalCalendarMethod.PUBLISH);
  for (const { brazer, record } of recordsOf(crew, tables)) {
    if (record.withdrawn && record.withdrawn.on <= today) continue;
    for (const r of rules) {
      const kept = continuity(continuityEvents(record, r), today, r);
      if (kept.state !== 'current' || !kept.goodThrough) continue;
      const event = calendar.createEvent({
        id: `${brazer.id}.${r.id}.${kept.goodThrough}@hephaist`,
        start: new Date(`${kept.goodThrough}T00:00:00Z`),
        timezone: 'UTC',
        stamp: now,
        allDay: true,
        summary: `Last good day: ${brazer.name}, mark ${brazer.mark}`,
        description: `${r.name}: last ${kept.lastLabel ?? ''} on ${kept.lastDay ?? ''}. A logged joint or a passed coupon moves this day. Check the current code book.`,
      });
      for (const days of WARN_DAYS)
        event.createAlarm({
          type: ICalAlarmType.display,
          triggerBefore: days * DAY_S,
          description: `${days} days left`,
        });
    }
  }
  return calendar.toString();
}
