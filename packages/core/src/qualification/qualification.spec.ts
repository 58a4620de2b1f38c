import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RULE_SETS } from '../rules/rule-sets.js';
import { sampleAsks, sampleCoupon } from '../testing/samples.js';
import { addMonths, continuity, dayIn, daysBetween } from './continuity.js';
import { type BrazerRecord, mayBraze } from './may-braze.js';
import { coverLines, rangeGaps } from './range.js';

const [coupon, joint] = [sampleCoupon(), sampleAsks()];
const record = (change: Partial<BrazerRecord> = {}): BrazerRecord => ({
  coupons: [coupon],
  joints: [],
  withdrawn: null,
  ...change,
});

describe('calendar', () => {
  it('clamps to the end of the month', () => {
    expect(addMonths('2026-03-31', 6)).toBe('2026-09-30');
    expect(addMonths('2025-08-31', 6)).toBe('2026-02-28');
    expect(addMonths('2027-08-31', 6)).toBe('2028-02-29');
    expect(addMonths('2024-02-29', 6)).toBe('2024-08-29');
  });
  it('takes the day in the zone of the job', () => {
    expect(dayIn('2026-03-31T23:30:00Z', 'Europe/Berlin')).toBe('2026-04-01');
    expect(dayIn('2026-03-31T03:30:00Z', 'America/New_York')).toBe('2026-03-30');
    expect(daysBetween('2028-02-28', '2028-03-01')).toBe(2);
  });
});

describe('continuity: lapses after more than 6 months without brazing', () => {
  it('is good through the last day and lapsed the day after', () => {
    const events = [{ day: '2026-03-31', kind: 'coupon' as const, label: 'C' }];
    expect(continuity(events, '2026-09-30').state).toBe('current');
    expect(continuity(events, '2026-10-01').state).toBe('lapsed');
  });
  it('moves with each logged joint, but a joint after the lapse does not bring it back', () => {
    const start = { day: '2026-01-10', kind: 'coupon' as const, label: 'C' };
    expect(continuity([start, { day: '2026-07-10', kind: 'joint', label: 'J' }], '2026-12-01').goodThrough).toBe(
      '2027-01-10',
    );
    expect(continuity([start, { day: '2026-07-11', kind: 'joint', label: 'J' }], '2026-07-12').state).toBe('lapsed');
    expect(
      continuity(
        [start, { day: '2026-07-11', kind: 'joint', label: 'J' }, { day: '2026-08-01', kind: 'coupon', label: 'C2' }],
        '2026-08-02',
      ).state,
    ).toBe('current');
  });
  it('never counts joints without a coupon, nor anything after the asked day', () => {
    expect(continuity([{ day: '2026-01-01', kind: 'joint', label: 'J' }], '2026-02-01').state).toBe('never');
    expect(continuity([{ day: '2026-03-01', kind: 'coupon', label: 'C' }], '2026-02-01').state).toBe('never');
  });
  it('does not depend on the order of the events', () => {
    const events = ['2026-01-10', '2026-05-01', '2026-09-15', '2027-02-01'].map((day, i) => ({
      day,
      kind: i ? ('joint' as const) : ('coupon' as const),
      label: `${i}`,
    }));
    fc.assert(
      fc.property(fc.shuffledSubarray(events, { minLength: 4 }), (shuffled) => {
        expect(continuity(shuffled, '2027-03-01')).toEqual(continuity(events, '2027-03-01'));
      }),
    );
  });
});

describe('range of a brazer (ASME BPVC IX part QB, from memory)', () => {
  it('covers half to twice the wall, either side of the pair, overlap to 1.25 times', () => {
    expect(rangeGaps(coupon, joint)).toEqual([]);
    expect(rangeGaps(coupon, { ...joint, wallM: 0.00254 })).toEqual([]);
    expect(rangeGaps(coupon, { ...joint, wallM: 0.0026 })[0]).toContain('wall');
    expect(rangeGaps(coupon, { ...joint, overlapM: 0.03 })[0]).toContain('overlap');
    expect(rangeGaps({ ...coupon, pNumbers: ['107', '101'] }, { ...joint, pNumbers: ['101', '107'] })).toEqual([]);
  });
  it('asks for the position: up-feed also covers down-feed, horizontal covers neither', () => {
    expect(rangeGaps({ ...coupon, position: 'up-feed' }, { ...joint, position: 'down-feed' })).toEqual([]);
    expect(rangeGaps(coupon, { ...joint, position: 'up-feed' })[0]).toContain('never tested');
  });
});

describe('what coupons cover together', () => {
  it('joins positions and walls of the same metals and filler, either way round', () => {
    const lines = coverLines([
      coupon,
      { ...coupon, position: 'up-feed', wallM: 0.002 },
      { ...coupon, pNumbers: ['107', '101'], fNumber: '102' },
      { ...coupon, pNumbers: ['101', '107'], fNumber: '102', position: 'up-feed' },
    ]);
    expect(lines.map((l) => [l.fNumber, l.positions, l.wallM])).toEqual([
      ['103', ['horizontal'], { min: 0.000635, max: 0.00254 }],
      ['103', ['down-feed', 'up-feed'], { min: 0.001, max: 0.004 }],
      ['102', ['horizontal', 'down-feed', 'up-feed'], { min: 0.000635, max: 0.00254 }],
    ]);
    expect(coverLines([])).toEqual([]);
  });
  it('ranges that do not touch stay two lines', () => {
    const walls = (...mm: number[]) =>
      coverLines(mm.map((wallM) => ({ ...coupon, wallM }))).map((l) => [l.wallM.min, l.wallM.max]);
    expect(walls(0.001, 0.005)).toEqual([
      [0.0005, 0.002],
      [0.0025, 0.01],
    ]);
    expect(walls(0.001, 0.004)).toEqual([[0.0005, 0.008]]);
    expect(walls(0.005, 0.001, 0.002)).toEqual([[0.0005, 0.01]]);
  });
  it('a line never shows a wall and position that no coupon covers', () => {
    const any = fc.record({
      wallM: fc.double({ min: 0.0005, max: 0.006, noNaN: true }),
      position: fc.constantFrom('horizontal' as const, 'up-feed' as const, 'down-feed' as const),
    });
    fc.assert(
      fc.property(
        fc.array(any, { minLength: 1, maxLength: 6 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (some, at) => {
          const coupons = some.map((c) => ({ ...coupon, ...c }));
          for (const l of coverLines(coupons))
            for (const position of l.positions) {
              const wallM = l.wallM.min + (l.wallM.max - l.wallM.min) * at;
              const covered = coupons.some(
                (c) => rangeGaps(c, { ...joint, wallM, position, overlapM: 0.001 }).length === 0,
              );
              expect(covered).toBe(true);
            }
        },
      ),
    );
  });
});

describe('who may braze a joint on a day', () => {
  it('says yes with the coupon, and no with every reason', () => {
    const yes = mayBraze(record(), joint, '2026-06-01');
    expect(yes.may).toBe(true);
    expect(yes.by).toBe('C-1');
    expect(mayBraze(record(), joint, '2026-08-01').reasons[0]).toContain('lapsed');
    expect(
      mayBraze(record({ withdrawn: { on: '2026-05-01', reason: 'leaks' } }), joint, '2026-06-01').reasons[0],
    ).toContain('leaks');
    expect(mayBraze(record({ coupons: [{ ...coupon, passed: false }] }), joint, '2026-06-01').may).toBe(false);
    expect(mayBraze(record(), { ...joint, fNumber: '102' }, '2026-06-01').reasons.join()).toContain('F-102');
    expect(mayBraze(record(), { ...joint, fNumber: null }, '2026-06-01').reasons.join()).toContain('no rod');
  });
  it('a brazer withdrawn for cause may not, though coupon and continuity hold', () => {
    const p = mayBraze(record({ withdrawn: { on: '2026-05-01', reason: 'leaks' } }), joint, '2026-06-01');
    expect(p.may).toBe(false);
    expect(p.reasons).toEqual(['withdrawn on 2026-05-01: leaks']);
    expect(mayBraze(record({ withdrawn: { on: '2026-05-01', reason: 'leaks' } }), joint, '2026-04-30').may).toBe(true);
  });

  it('a torch coupon lets nobody braze in a furnace, nor a hand by machine', () => {
    const may = (v: Partial<typeof joint> & { process?: 'furnace' | 'torch'; type?: 'manual' | 'machine' }, c = {}) =>
      mayBraze(record({ coupons: [{ ...coupon, ...c }] }), { ...joint, ...v }, '2026-06-01');
    expect(may({ process: 'furnace' }).reasons[0]).toBe(
      'outside range: by furnace, manual, coupon was by torch, manual',
    );
    expect(may({ type: 'machine' }).may).toBe(false);
    expect(may({ process: 'torch', type: 'manual' }).may).toBe(true);
    expect(may({ process: 'furnace' }, { process: 'furnace' }).may).toBe(true);
    expect(may({}, { process: 'furnace' }).may).toBe(false);
  });

  it('a joint counts by the coupons passed before it, not by one passed after the day that is asked', () => {
    const medical = RULE_SETS.find((r) => r.id === 'asme-ix-medical')!;
    const bps = (procedure: string, brazedOn: string) => ({ ...coupon, procedure, brazedOn });
    const made = { day: '2026-06-01', label: 'J', fNumber: '103', procedure: 'BPS-9 rev A' };
    const before = record({ coupons: [bps('BPS-1 rev A', '2026-01-10')], joints: [made] });
    const after = { ...before, coupons: [...before.coupons, bps('BPS-9 rev A', '2026-07-20')] };
    const asked = { ...joint, rules: medical };
    for (const r of [before, after]) expect(mayBraze(r, asked, '2026-07-15').may).toBe(false);
    expect(mayBraze(after, asked, '2026-07-20').may).toBe(true);
  });

  it('never says may with a reason against, whatever the record', () => {
    const day = fc
      .integer({ min: 0, max: 700 })
      .map((n) => new Date(Date.UTC(2025, 0, 1 + n)).toISOString().slice(0, 10));
    fc.assert(
      fc.property(
        day,
        day,
        fc.option(day, { nil: null }),
        fc.boolean(),
        fc.constantFrom('103', '102', null),
        (brazedOn, on, out, passed, fNumber) => {
          const p = mayBraze(
            record({ coupons: [{ ...coupon, brazedOn, passed }], withdrawn: out ? { on: out, reason: 'x' } : null }),
            { ...joint, fNumber },
            on,
          );
          const good =
            passed && brazedOn <= on && on <= addMonths(brazedOn, 6) && !(out && out <= on) && fNumber === '103';
          expect(p.may).toBe(good);
        },
      ),
    );
  });

  it('moves the date when a joint is logged', () => {
    const before = mayBraze(record(), joint, '2026-06-01').continuity.goodThrough;
    const after = mayBraze(record({ joints: [{ day: '2026-06-01', label: 'PF-1' }] }), joint, '2026-06-01').continuity
      .goodThrough;
    expect([before, after]).toEqual(['2026-07-10', '2026-12-01']);
  });
});
