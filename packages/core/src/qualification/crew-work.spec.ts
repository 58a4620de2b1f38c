import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { findTube } from '../tube/tube.js';
import { assignJoints, type Hand, type OpenJoint } from './assign.js';
import { addDays, addMonths, continuity, type ContinuityEvent } from './continuity.js';
import { type CouponJoint, couponPlan, USUAL_COUPON_COSTS } from './coupon-plan.js';
import { type BrazerRecord, mayBraze } from './may-braze.js';
import { type Position, rangeGaps } from './range.js';
import { standing, standingOn, warningOn } from './standing.js';

const rules = (id: string): RuleSet => RULE_SETS.find((r) => r.id === id)!;
const asme = rules('asme-ix');
const nobody: BrazerRecord = { coupons: [], joints: [], withdrawn: null };
const SIZES = ['3/8', '1/2', '5/8', '7/8', '1-1/8', '1-5/8', '2-1/8', '3-1/8'];
const jointOf = (
  mark: string,
  size: string,
  position: Position = 'horizontal',
  pair: [string, string] = ['107', '107'],
  fNumber: string | null = '103',
): CouponJoint => {
  const tube = findTube('acr', size)!;
  const asks = { pNumbers: pair, fNumber, wallM: tube.wallM, overlapM: tube.odM * 0.8, position, rules: asme };
  return { mark, asks, tube, metals: ['copper', 'copper'], fillerId: 'BCuP-5', fluxId: null, medical: false };
};

describe('the fewest coupons for a job', () => {
  const someJoints = fc.array(
    fc.record({
      size: fc.constantFrom(...SIZES),
      position: fc.constantFrom<Position>('horizontal', 'down-feed', 'up-feed'),
      f: fc.constantFrom('103', '102'),
    }),
    { minLength: 1, maxLength: 7 },
  );
  it('no fewer would do: every smaller choice of coupons on the same sizes leaves a joint out', () => {
    fc.assert(
      fc.property(someJoints, (wishes) => {
        const joints = wishes.map((w, i) => jointOf(`J-${i}`, w.size, w.position, ['107', '107'], w.f));
        const { fewest, cheapest } = couponPlan(nobody, joints, '2026-06-15');
        const covered = new Set(fewest.coupons.flatMap((c) => c.covers));
        expect(covered.size).toBe(joints.length);
        const all = joints.flatMap((j) =>
          (['horizontal', 'down-feed', 'up-feed'] as const).map((position) => ({
            wallM: j.tube.wallM,
            overlapM: j.asks.overlapM,
            pNumbers: j.asks.pNumbers,
            fNumber: j.asks.fNumber!,
            position,
          })),
        );
        const masks = [
          ...new Set(all.map((c) => joints.reduce((m, j, i) => m | (rangeGaps(c, j.asks).length ? 0 : 1 << i), 0))),
        ];
        const whole = (1 << joints.length) - 1;
        let reach = new Set([0]);
        let count = 0;
        while (!reach.has(whole)) {
          reach = new Set([...reach].flatMap((r) => masks.map((m) => r | m)));
          count += 1;
        }
        expect(fewest.coupons).toHaveLength(count);
        expect(fewest.atLeast).toBe(count);
        if (cheapest) expect(cheapest.cost).toBeLessThan(fewest.cost);
      }),
      { numRuns: 150 },
    );
  });

  it('says what leaving one out would leave out', () => {
    const joints = [jointOf('A', '3/8'), jointOf('B', '3-1/8'), jointOf('C', '3-1/8', 'up-feed')];
    const { fewest } = couponPlan(nobody, joints, '2026-06-15');
    for (const c of fewest.coupons) {
      const rest = new Set(fewest.coupons.filter((x) => x !== c).flatMap((x) => x.covers));
      expect(c.onlyHere).toEqual(c.covers.filter((m) => !rest.has(m)));
    }
  });

  it('counts an upright coupon with two up-feed joints as two strips, and offers the cheaper way round it', () => {
    const down = couponPlan(nobody, [jointOf('D', '7/8', 'down-feed')], '2026-06-15');
    expect(down.fewest.coupons[0]).toMatchObject({ position: 'down-feed', strips: 1 });
    const both = couponPlan(
      nobody,
      [jointOf('D', '3/8', 'down-feed'), jointOf('U', '3-1/8', 'up-feed'), jointOf('D2', '3-1/8', 'down-feed')],
      '2026-06-15',
      { ...USUAL_COUPON_COSTS, perStrip: 0 },
    );
    expect(both.fewest.coupons.map((c) => c.position)).toContain('up-feed');
  });

  it('takes what is on file into account; a lapsed brazer needs one coupon to come back', () => {
    const joints = [jointOf('A', '7/8')];
    const own = { label: 'C-1', brazedOn: '2026-05-01', passed: true, ...joints[0]!.asks, fNumber: '103' };
    const current = couponPlan({ ...nobody, coupons: [own] }, joints, '2026-06-15');
    expect(current).toMatchObject({ covered: ['A'], renews: false });
    expect(current.fewest.coupons).toEqual([]);
    const lapsed = couponPlan({ ...nobody, coupons: [{ ...own, brazedOn: '2025-01-01' }] }, joints, '2026-06-15');
    expect(lapsed.renews).toBe(true);
    expect(lapsed.fewest.coupons).toHaveLength(1);
    expect(couponPlan(nobody, [jointOf('X', '7/8', 'horizontal', ['107', '107'], null)], '2026-06-15')).toMatchObject({
      unplanned: ['X'],
      renews: false,
    });
  });
});

describe('sharing joints among a crew', () => {
  const instance = fc.record({
    joints: fc.array(fc.uniqueArray(fc.constantFrom('a', 'b', 'c'), { maxLength: 3 }), { maxLength: 7 }),
    lapsing: fc.uniqueArray(fc.constantFrom('a', 'b', 'c')),
  });
  const crewOf = (lapsing: readonly string[]): Hand[] =>
    ['a', 'b', 'c'].map((id) => ({ id, lapsing: lapsing.includes(id) }));
  const jointsOf = (whos: readonly string[][]): OpenJoint[] =>
    whos.map((who, i) => ({ id: `j${i}`, lineId: i % 2 ? 'L2' : 'L1', who }));

  it('is as good as the best of all ways: all given, most lapsing kept, smallest largest load', () => {
    fc.assert(
      fc.property(instance, ({ joints: whos, lapsing }) => {
        const joints = jointsOf(whos);
        const found = assignJoints(joints, crewOf(lapsing));
        const able = joints.filter((j) => j.who.length);
        let best: [number, number] | null = null;
        const walk = (i: number, load: Record<string, number>): void => {
          if (i === able.length) {
            const kept = lapsing.filter((l) => load[l]).length;
            const most = Math.max(0, ...Object.values(load));
            if (!best || kept > best[0] || (kept === best[0] && most < best[1])) best = [kept, most];
            return;
          }
          for (const w of able[i]!.who) walk(i + 1, { ...load, [w]: (load[w] ?? 0) + 1 });
        };
        walk(0, {});
        expect(found.to.size).toBe(able.length);
        for (const j of able) expect(j.who).toContain(found.to.get(j.id));
        expect([found.kept.length, found.most]).toEqual(best);
        expect(found.nobody).toEqual(joints.filter((j) => !j.who.length).map((j) => j.id));
      }),
      { numRuns: 300 },
    );
  });

  it('shares ten thousand joints among fifty', () => {
    const crew = Array.from({ length: 50 }, (_, i) => ({ id: `b${i}`, lapsing: i % 10 === 0 }));
    const joints = Array.from({ length: 10_000 }, (_, i) => ({
      id: `j${i}`,
      lineId: `L${i % 20}`,
      who: crew.filter((_, k) => (k + (i % 7)) % 3 === 0).map((h) => h.id),
    }));
    const found = assignJoints(joints, crew);
    expect(found.to.size).toBe(10_000);
    // People fall in three thirds by whom they may take; the largest third of joints is shared by 17.
    expect(found.most).toBe(Math.ceil(joints.filter((_, i) => (i % 7) % 3 === 0).length / 17));
    expect(found.notKept).toEqual([]);
  });
});

describe('a brazer over time', () => {
  const days = fc.integer({ min: 0, max: 900 }).map((n) => addDays('2025-01-01', n));
  const records = fc.record({
    coupons: fc.array(days, { maxLength: 3 }),
    joints: fc.array(days, { maxLength: 6 }),
    confirmations: fc.array(days, { maxLength: 4 }),
    withdrawn: fc.option(days),
    rules: fc.constantFrom(...RULE_SETS),
  });
  const base = jointOf('A', '7/8').asks;
  it('the stretches say on every day what that day says by itself, without a gap', () => {
    fc.assert(
      fc.property(records, (r) => {
        const record: BrazerRecord = {
          coupons: r.coupons.map((d, i) => ({ ...base, fNumber: '103', label: `C${i}`, brazedOn: d, passed: true })),
          joints: r.joints.map((d, i) => ({ day: d, label: `J${i}` })),
          confirmations: r.confirmations.map((d) => ({ day: d, label: 'confirmed' })),
          withdrawn: r.withdrawn ? { on: r.withdrawn, reason: 'cause' } : null,
        };
        const stretches = standing(record, '2025-03-01', '2027-10-01', r.rules);
        let day = '2025-03-01';
        for (const s of stretches) {
          expect(s.from).toBe(day);
          for (const d of [s.from, s.to]) expect(standingOn(record, d, r.rules).state).toBe(s.state);
          day = addDays(s.to, 1);
        }
        expect(day).toBe('2027-10-02');
        for (let d = '2025-03-01'; d < '2027-10-01'; d = addDays(d, 13))
          expect(stretches.find((s) => s.from <= d && d <= s.to)?.state).toBe(standingOn(record, d, r.rules).state);
      }),
      { numRuns: 60 },
    );
  });

  it('under the 3-year rule confirmations keep it, joints do not, and it ends after 36 months', () => {
    const iso = rules('iso-13585');
    const at = (day: string, kind: ContinuityEvent['kind']): ContinuityEvent => ({ day, kind, label: kind });
    const start = at('2024-02-29', 'coupon');
    expect(continuity([start, at('2024-08-01', 'joint')], '2024-08-30', iso).state).toBe('lapsed');
    let events = [start];
    for (let d = '2024-08-01'; d <= '2027-02-01'; d = addMonths(d, 6)) events = [...events, at(d, 'confirmation')];
    expect(continuity(events, '2027-02-28', iso)).toMatchObject({ state: 'current', goodThrough: '2027-02-28' });
    expect(continuity(events, '2027-03-01', iso).state).toBe('lapsed');
    expect(continuity([start, at('2024-09-15', 'confirmation')], '2024-09-15', iso).state).toBe('lapsed');
    expect(
      mayBraze(
        { ...nobody, coupons: [{ ...base, fNumber: '103', label: 'C', brazedOn: '2020-01-01', passed: true }] },
        { ...base, rules: iso },
        '2026-06-15',
      ).may,
    ).toBe(false);
  });

  it('for medical gas only joints with the qualified filler keep it', () => {
    const medical = rules('asme-ix-medical');
    const record: BrazerRecord = {
      coupons: [{ ...base, fNumber: '103', label: 'C', brazedOn: '2026-01-10', passed: true }],
      joints: [{ day: '2026-06-01', label: 'silver', fNumber: '102' }],
      withdrawn: null,
    };
    expect(mayBraze(record, { ...base, rules: medical }, '2026-08-01').reasons[0]).toContain('lapsed');
    expect(mayBraze(record, { ...base, rules: asme }, '2026-08-01').may).toBe(true);
    const same = { ...record, joints: [{ day: '2026-06-01', label: 'copper', fNumber: '103' }] };
    expect(mayBraze(same, { ...base, rules: medical }, '2026-08-01').may).toBe(true);
  });

  it('warns 60, 30 and 7 days ahead', () => {
    const kept = (on: string) => continuity([{ day: '2026-01-31', kind: 'coupon', label: 'C' }], on);
    expect(kept('2026-06-15').goodThrough).toBe('2026-07-31');
    expect(
      ['2026-05-31', '2026-06-01', '2026-07-01', '2026-07-24', '2026-07-31', '2026-08-01'].map((d) =>
        warningOn(kept(d)),
      ),
    ).toEqual([null, 60, 30, 7, 7, 0]);
  });
});
