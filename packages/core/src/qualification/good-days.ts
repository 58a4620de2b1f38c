import type { RuleSet } from '../rules/rule-sets.js';
import { asOf } from './as-of.js';
import { addMonths, type Continuity, continuity, type Day } from './continuity.js';
import { type BrazerRecord, continuityEvents, validCoupons } from './may-braze.js';
import { warningOn } from './standing.js';

/** What moves a last good day: a logged joint, a supervisor's confirmation, or nothing but another coupon. */
export type Keeps = 'joint' | 'confirmation' | 'coupon';

/** The last good day of a brazer, and every rule that says so. */
export interface GoodDay {
  readonly goodThrough: Day;
  /** Days left on the asked day; negative once lapsed. */
  readonly daysLeft: number;
  readonly keeps: Keeps;
  /** Rule sets, with the filler number where medical gas counts each by itself. */
  readonly under: readonly string[];
  readonly kept: Continuity;
}

function keepsOf(record: BrazerRecord, rules: RuleSet, kept: Continuity, on: Day): Keeps {
  if (kept.state === 'lapsed') return 'coupon';
  const ends = rules.validMonths
    ? validCoupons(record, on, rules).map((c) => addMonths(c.brazedOn, rules.validMonths))
    : [];
  if (kept.goodThrough && ends.includes(kept.goodThrough)) return 'coupon';
  return rules.confirmMonths ? 'confirmation' : 'joint';
}

/**
 * Until when a brazer is good, under each rule set in use: for medical gas each filler number by itself. Days that are
 * the same for the same cause are one. The earliest first; nothing for who never passed or is withdrawn.
 */
export function goodDays(whole: BrazerRecord, rulesInUse: readonly RuleSet[], on: Day): GoodDay[] {
  const record = asOf(whole, on);
  if (record.withdrawn && record.withdrawn.on <= on) return [];
  const found = new Map<string, GoodDay>();
  const passed = [...new Set(record.coupons.filter((c) => c.passed && c.brazedOn <= on).map((c) => c.fNumber))].sort();
  for (const rules of rulesInUse)
    for (const fNumber of rules.medical ? passed : [null]) {
      const kept = continuity(continuityEvents(record, rules, fNumber), on, rules);
      if (!kept.goodThrough || kept.daysLeft === null) continue;
      const keeps = keepsOf(record, rules, kept, on);
      const under = fNumber ? `${rules.name}, F-${fNumber}` : rules.name;
      const key = `${kept.goodThrough} ${keeps}`;
      const before = found.get(key);
      found.set(key, {
        goodThrough: kept.goodThrough,
        daysLeft: kept.daysLeft,
        keeps,
        kept,
        under: [...(before?.under ?? []), under],
      });
    }
  return [...found.values()].sort(
    (a, b) => a.goodThrough.localeCompare(b.goodThrough) || a.keeps.localeCompare(b.keeps),
  );
}

/** Days after lapsing for which it is still told of. Source: practice. */
const TELL_LAPSED_DAYS = 60;

/** A last good day that somebody must see to: 60, 30 or 7 days ahead, 0 once it is past. */
export interface Alert extends GoodDay {
  readonly warning: number;
}

/** The last good days of a brazer that are near or just past; what lapsed long ago is on the board, not here. */
export const alertsOf = (record: BrazerRecord, rulesInUse: readonly RuleSet[], on: Day): Alert[] =>
  goodDays(record, rulesInUse, on).flatMap((g) => {
    const warning = warningOn(g.kept);
    return warning === null || g.daysLeft < -TELL_LAPSED_DAYS ? [] : [{ ...g, warning }];
  });
