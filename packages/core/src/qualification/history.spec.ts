import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RULE_SETS } from '../rules/rule-sets.js';
import { sampleAsks, sampleCoupon } from '../testing/samples.js';
import { findTube } from '../tube/tube.js';
import { addDays, continuity } from './continuity.js';
import { type CouponJoint, couponPlan } from './coupon-plan.js';
import { alertsOf, goodDays } from './good-days.js';
import { type BrazerRecord, continuityEvents, type MadeBy, mayBraze, validCoupons } from './may-braze.js';
import { standing, standingOn } from './standing.js';

const FIRST = '2025-01-01';
const day = fc.integer({ min: 0, max: 900 }).map((n) => addDays(FIRST, n));
const fNumber = fc.constantFrom('103', '102');
const procedure = fc.constantFrom(undefined, null, 'BPS-1 rev A', 'BPS-2 rev A');

const anyCoupon = fc
  .record({
    brazedOn: day,
    passed: fc.boolean(),
    fNumber,
    procedure,
    position: fc.constantFrom('horizontal' as const, 'up-feed' as const),
    process: fc.constantFrom('torch' as const, 'furnace' as const),
  })
  .map((c) => sampleCoupon(c as never));
const anyJoint = fc.record({ day, label: fc.constant('J'), fNumber, procedure });
const anyRecord: fc.Arbitrary<BrazerRecord> = fc.record({
  coupons: fc.array(anyCoupon, { maxLength: 5 }),
  joints: fc.array(anyJoint as fc.Arbitrary<MadeBy>, { maxLength: 8 }),
  confirmations: fc.array(
    day.map((d) => ({ day: d, label: 'K' })),
    { maxLength: 4 },
  ),
  withdrawn: fc.option(
    day.map((on) => ({ on, reason: 'leaks' })),
    { nil: null },
  ),
});
const rules = fc.constantFrom(...RULE_SETS);

/** Everything asked of a record on a day, by every question there is. */
function answers(record: BrazerRecord, on: string, ruleSet: (typeof RULE_SETS)[number], f: string) {
  const asks = sampleAsks({ fNumber: f, rules: ruleSet });
  const tube = findTube('acr', '1-1/8')!;
  const joint: CouponJoint = {
    mark: 'J',
    asks,
    tube,
    metals: ['copper', 'copper'],
    fillerId: 'BCuP-5',
    fluxId: null,
    medical: false,
  };
  const { continuity: kept, ...permission } = mayBraze({ ...record }, asks, on);
  return {
    permission,
    kept,
    again: continuity(continuityEvents(record, ruleSet, f), on, ruleSet),
    valid: validCoupons(record, on, ruleSet).map((c) => c.brazedOn),
    stands: standingOn(record, on, ruleSet, f).state,
    good: goodDays(record, [ruleSet], on),
    alerts: alertsOf(record, [ruleSet], on),
    plan: couponPlan(record, [joint], on),
    until: standing(record, FIRST, on, ruleSet, f),
  };
}

describe('what is known on a day', () => {
  it('a record added later never changes the answer for an earlier day, in any question of qualification', () => {
    fc.assert(
      fc.property(anyRecord, anyRecord, day, rules, fNumber, (record, more, on, ruleSet, f) => {
        const later = {
          coupons: more.coupons.filter((c) => c.brazedOn > on),
          joints: more.joints.filter((j) => j.day > on),
          confirmations: (more.confirmations ?? []).filter((c) => c.day > on),
        };
        const grown: BrazerRecord = {
          coupons: [...record.coupons, ...later.coupons],
          joints: [...later.joints, ...record.joints],
          confirmations: [...(record.confirmations ?? []), ...later.confirmations],
          withdrawn: record.withdrawn ?? (more.withdrawn && more.withdrawn.on > on ? more.withdrawn : null),
        };
        expect(answers(grown, on, ruleSet, f)).toEqual(answers(record, on, ruleSet, f));
      }),
      { numRuns: 400 },
    );
  });
  it('a withdrawal counts from its day on, and not the day before', () => {
    const record: BrazerRecord = {
      coupons: [sampleCoupon()],
      joints: [],
      withdrawn: { on: '2026-03-01', reason: 'x' },
    };
    const asme = RULE_SETS[0]!;
    expect(standingOn(record, '2026-02-28', asme).state).toBe('current');
    expect(standingOn(record, '2026-03-01', asme).state).toBe('withdrawn');
  });
});
