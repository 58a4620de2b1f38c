import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_LOSS } from '../filler-use/filler-use.js';
import { findRodForm } from '../filler-use/rod-forms.js';
import { findFiller } from '../fillers/fillers.js';
import { planJoint } from '../joint/plan.js';
import { summaryOf } from '../joint/summary.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { alternative, rodCost, rodList, type RodListJoint, type RodListWishes } from './rod-list.js';

const copper = planJoint(sampleJoint({ fitUp: measuredGapIn(0.003) }), sampleLine());
const stub = planJoint(
  sampleJoint({
    fitUp: measuredGapIn(0.005),
    socket: { kind: 'stub', metalId: 'plated-steel', depthM: null, cup: null },
  }),
  sampleLine(),
);
const none = planJoint(sampleJoint({ fitUp: measuredGapIn(0.02) }), sampleLine());
const prices = { silverPerKg: 1000, basePerKg: 20 };
const wish = (spare: number): RodListWishes => ({ prices, spare, loss: DEFAULT_LOSS });
const stickM = findRodForm('flat').pieceM ?? NaN;
const many = (plan: typeof copper, n: number, brazed = false): RodListJoint[] =>
  Array.from({ length: n }, () => ({ summary: summaryOf(plan), brazed }));

describe('the rod list', () => {
  it('sums by class, counts flux, and names what has no rod', () => {
    const list = rodList([...many(copper, 10), ...many(stub, 3), ...many(none, 2)], wish(0));
    expect(list.rods.map((r) => [r.filler.id, r.joints])).toEqual([
      ['BCuP-5', 10],
      ['BAg-24', 3],
    ]);
    expect(list.fluxes.map((f) => [f.flux.id, f.joints])).toEqual([['FB3-C', 3]]);
    expect(list.withoutRod).toBe(2);
    expect(list.rods[0]?.massKg).toBeCloseTo(10 * (copper.filler?.massKg ?? 0), 12);
  });

  it('takes off what is brazed, and buys whole sticks with spare', () => {
    const list = rodList([...many(copper, 30), ...many(copper, 70, true)], wish(0.1));
    const row = list.rods[0];
    expect(row?.joints).toBe(100);
    expect(row?.leftJoints).toBe(30);
    expect(row?.leftKg).toBeCloseTo(33 * (copper.filler?.massKg ?? 0), 12);
    expect(row?.pieces).toBe(Math.ceil((33 * (copper.filler?.lengthM ?? 0)) / stickM));
    expect(rodList(many(copper, 5, true), wish(0.1)).rods[0]?.pieces).toBe(0);
  });

  it('costs its silver and the rest: 1 kg of 15 % at 1000 and 20 is 170', () => {
    const five = findFiller('BCuP-5');
    if (!five) throw new Error('table');
    expect(rodCost(five, 1, prices)).toBeCloseTo(170, 9);
  });

  it('says what no silver and 15 % would cost on the same joints', () => {
    const joints = many(copper, 20);
    const same = alternative(joints, 'BCuP-5', wish(0));
    expect(same?.cost).toBeCloseTo(same?.costNow ?? 0, 9);
    const six = alternative(joints, 'BCuP-6', wish(0));
    expect(six?.joints).toBe(20);
    expect(six?.cost ?? 0).toBeLessThan(six?.costNow ?? 0);
    expect(alternative(many(stub, 4), 'BCuP-5', wish(0))?.joints).toBe(0);
    expect(alternative(joints, 'BXX-1', wish(0))).toBeNull();
  });

  it('never buys less with more joints or more spare, and refuses nonsense', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.integer({ min: 0, max: 20 }),
        fc.double({ min: 0, max: 2, noNaN: true }),
        (n, more, spare) => {
          const sticks = (k: number, s: number): number => rodList(many(copper, k), wish(s)).rods[0]?.pieces ?? 0;
          expect(sticks(n + more, spare)).toBeGreaterThanOrEqual(sticks(n, spare));
          expect(sticks(n, spare)).toBeGreaterThanOrEqual(sticks(n, 0));
        },
      ),
      { numRuns: 40 },
    );
    expect(() => rodList([], wish(-1))).toThrow(/spare/);
    expect(() => rodList([], { ...wish(0), prices: { ...prices, silverPerKg: NaN } })).toThrow(/silverPerKg/);
  });
});
