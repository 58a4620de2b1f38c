import { describe, expect, it } from 'vitest';
import { planHeat } from '../heat/plan-heat.js';
import { usualHeat } from '../heat/usual-heat.js';
import { planJoint } from '../joint/plan.js';
import { summaryOf } from '../joint/summary.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { CUBIC_FOOT } from '../units/units.js';
import { gasList, type GasWishes } from './gas-list.js';
import type { RodListJoint } from './rod-list.js';

const wishes: GasWishes = {
  fuelM3: 40 * CUBIC_FOOT,
  oxygenM3: 40 * CUBIC_FOOT,
  nitrogenM3: 80 * CUBIC_FOOT,
  use: 'usual',
};
const plan = planJoint(sampleJoint(), sampleLine());
const summary = summaryOf(plan);
const joints = (n: number, brazed = 0): RodListJoint[] =>
  Array.from({ length: n }, (_, i) => ({ summary, brazed: i < brazed }));

describe('the gases of a job', () => {
  it('the short of the heat is near the whole plan', () => {
    const whole = usualHeat(plan.heat!);
    expect(summary.heat!.tipId).toBe(whole.torch.tip.id);
    expect(Math.abs(summary.heat!.seconds! - whole.seconds.likely!)).toBeLessThan(0.12 * whole.seconds.likely!);
    expect(Math.abs(summary.heat!.coolS - whole.coolS.still)).toBeLessThan(0.15 * whole.coolS.still);
    expect(planHeat(plan.heat!, whole.torch).gas.fuelM3 / summary.heat!.fuelM3).toBeCloseTo(1, 0);
  });
  it('adds up what is left, with half as much again between joints, and leaves what is brazed', () => {
    const list = gasList(joints(10, 4), wishes);
    expect(list.joints).toBe(6);
    expect(list.fuelM3).toBeCloseTo(6 * 1.5 * summary.heat!.fuelM3, 12);
    expect(list.oxygenM3).toBeCloseTo(list.fuelM3 * 1.1, 9);
    expect(list.nitrogenM3).toBeCloseTo(
      6 * (summary.purge!.fillM3 + summary.purge!.trickleM3s * (summary.heat!.flameS + summary.heat!.coolS)),
      12,
    );
    expect(gasList(joints(3, 3), wishes)).toMatchObject({
      joints: 0,
      fuelM3: 0,
      nitrogenM3: 0,
      largest: null,
      smallestCylinder: null,
    });
  });
  it('counts cylinders with a tenth in reserve, both sides of the threshold', () => {
    const one = gasList(joints(1), wishes).fuelM3;
    expect(gasList(joints(1), { ...wishes, fuelM3: one / 0.9 }).cylinders.fuel).toBe(1);
    expect(gasList(joints(1), { ...wishes, fuelM3: (one / 0.9) * 0.999 }).cylinders.fuel).toBe(2);
    expect(gasList(joints(1), { ...wishes, fuelM3: 0 }).cylinders.fuel).toBeNull();
  });
  it('names the largest tip and the smallest cylinder that may run it', () => {
    const list = gasList(joints(2), wishes);
    expect(list.largest!.tip).toBe(summary.heat!.tip);
    expect(list.smallestCylinder).toMatch(/ft³$/);
    expect(gasList(joints(2), { ...wishes, use: 'steady' }).smallestCylinder).not.toBe(
      gasList(joints(2), { ...wishes, use: 'short' }).smallestCylinder,
    );
  });
  it('says which cylinder cannot be', () => {
    expect(() => gasList([], { ...wishes, oxygenM3: -1 })).toThrow(/oxygenM3/);
  });
});
