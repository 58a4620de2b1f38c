import type { Brazer } from '@hephaist/contracts/records/brazer';
import { continuity, type Day } from '@hephaist/core/qualification/continuity';
import { type BrazerRecord, continuityEvents } from '@hephaist/core/qualification/may-braze';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';

const SOON_DAYS = 30;
const MOST = 6;
/** Days that a bar of full length stands for: what a joint of today keeps. Source: six months, ASME IX, from memory. */
const FULL_DAYS = 183;

/** Until when a brazer is good. */
export interface Lapsing {
  readonly brazer: Brazer;
  /** Days left; negative where it ran out. */
  readonly days: number;
  /** Share of what a joint made today would give. */
  readonly share: number;
  readonly tone: 'refused' | 'caution' | 'fine';
  readonly says: string;
}

const days = (n: number): string => `${n} day${n === 1 ? '' : 's'}`;

/** How long each brazer's continuity holds, by ASME IX's rules from memory; what ends soonest first, what ran out before it. */
export const lapsingOf = (
  records: readonly { readonly brazer: Brazer; readonly record: BrazerRecord }[],
  today: Day,
): Lapsing[] =>
  records
    .filter(({ brazer }) => brazer.withdrawnOn === null)
    .flatMap(({ brazer, record }): Lapsing[] => {
      const left = continuity(continuityEvents(record, ASME_RULES), today, ASME_RULES).daysLeft;
      if (left === null) return [];
      const share = Math.min(1, Math.max(0, left / FULL_DAYS));
      if (left < 0) return [{ brazer, days: left, share, tone: 'refused', says: `✕ lapsed ${days(-left)} ago` }];
      const soon = left <= SOON_DAYS;
      return [{ brazer, days: left, share, tone: soon ? 'caution' : 'fine', says: `${soon ? '▲ ' : ''}${days(left)}` }];
    })
    .sort((a, b) => a.days - b.days)
    .slice(0, MOST);
