import { describe, expect, it } from 'vitest';
import { RULE_SETS } from '../rules/rule-sets.js';
import { asOf } from './as-of.js';
import { goodDays } from './good-days.js';
import { type BrazerRecord, type CouponRecord, mayBraze, validCoupons } from './may-braze.js';
import type { JointVariables } from './range.js';
import { standing } from './standing.js';

const rules = RULE_SETS[0]!;
const coupon = (label: string, brazedOn: string): CouponRecord => ({
  label,
  brazedOn,
  passed: true,
  procedure: null,
  pNumbers: ['107', '107'],
  fNumber: '103',
  position: 'horizontal',
  wallM: 0.00127,
  overlapM: 0.02,
  jointType: 'socket',
  process: 'torch',
  type: 'manual',
});
const asks: JointVariables = {
  pNumbers: ['107', '107'],
  fNumber: '103',
  position: 'horizontal',
  wallM: 0.00127,
  overlapM: 0.02,
  jointType: 'socket',
  rules,
} as JointVariables;
const record = (newCoupon: boolean, more: readonly CouponRecord[] = []): BrazerRecord => ({
  coupons: [coupon('C-1', '2026-01-10'), ...more],
  joints: [{ day: '2026-02-20', label: 'PF-01', fNumber: '103' }],
  withdrawn: null,
  ended: [{ on: '2026-03-01', until: '2026-04-01', reason: 'purge shut off while hot', newCoupon }],
});
const on = (r: BrazerRecord, day: string) => mayBraze(r, asks, day);

describe('a withdrawal that was ended', () => {
  it('holds from its day to the day before its end, whatever came later', () => {
    const r = record(false);
    expect([on(r, '2026-02-28').may, on(r, '2026-03-01').may, on(r, '2026-03-31').may]).toEqual([true, false, false]);
    expect(on(r, '2026-03-15').reasons).toContain('withdrawn on 2026-03-01: purge shut off while hot');
    expect(on(r, '2026-03-15').withdrawn).toBe(true);
  });

  it('without a condition, all that was passed before counts again', () => {
    expect(on(record(false), '2026-04-01')).toMatchObject({ may: true, withdrawn: false, by: 'C-1' });
  });

  it('asked for a new coupon, nothing of before counts until one is passed, and from then on', () => {
    const r = record(true);
    expect(on(r, '2026-04-01')).toMatchObject({ may: false, withdrawn: false });
    expect(on(r, '2026-04-01').reasons).toContain('no passed coupon by this day');
    expect(validCoupons(r, '2026-04-01', rules)).toEqual([]);
    const after = record(true, [coupon('C-2', '2026-04-05')]);
    expect([on(after, '2026-04-04').may, on(after, '2026-04-05').may]).toEqual([false, true]);
    expect(on(after, '2026-04-05').by).toBe('C-2');
    // What was brazed before it began stays good.
    expect(on(after, '2026-02-28')).toMatchObject({ may: true, by: 'C-1' });
  });

  it('is seen in the strip of months and in the last good days', () => {
    const after = record(true, [coupon('C-2', '2026-04-05')]);
    expect(standing(after, '2026-02-01', '2026-04-30', rules).map((s) => [s.from, s.state])).toEqual([
      ['2026-02-01', 'current'],
      ['2026-03-01', 'withdrawn'],
      ['2026-04-01', 'never'],
      ['2026-04-05', 'current'],
    ]);
    expect(goodDays(after, [rules], '2026-03-10')).toEqual([]);
    expect(goodDays(after, [rules], '2026-04-10')[0]?.goodThrough).toBe('2026-10-05');
  });

  it('leaves a record without one as it is, and answers a day once', () => {
    const plain: BrazerRecord = { coupons: [], joints: [], withdrawn: null };
    expect(asOf(plain, '2026-01-01')).toBe(plain);
    const r = record(true);
    expect(asOf(r, '2026-05-01')).toBe(asOf(r, '2026-05-01'));
  });
});
