import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { sampleAsks, sampleCoupon } from '../testing/samples.js';
import { addDays, continuity, daysBetween } from './continuity.js';
import { alertsOf, goodDays } from './good-days.js';
import { type BrazerRecord, continuityEvents, type CouponRecord, mayBraze } from './may-braze.js';

const rules = (id: string): RuleSet => RULE_SETS.find((r) => r.id === id) as RuleSet;
const coupon = (change: Partial<CouponRecord> = {}): CouponRecord =>
  sampleCoupon({ brazedOn: '2026-01-31', ...change });
const record = (change: Partial<BrazerRecord> = {}): BrazerRecord => ({
  coupons: [coupon()],
  joints: [],
  withdrawn: null,
  ...change,
});
const [asme, medical, iso] = [rules('asme-ix'), rules('asme-ix-medical'), rules('iso-13585')];

describe('last good days', () => {
  it('days that are the same for the same cause are one; medical gas counts each filler by itself', () => {
    const two = record({ coupons: [coupon(), coupon({ label: 'C-2', brazedOn: '2026-03-31', fNumber: '102' })] });
    expect(goodDays(two, [asme, medical], '2026-04-01')).toMatchObject([
      { goodThrough: '2026-07-31', keeps: 'joint', under: [`${medical.name}, F-103`] },
      { goodThrough: '2026-09-30', keeps: 'joint', under: [asme.name, `${medical.name}, F-102`] },
    ]);
    expect(goodDays(record(), [asme, medical], '2026-04-01')).toHaveLength(1);
  });

  it('says what moves the day: a joint, a confirmation, or only a coupon', () => {
    const kept = (on: string, confirmations: string[] = []) =>
      goodDays(record({ confirmations: confirmations.map((day) => ({ day, label: 'confirmation' })) }), [iso], on)[0];
    expect(kept('2026-06-01')).toMatchObject({ keeps: 'confirmation', goodThrough: '2026-07-31' });
    expect(kept('2026-08-01')).toMatchObject({ keeps: 'coupon', daysLeft: -1 });
    const all = ['2026-07-31', '2027-01-31', '2027-07-31', '2028-01-31', '2028-07-31'];
    expect(kept('2028-12-01', all)).toMatchObject({ keeps: 'coupon', goodThrough: '2029-01-31' });
  });

  it('29 February is kept through the end of August', () => {
    const leap = record({ coupons: [coupon({ brazedOn: '2028-02-29' })] });
    expect(goodDays(leap, [asme], '2028-08-29')[0]).toMatchObject({ goodThrough: '2028-08-29', daysLeft: 0 });
    expect(goodDays(leap, [iso], '2028-03-01')[0]?.goodThrough).toBe('2028-08-29');
  });

  it('says nothing of who never passed or is withdrawn', () => {
    expect(goodDays(record({ coupons: [coupon({ passed: false })] }), [asme, medical], '2026-04-01')).toEqual([]);
    const out = record({ withdrawn: { on: '2026-03-01', reason: 'purge off' } });
    expect(goodDays(out, [asme], '2026-03-01')).toEqual([]);
    expect(goodDays(out, [asme], '2026-02-28')).toHaveLength(1);
  });

  it('warns 60, 30 and 7 days ahead and for 60 days after, each brazer and cause once', () => {
    const warned = (on: string) => alertsOf(record(), [asme, medical], on).map((a) => a.warning);
    expect(warned('2026-05-31')).toEqual([]);
    expect(warned('2026-06-01')).toEqual([60]);
    expect(warned('2026-07-01')).toEqual([30]);
    expect(warned('2026-07-24')).toEqual([7]);
    expect(warned('2026-07-31')).toEqual([7]);
    expect(warned('2026-08-01')).toEqual([0]);
    expect(warned('2026-09-29')).toEqual([0]);
    expect(warned('2026-09-30')).toEqual([]);
  });

  it('never says another day than the rules it rests on', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 400 }), { maxLength: 6 }),
        fc.integer({ min: 0, max: 500 }),
        (made, at) => {
          const on = addDays('2026-01-31', at);
          const own = record({ joints: made.map((d, i) => ({ day: addDays('2026-01-31', d), label: `J-${i}` })) });
          const [day] = goodDays(own, [asme], on);
          const kept = continuity(continuityEvents(own, asme), on, asme);
          expect(day?.goodThrough).toBe(kept.goodThrough);
          expect(day?.daysLeft).toBe(daysBetween(on, kept.goodThrough ?? on));
        },
      ),
    );
  });
});

describe('medical-gas continuity by the qualified procedure (NFPA 99, from memory)', () => {
  const joint = sampleAsks();
  const made = (procedure?: string | null) =>
    record({
      coupons: [coupon({ procedure: 'BPS-1' })],
      joints: [{ day: '2026-07-01', label: 'OX-1', fNumber: '103', ...(procedure === undefined ? {} : { procedure }) }],
    });
  const may = (own: BrazerRecord, set: RuleSet) => mayBraze(own, { ...joint, rules: set }, '2026-09-01').may;
  it('a joint to another procedure, or to none, keeps it only outside medical gas', () => {
    expect(may(made('BPS-1'), medical)).toBe(true);
    expect(may(made('BPS-7'), medical)).toBe(false);
    expect(may(made(null), medical)).toBe(false);
    for (const p of ['BPS-1', 'BPS-7', null]) expect(may(made(p), asme)).toBe(true);
  });
  it('where nobody wrote it down, the filler number decides as before', () => {
    expect(may(made(), medical)).toBe(true);
    expect(may({ ...made('BPS-7'), coupons: [coupon()] }, medical)).toBe(true);
    const other = made('BPS-1');
    expect(may({ ...other, joints: [{ ...other.joints[0]!, fNumber: '102' }] }, medical)).toBe(false);
  });
});

describe('types of joint and diameters', () => {
  const joint = sampleAsks();
  const why = (c: Partial<CouponRecord>, asks: object) =>
    mayBraze(record({ coupons: [coupon(c)] }), { ...joint, ...asks }, '2026-02-01').reasons.join();
  it('a lap tested is no socket', () => {
    expect(why({ jointType: 'lap' }, {})).toContain('a socket joint, coupon was a lap');
    expect(why({ jointType: 'lap' }, { jointType: 'lap' })).toContain('covered by');
  });
  it('diameters count where the rules set them, and not where they set none', () => {
    const sizes = { odM: 0.05, rules: iso };
    expect(why({ odM: 0.02 }, sizes)).toContain('outside range: diameter');
    expect(why({ odM: 0.025 }, sizes)).toContain('covered by');
    expect(why({ odM: 0.02 }, { odM: 0.05, rules: asme })).toContain('covered by');
  });
});
