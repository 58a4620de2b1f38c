import { qualifiedBy } from '@hephaist/contracts/records/pqr';
import { statedProcedure } from '@hephaist/contracts/records/procedure';
import type { QualifiedBy } from '@hephaist/core/procedure/procedure';
import type { BrazerRecord, CouponRecord } from '@hephaist/core/qualification/may-braze';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh.js';
import { sampleAsks, sampleCoupon } from '../../../../../packages/core/src/testing/samples.js';
import { couponChanges, logChanges, movedWords, pqrChanges } from './what-changes';

const coupon = (change: Partial<CouponRecord> = {}): CouponRecord =>
  sampleCoupon({ label: 'C-020', brazedOn: '2026-05-01', ...change });
const asks = sampleAsks({ rules: ASME_RULES });
const record: BrazerRecord = { coupons: [], joints: [], withdrawn: null };
const made = (brazedAt: string) => [{ mark: 'PF-01', asks, brazedAt }];
const said = (r: BrazerRecord, c: CouponRecord, at = '2026-05-10T12:00:00Z') =>
  couponChanges(r, c, made(at), 'America/New_York', '2026-06-15', ASME_RULES);

describe('what filing a coupon changes', () => {
  it('a first passed coupon begins the brazer, and joints made since come into range', () => {
    expect(said(record, coupon())).toEqual([
      'The brazer was never qualified, and is then good through 2026-11-01.',
      'Joints made before that come into range by it: PF-01.',
    ]);
  });
  it('a joint of the day before, on the job’s own calendar, does not', () => {
    expect(said(record, coupon(), '2026-05-01T03:59:00Z')).toHaveLength(1);
    expect(said(record, coupon(), '2026-05-01T04:00:00Z')).toHaveLength(2);
  });
  it('a confirmation moves the day where the rules ask for confirmations', () => {
    const rules = { ...ASME_RULES, confirmMonths: 6, validMonths: 36 };
    const known = { ...record, coupons: [coupon({ brazedOn: '2026-01-10' })] };
    const after = { ...known, confirmations: [{ day: '2026-06-01', label: 'confirmation' }] };
    expect(movedWords(known, after, '2026-06-15', rules)).toBe(
      'The brazer was good through 2026-07-10, and is then good through 2026-12-01.',
    );
    expect(movedWords(known, after, '2026-06-15', ASME_RULES)).toContain('stays');
  });
  it('one that fails changes nothing', () => {
    expect(said(record, coupon({ passed: false }))).toEqual(['The brazer stays never qualified.']);
  });
  it('one more of the same moves only the day', () => {
    const known = { ...record, coupons: [coupon({ brazedOn: '2026-03-01' })] };
    expect(said(known, coupon())).toEqual([
      'The brazer was good through 2026-09-01, and is then good through 2026-11-01.',
    ]);
  });
});

describe('what logging a joint and filing a record change', () => {
  it('a joint logged late moves its brazer’s day, and does not bring back who had lapsed', () => {
    const own: BrazerRecord = { ...record, coupons: [coupon()] };
    const late = (day: string) => logChanges(own, { day, label: 'PF-02', fNumber: '103' }, asks, '2026-11-20');
    expect(late('2026-10-30')).toBe('The brazer was lapsed 2026-11-01, and is then good through 2027-04-30.');
    expect(late('2026-11-02')).toBe('The brazer stays lapsed 2026-11-01.');
    expect(logChanges(record, { day: '2026-10-30', label: 'PF-02' }, asks, '2026-11-20')).toContain('never qualified');
  });

  it('a record supports what lay outside, or nothing more; one that failed nothing', () => {
    const demo = saltmarsh('2026-06-15');
    const stated = statedProcedure(demo.procedures[1]!)!;
    const by = demo.pqrs.filter((r) => r.procedureName === 'BPS-2').map((r) => qualifiedBy(r, demo.coupons));
    const [first] = by as [QualifiedBy];
    const steel = { ...first, number: 'PQR-9', metals: ['107', '102'] as const };
    expect(pqrChanges(stated, by, steel)).toMatch(
      /^It supports what lay outside before: metals: P-102 to P-107 never tested/,
    );
    expect(pqrChanges(stated, by, steel)).toContain('Still outside:');
    expect(pqrChanges(stated, by, first)).toBe('BPS-2 rev A is supported in nothing more by it.');
    expect(pqrChanges(stated, by, { ...steel, passed: false })).toContain('It did not pass');
  });
});
