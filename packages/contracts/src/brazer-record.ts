import {
  SHIPPED,
  type Catalogue,
  judgeSection,
  type BrazerRecord,
  type CouponRecord,
  type SectionVerdict,
} from '@hephaist/core';
import type { Confirmation } from './confirmation.js';
import type { Brazer, Coupon } from './records.js';

/** The verdict of a stored coupon by its rule set. */
export function couponVerdict(coupon: Coupon, tables: Catalogue = SHIPPED): SectionVerdict {
  const rules = tables.ruleSet(coupon.ruleSetId);
  if (!rules) throw new Error(`no rule set ${coupon.ruleSetId}`);
  const verdict = judgeSection(coupon.faces, coupon.boreClean, rules);
  const seen = coupon.visualReason;
  return seen ? { ...verdict, passes: false, reasons: [...verdict.reasons, `Looked at: ${seen}: fails`] } : verdict;
}

/** What medical gas wants on a brazer's record and a coupon does not state. Source: NFPA 99, from memory. */
export function couponMissing(coupon: Coupon, tables: Catalogue = SHIPPED): string[] {
  if (!tables.ruleSet(coupon.ruleSetId)?.medical) return [];
  const { cleaning = '', gapM = null, purgeFlow = null } = coupon.statement ?? {};
  return [
    ...(cleaning.trim() ? [] : ['how it was cleaned']),
    ...(gapM === null ? ['the gap'] : []),
    ...(purgeFlow === null ? ['the nitrogen flow'] : []),
  ];
}

/** A stored coupon as the qualification rules see it; null when its tube, metal or rod is no longer in the tables. */
export function couponRecord(coupon: Coupon, tables: Catalogue = SHIPPED): CouponRecord | null {
  const tube = tables.tube(coupon.tube.standardId, coupon.tube.size);
  const a = tables.metal(coupon.tube.metalId);
  const b = tables.metal(coupon.socketMetalId);
  const filler = tables.filler(coupon.fillerId);
  if (!tube || !a || !b || !filler) return null;
  return {
    label: coupon.number,
    brazedOn: coupon.brazedOn,
    passed: couponVerdict(coupon, tables).passes,
    pNumbers: [a.pNumber, b.pNumber],
    fNumber: filler.fNumber,
    wallM: tube.wallM,
    overlapM: coupon.overlapM,
    position: coupon.position,
  };
}

/** One joint a brazer made, on the calendar day of its job's zone. */
export interface Brazing {
  readonly brazerId: string;
  readonly day: string;
  readonly label: string;
  readonly fNumber: string | null;
}

/** Everything on file for one brazer. */
export function brazerRecord(
  brazer: Brazer,
  coupons: readonly Coupon[],
  brazings: readonly Brazing[],
  tables: Catalogue = SHIPPED,
  confirmations: readonly Confirmation[] = [],
): BrazerRecord {
  return {
    coupons: coupons
      .filter((c) => c.brazerId === brazer.id)
      .map((c) => couponRecord(c, tables))
      .filter((c) => c !== null),
    joints: brazings
      .filter((b) => b.brazerId === brazer.id)
      .map(({ day, label, fNumber }) => ({ day, label, fNumber })),
    confirmations: confirmations
      .filter((c) => c.brazerId === brazer.id)
      .map((c) => ({ day: c.on, label: 'confirmation' })),
    withdrawn: brazer.withdrawnOn
      ? { on: brazer.withdrawnOn, reason: brazer.withdrawnReason ?? 'no reason given' }
      : null,
  };
}
