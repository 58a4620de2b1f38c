import { describe, expect, it } from 'vitest';
import { ASME_RULES, RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { sampleAsks, sampleCoupon } from '../testing/samples.js';
import { goodDays } from './good-days.js';
import { type BrazerRecord, continuityEvents, mayBraze, validCoupons } from './may-braze.js';
import { nextRevision } from './revision.js';
import { standing, standingOn, warningOn } from './standing.js';

const [coupon, joint] = [sampleCoupon(), sampleAsks()];
const record = (change: Partial<BrazerRecord> = {}): BrazerRecord => ({
  coupons: [coupon],
  joints: [],
  withdrawn: null,
  ...change,
});
const medical = RULE_SETS.find((r) => r.id === 'asme-ix-medical')!;
const two: RuleSet = { ...ASME_RULES, id: 'own', validMonths: 24 };

describe('coupons that still count', () => {
  it('from the day they were brazed, to the last day of their months', () => {
    const on = (day: string, rules: Pick<RuleSet, 'validMonths'> = two) =>
      validCoupons(record(), day, rules).map((c) => c.label);
    expect(on('2026-01-09')).toEqual([]);
    expect(on('2026-01-10')).toEqual(['C-1']);
    expect(on('2028-01-10')).toEqual(['C-1']);
    expect(on('2028-01-11')).toEqual([]);
    expect(on('2099-01-01', { validMonths: 0 })).toEqual(['C-1']);
    expect(validCoupons(record({ coupons: [{ ...coupon, passed: false }] }), '2026-06-01')).toEqual([]);
  });
});

describe('what keeps a brazer current', () => {
  const labels = (r: BrazerRecord, rules: Pick<RuleSet, 'medical'> = ASME_RULES, f: string | null = null): string[] =>
    continuityEvents(r, rules, f).map((e) => `${e.kind} ${e.label}`);
  const made = (change: object) => ({ day: '2026-02-01', label: 'J', fNumber: '103', ...change });
  it('passed coupons, joints and confirmations, and nothing else', () => {
    expect(labels(record({ joints: [made({})], confirmations: [{ day: '2026-03-01', label: 'S' }] }))).toEqual([
      'confirmation S',
      'coupon C-1',
      'joint J',
    ]);
    expect(labels(record({ coupons: [{ ...coupon, passed: false }] }))).toEqual([]);
    expect(labels({ coupons: [], joints: [], withdrawn: null })).toEqual([]);
  });
  it('for medical gas only its own filler number; one that nobody wrote down counts', () => {
    const r = record({
      coupons: [coupon, { ...coupon, label: 'C-2', fNumber: '102' }],
      joints: [
        made({ label: 'own' }),
        made({ label: 'other', fNumber: '102' }),
        made({ label: 'unsaid', fNumber: null }),
      ],
    });
    expect(labels(r, medical, '103')).toEqual(['coupon C-1', 'joint own', 'joint unsaid']);
    expect(labels(r, ASME_RULES, '103')).toHaveLength(5);
    expect(labels(r, medical, null)).toHaveLength(5);
  });
  it('for medical gas only joints worked to a procedure that a coupon of it, passed by that day, was brazed to', () => {
    const of = (procedure: string | null | undefined, brazedOn = '2026-01-10', change: object = {}) =>
      labels(
        record({
          coupons: [{ ...coupon, procedure: 'BPS-1', brazedOn, ...change }],
          joints: [procedure === undefined ? made({}) : made({ procedure })],
        }),
        medical,
        '103',
      ).filter((l) => l.startsWith('joint')).length;
    expect([of('BPS-1'), of('BPS-2'), of(null), of(undefined)]).toEqual([1, 0, 0, 1]);
    // A coupon counts from its own day on.
    expect([of('BPS-1', '2026-02-01'), of('BPS-1', '2026-02-02')]).toEqual([1, 0]);
    // One that failed, or is of another filler, tells nothing: no procedure is qualified.
    expect(of('BPS-1', '2026-01-10', { passed: false })).toBe(0);
    expect(of('BPS-1', '2026-01-10', { fNumber: '102' })).toBe(0);
  });
  it('where one coupon names no procedure, nothing more can be asked than the filler number', () => {
    const r = record({
      coupons: [
        { ...coupon, procedure: 'BPS-1' },
        { ...coupon, label: 'C-2' },
      ],
      joints: [made({ procedure: 'BPS-9' })],
    });
    expect(labels(r, medical, '103')).toContain('joint J');
  });
});

describe('may braze, at the edges', () => {
  it('says that nobody passed a coupon, and nothing about ranges then', () => {
    const p = mayBraze(record(), joint, '2026-01-09');
    expect([p.may, p.by, p.reasons]).toEqual([false, null, ['no passed coupon by this day']]);
    expect(mayBraze(record(), joint, '2026-01-10').may).toBe(true);
  });
  it('is withdrawn from the very day on', () => {
    const r = record({ withdrawn: { on: '2026-05-01', reason: 'leaks' } });
    expect([mayBraze(r, joint, '2026-04-30').withdrawn, mayBraze(r, joint, '2026-05-01').withdrawn]).toEqual([
      false,
      true,
    ]);
  });
  it('names the nearest coupon’s gaps, whichever stands first, and no range where no rod serves', () => {
    const far = { ...coupon, label: 'far', fNumber: '102', position: 'up-feed' as const, wallM: 0.01 };
    const near = { ...coupon, label: 'near', fNumber: '102' };
    for (const coupons of [
      [far, near],
      [near, far],
    ])
      expect(mayBraze(record({ coupons }), joint, '2026-06-01').reasons).toEqual([
        'outside range: filler F-103, coupon was F-102',
      ]);
    const fits = mayBraze(record({ coupons: [far, near, coupon] }), joint, '2026-06-01');
    expect([fits.by, fits.reasons]).toEqual(['C-1', ['covered by coupon C-1, good through 2026-07-10']]);
    expect(mayBraze(record(), { ...joint, fNumber: null }, '2026-06-01')).toMatchObject({
      may: false,
      by: null,
      reasons: ['no rod serves this joint as it is'],
    });
  });
  it('a coupon that has run out does not cover, though the brazer is current', () => {
    const r = record({ joints: [{ day: '2026-06-20', label: 'J', fNumber: '103' }] });
    const short: RuleSet = { ...ASME_RULES, id: 'short', validMonths: 5 };
    const p = mayBraze(r, { ...joint, rules: short }, '2026-06-11');
    expect([p.may, p.by]).toEqual([false, null]);
  });
});

describe('standing over time', () => {
  it('turns on the days themselves: passed, lapsed the day after, withdrawn', () => {
    const r = record({ withdrawn: { on: '2026-09-01', reason: 'x' } });
    expect(standing(r, '2026-01-01', '2026-12-31', ASME_RULES)).toEqual([
      { from: '2026-01-01', to: '2026-01-09', state: 'never' },
      { from: '2026-01-10', to: '2026-07-10', state: 'current' },
      { from: '2026-07-11', to: '2026-08-31', state: 'lapsed' },
      { from: '2026-09-01', to: '2026-12-31', state: 'withdrawn' },
    ]);
    expect(standing(record(), '2026-01-10', '2026-01-10', ASME_RULES)).toEqual([
      { from: '2026-01-10', to: '2026-01-10', state: 'current' },
    ]);
    // A turn on the last day still shows.
    expect(standing(record(), '2026-07-01', '2026-07-11', ASME_RULES).at(-1)).toEqual({
      from: '2026-07-11',
      to: '2026-07-11',
      state: 'lapsed',
    });
  });
  it('stretches that are alike are one, and none is missing', () => {
    const joints = ['2026-02-01', '2026-03-01'].map((day) => ({ day, label: day, fNumber: '103' }));
    expect(standing(record({ joints }), '2026-01-10', '2026-12-31', ASME_RULES)).toEqual([
      { from: '2026-01-10', to: '2026-09-01', state: 'current' },
      { from: '2026-09-02', to: '2026-12-31', state: 'lapsed' },
    ]);
    expect(standingOn(record(), '2026-01-09', ASME_RULES).state).toBe('never');
  });
  it('warns at 60, 30 and 7 days, and at 0 once it is past', () => {
    const left = (daysLeft: number | null) =>
      warningOn({ ...standingOn(record(), '2026-02-01', ASME_RULES).kept, daysLeft });
    expect([null, 61, 60, 31, 30, 8, 7, 0, -1].map(left)).toEqual([null, null, 60, 60, 30, 30, 7, 7, 0]);
  });
});

describe('last good days', () => {
  it('for medical gas each filler number passed by the day, in order', () => {
    const coupons = [
      { ...coupon, label: 'b', fNumber: '103' },
      { ...coupon, label: 'a', fNumber: '102', brazedOn: '2026-02-10' },
      { ...coupon, label: 'later', fNumber: '101', brazedOn: '2026-06-01' },
      { ...coupon, label: 'failed', fNumber: '107', passed: false },
    ];
    const days = goodDays(record({ coupons }), [medical], '2026-03-01');
    expect(days.flatMap((d) => d.under)).toEqual([`${medical.name}, F-103`, `${medical.name}, F-102`]);
    const same = goodDays(
      record({ coupons: coupons.map((c) => ({ ...c, brazedOn: '2026-01-10' })) }),
      [medical],
      '2026-03-01',
    );
    expect(same.flatMap((d) => d.under)).toEqual(['101', '102', '103'].map((f) => `${medical.name}, F-${f}`));
    expect(goodDays(record({ coupons }), [medical], '2026-06-01').flatMap((d) => d.under)).toContain(
      `${medical.name}, F-101`,
    );
  });
  it('nothing for who never passed, or is withdrawn', () => {
    expect(goodDays({ coupons: [], joints: [], withdrawn: null }, [ASME_RULES], '2026-03-01')).toEqual([]);
    const out = { on: '2026-03-01', reason: 'x' };
    expect(goodDays(record({ withdrawn: out }), [ASME_RULES], '2026-03-01')).toEqual([]);
    expect(goodDays(record({ withdrawn: out }), [ASME_RULES], '2026-02-28')).toHaveLength(1);
  });
});

describe('letters of revisions', () => {
  it.each([
    ['', 'A'],
    ['ZZ', 'AAA'],
    ['2Z', '2AA'],
    ['A1', 'A1A'],
    ['a', 'aA'],
    ['B-Y', 'B-Z'],
  ])('after "%s" comes %s', (was, next) => expect(nextRevision(was)).toBe(next));
});
