import { describe, expect, it } from 'vitest';
import { ASME_RULES } from '../rules/rule-sets.js';
import { findTube } from '../tube/tube.js';
import { INCH } from '../units/units.js';
import { type CouponJoint, couponPlan, couponToCover } from './coupon-plan.js';
import type { BrazerRecord } from './may-braze.js';
import type { Position } from './range.js';

const nobody: BrazerRecord = { coupons: [], joints: [], withdrawn: null };
const DAY = '2026-06-15';
const jointOf = (mark: string, size: string, position: Position = 'horizontal', change = {}): CouponJoint => {
  const tube = findTube('acr', size)!;
  const asks = {
    pNumbers: ['107', '107'] as const,
    fNumber: '103',
    wallM: tube.wallM,
    overlapM: 0.02,
    position,
    rules: ASME_RULES,
    ...change,
  };
  return { mark, asks, tube, metals: ['copper', 'copper'], fillerId: 'BCuP-5', fluxId: null, medical: false };
};
const coupons = (joints: readonly CouponJoint[], costs = { perStrip: 0, metalPerKg: 1 }) =>
  couponPlan(nobody, joints, DAY, costs).fewest.coupons;

describe('what a coupon costs', () => {
  it('is its strips, and the tube of each by weight: 0.3 m of copper at 8940 kg/m³', () => {
    // 1-1/8 by 0.050 in: pi (1.125 - 0.050) 0.050 in² x 0.3 m x 8940 kg/m³.
    const kg = Math.PI * (1.125 - 0.05) * 0.05 * INCH ** 2 * 0.3 * 8940;
    expect(kg).toBeCloseTo(0.2922, 4);
    const [one] = coupons([jointOf('A', '1-1/8')]);
    expect(one?.cost).toBeCloseTo(kg, 9);
    expect(coupons([jointOf('A', '1-1/8')], { perStrip: 60, metalPerKg: 12 })[0]?.cost).toBeCloseTo(60 + 12 * kg, 9);
    const [up] = coupons([jointOf('A', '1-1/8', 'up-feed')], { perStrip: 60, metalPerKg: 12 });
    expect([up?.strips, up?.position]).toEqual([2, 'up-feed']);
    expect(up?.cost).toBeCloseTo(2 * (60 + 12 * kg), 9);
    expect(coupons([jointOf('A', '1-1/8', 'down-feed')])[0]?.strips).toBe(1);
  });
  it('adds up over the plan', () => {
    const plan = couponPlan(nobody, [jointOf('A', '3/8'), jointOf('B', '3-1/8')], DAY).fewest;
    expect(plan.coupons).toHaveLength(2);
    expect(plan.cost).toBeCloseTo(plan.coupons[0]!.cost + plan.coupons[1]!.cost, 9);
    expect(plan.atLeast).toBe(2);
  });
});

describe('which coupons', () => {
  it('joints without a rod are named and ask for none; a plan for none has none', () => {
    const plan = couponPlan(nobody, [jointOf('A', '7/8'), jointOf('N', '7/8', 'horizontal', { fNumber: null })], DAY);
    expect([plan.unplanned, plan.covered]).toEqual([['N'], []]);
    expect(plan.fewest.coupons.map((c) => c.covers)).toEqual([['A']]);
    const none = couponPlan(nobody, [], DAY);
    expect(none).toEqual({
      covered: [],
      unplanned: [],
      fewest: { coupons: [], cost: 0, atLeast: 0 },
      cheapest: null,
      renews: false,
    });
  });
  it('one on file covers what it covers and no more; what is held is not counted as left out', () => {
    const joints = [jointOf('A', '7/8'), jointOf('B', '7/8', 'up-feed'), jointOf('C', '7/8', 'down-feed')];
    const held = { label: 'C-1', brazedOn: '2026-05-01', passed: true, ...joints[0]!.asks, fNumber: '103' };
    const plan = couponPlan({ ...nobody, coupons: [held] }, joints, DAY);
    expect(plan.covered).toEqual(['A']);
    expect(plan.fewest.coupons.map((c) => [c.position, c.covers, c.onlyHere])).toEqual([
      ['up-feed', ['B', 'C'], ['B', 'C']],
    ]);
    const failed = couponPlan({ ...nobody, coupons: [{ ...held, passed: false }] }, joints, DAY);
    expect(failed.covered).toEqual([]);
    expect(failed.fewest.coupons).toHaveLength(2);
  });
  it('what two coupons both cover is left out by neither alone', () => {
    // Walls 1, 2 and 8 mm: the thin one's coupon and the thick one's both reach the middle.
    const at = (mark: string, wallM: number): CouponJoint => {
      const j = jointOf(mark, '7/8', 'horizontal', { wallM });
      return { ...j, tube: { ...j.tube, wallM } };
    };
    const plan = couponPlan(nobody, [at('thin', 0.001), at('middle', 0.002), at('thick', 0.004)], DAY).fewest;
    expect(plan.coupons.map((c) => c.covers)).toEqual([['thin', 'middle', 'thick']]);
    const two = couponPlan(nobody, [at('thin', 0.001), at('middle', 0.002), at('thick', 0.0042)], DAY).fewest;
    expect(two.coupons).toHaveLength(2);
    const shared = two.coupons.map((c) => c.covers).reduce((a, b) => a.filter((m) => b.includes(m)));
    for (const c of two.coupons) expect(c.onlyHere).toEqual(c.covers.filter((m) => !shared.includes(m)));
    expect(two.coupons.flatMap((c) => c.onlyHere).length).toBeGreaterThan(0);
  });
  it('joint type and size go along: a butt coupon covers no socket', () => {
    const [coupon] = coupons([jointOf('B', '7/8', 'horizontal', { jointType: 'butt' })]);
    expect(coupon?.covers).toEqual(['B']);
    const both = [jointOf('B', '7/8', 'horizontal', { jointType: 'butt' }), jointOf('S', '7/8')];
    expect(coupons(both)).toHaveLength(2);
    const across = { ...ASME_RULES, id: 'own', diameterLow: 0.5, diameterHigh: 2 };
    const sizes = [jointOf('a', '3/8'), jointOf('b', '3-1/8')].map((j) => ({
      ...j,
      asks: { ...j.asks, rules: across, wallM: 0.001, odM: j.tube.odM },
      tube: { ...j.tube, wallM: 0.001 },
    }));
    expect(coupons(sizes)).toHaveLength(2);
  });
  it('who lapsed and is covered otherwise comes back by the lightest of the job’s sizes', () => {
    const joints = [jointOf('big', '3-1/8'), jointOf('small', '7/8'), jointOf('middle', '1-5/8')];
    const held = joints.map((j, i) => ({
      label: `C-${i}`,
      brazedOn: '2025-01-01',
      passed: true,
      ...j.asks,
      fNumber: '103',
    }));
    const plan = couponPlan({ ...nobody, coupons: held }, joints, DAY);
    expect(plan.renews).toBe(true);
    expect(plan.fewest.coupons.map((c) => c.tube.size)).toEqual(['7/8']);
    const turned = couponPlan({ ...nobody, coupons: held }, [...joints].reverse(), DAY);
    expect(turned.fewest.coupons.map((c) => c.tube.size)).toEqual(['7/8']);
  });
  it('the cheapest is offered only where it costs less than the fewest', () => {
    expect(couponPlan(nobody, [jointOf('A', '7/8')], DAY).cheapest).toBeNull();
    // One coupon of the heavy middle wall would do for all; two light ones reach it from either side and cost less.
    const at = (mark: string, size: string, wallM: number): CouponJoint => {
      const j = jointOf(mark, size, 'down-feed', { wallM });
      return { ...j, tube: { ...j.tube, wallM } };
    };
    const joints = [at('thin', '3/8', 0.001), at('heavy', '3-1/8', 0.002), at('thick', '3/8', 0.004)];
    const plan = couponPlan(nobody, joints, DAY, { perStrip: 0, metalPerKg: 100 });
    expect(plan.fewest.coupons.map((c) => [c.like.mark, c.covers])).toEqual([['heavy', ['thin', 'heavy', 'thick']]]);
    expect(plan.cheapest?.coupons.map((c) => c.like.mark).sort()).toEqual(['thick', 'thin']);
    expect(plan.cheapest?.coupons.map((c) => c.onlyHere)).toEqual([['thin'], ['thick']]);
    expect(plan.cheapest!.cost).toBeLessThan(plan.fewest.cost);
    expect(plan.cheapest!.atLeast).toBeCloseTo(plan.cheapest!.cost, 6);
    // Where the laboratory costs more than the tube, one it is.
    expect(couponPlan(nobody, joints, DAY, { perStrip: 60, metalPerKg: 0 }).cheapest).toBeNull();
  });
  it('a planned coupon asks of its procedure what its joint asks, in its own position', () => {
    const [coupon] = coupons([{ ...jointOf('A', '7/8'), fluxId: 'FB3-A', medical: true }]);
    expect(couponToCover(coupon!)).toMatchObject({
      position: coupon!.position,
      fluxId: 'FB3-A',
      gapM: null,
      medical: true,
      fNumber: '103',
    });
  });
});
