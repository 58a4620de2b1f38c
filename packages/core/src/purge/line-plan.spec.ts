import { describe, expect, it } from 'vitest';
import { comb } from '../testing/lines.js';
import { SCFH } from '../units/units.js';
import { CYLINDERS } from './cylinder.js';
import { networkOf, type PlacedJoint, straightLayout } from './layout.js';
import { type LinePurgeWishes, planLinePurge } from './line-plan.js';
import { networkProblems } from './network.js';
import { PURGE_LIMIT_PA } from './pressure-limit.js';
import { purgeLine } from './single-line.js';

const wishes: LinePurgeWishes = { limit: 0.01, minutesPerJoint: 8, usableM3: CYLINDERS.at(-1)!.nominalM3 };
const placed = (id: string, change: Partial<PlacedJoint> = {}): PlacedJoint => ({
  id,
  brazed: false,
  lapM: 0.023,
  diameterM: 0.0286,
  gapSideM: 6.4e-5,
  ...change,
});
const straight = (n: number, lengthM = 18.9, boreM = 0.026) => {
  const ids = Array.from({ length: n }, (_, i) => `J${i + 1}`);
  return networkOf(
    straightLayout(
      ids,
      lengthM,
      ids.map(() => boreM),
    ),
    ids.map((id) => placed(id)),
    { by: 'flow', m3s: 1e-4, mostPa: PURGE_LIMIT_PA },
  );
};

describe('the purge of a whole line', () => {
  it('a straight line: one vent, joints outward, and about the time the single-line model gives', () => {
    const net = { ...straight(6), joints: straight(6).joints.map((j) => ({ ...j, gapSideM: 0 })) };
    const plan = planLinePurge(net, wishes);
    expect(plan.stages).toHaveLength(1);
    expect(plan.stages[0]?.joints).toEqual(['J1', 'J2', 'J3', 'J4', 'J5', 'J6']);
    const alone = purgeLine({ lengthM: (18.9 * 6) / 7, boreM: 0.026, fillM3s: plan.fillM3s });
    expect(plan.stages[0]!.readyS).toBeGreaterThan(alone.plugS);
    expect(plan.stages[0]!.readyS).toBeLessThan(alone.dispersedS * 1.15);
  });
  it('leaking gaps make the far joints wait longer', () => {
    const tight = planLinePurge(
      { ...straight(6), joints: straight(6).joints.map((j) => ({ ...j, gapSideM: 0 })) },
      wishes,
    );
    const leaky = planLinePurge(
      { ...straight(6), joints: straight(6).joints.map((j) => ({ ...j, gapSideM: 1.2e-4 })) },
      wishes,
    );
    expect(leaky.stages[0]!.readyS).toBeGreaterThan(tight.stages[0]!.readyS);
  });
  it('nitrogen is fill and trickle, and the cylinders carry it', () => {
    const plan = planLinePurge(straight(6), wishes);
    const trickle = 6 * 8 * 60 * plan.trickleM3s;
    expect(plan.nitrogenM3).toBeCloseTo(trickle + plan.stages[0]!.fillM3, 9);
    expect(plan.cylinders?.count).toBe(1);
    const small = planLinePurge(straight(6), { ...wishes, usableM3: (plan.nitrogenM3 ?? 0) / 2 });
    expect(small.cylinders?.count).toBeGreaterThan(1);
  });
  it('a comb takes a stage for each branch', () => {
    const plan = planLinePurge(comb(4, 0), wishes);
    expect(plan.stages.map((s) => s.vent)).toEqual(['V0', 'V1', 'V2', 'V3']);
    for (const s of plan.stages) expect(s.readyS).toBeLessThan(Infinity);
  });
  it('says what mishaps do: more pressure with the vent shut, later with the meter misread, air back without the hose', () => {
    const plan = planLinePurge(straight(4), wishes);
    const of = (id: string) => plan.mishaps.find((m) => m.id === id);
    const open = Math.max(...plan.pressures.map((p) => p.pa));
    expect(of('vent shut')!.pressure!.pa).toBeGreaterThan(open);
    expect(of('meter misread')!.seconds!).toBeGreaterThan(0);
    expect(of('hose off')!.seconds!).toBeGreaterThan(0);
    expect(of('hose off')!.seconds!).toBeLessThan(3600);
  });
  it('pressure at the trickle stays far under blowing out', () => {
    for (const p of planLinePurge(straight(4), wishes).pressures) expect(p.pa).toBeLessThan(p.blowOutPa / 10);
  });
  it('names runs that are filled or kept too slowly for their bore, by the Richardson number', () => {
    const of = (boreM: number, more: Partial<LinePurgeWishes>) =>
      planLinePurge(straight(3, 20, boreM), { ...wishes, ...more }).layering;
    const speed = (m3s: number, boreM: number) => m3s / ((Math.PI / 4) * boreM ** 2);
    // Filling from air: the whole difference in weight counts, and the flow decides.
    expect((9.81 * 0.03 * 0.05) / speed(2e-4, 0.05) ** 2).toBeGreaterThan(1);
    expect(of(0.05, { fillM3s: 2e-4 })).toContain('r1');
    // At the trickle, with 1 % oxygen left, only a twentieth of it is left.
    expect((9.81 * 0.03 * (0.01 / 0.209) * 0.05) / speed(2e-5, 0.05) ** 2).toBeGreaterThan(1);
    expect(of(0.05, { trickleM3s: 2e-5 })).toContain('r1');
    expect(of(0.006, { trickleM3s: 2e-5 })).not.toContain('r1');
    // Flows as practised in an ordinary tube: nothing to say.
    expect(of(0.026, {})).toEqual([]);
  });
  it('a stage that is never ready leaves the totals open, and a meter misread there says so instead of a number', () => {
    // A branch that its own gap empties into: nothing sweeps its end.
    const net = straight(2, 20, 0.02);
    const leaky = {
      ...net,
      nodes: net.nodes.map((n) => (n.kind === 'vent' ? { ...n, holeM: 1e-4 } : n)),
      joints: net.joints.map((j, i) => (i === 0 ? { ...j, gapSideM: 0.002 } : { ...j, gapSideM: 0 })),
    };
    const plan = planLinePurge(leaky, { ...wishes, fillM3s: 2e-6, limit: 0.001 });
    expect(plan.neverReady).toEqual(['vent']);
    expect([plan.nitrogenM3, plan.seconds, plan.cylinders]).toEqual([null, null, null]);
    const misread = plan.mishaps.find((m) => m.id === 'meter misread')!;
    expect(misread.seconds).toBeNull();
    expect(misread.says).toContain('never comes under');
  });
  it('60 ft of 1/8 in coil: pressure at the joint sets the flow, not the meter, and the wait is longer', () => {
    const bore = 0.065 * 0.0254;
    const net = straight(2, 60 * 0.3048, bore);
    const plan = planLinePurge(net, wishes);
    expect(plan.setPa).not.toBeNull();
    expect(plan.setPa!).toBeLessThanOrEqual(PURGE_LIMIT_PA);
    for (const p of plan.pressures) expect(p.pa).toBeLessThanOrEqual(p.blowOutPa / 2 + 1);
    expect(plan.fillM3s).toBeLessThan(15 * SCFH);
    const alone = purgeLine({ lengthM: 60 * 0.3048, boreM: bore, gapSideM: 6.4e-5 });
    expect(alone.byPressure).toBe(true);
    expect(alone.tricklePa).toBeLessThanOrEqual(PURGE_LIMIT_PA + 1);
    expect(alone.fillM3s / SCFH).toBeCloseTo(1.06, 1);
    expect(planLinePurge(straight(4), wishes).setPa).toBeNull();
    expect(purgeLine({ lengthM: 18, boreM: 0.026 }).byPressure).toBe(false);
  });
  it('can be stopped', () => expect(planLinePurge(comb(4, 0), { ...wishes, going: () => false }).stopped).toBe(true));
  it('a straight layout is a sound line, and joints it does not know stand before the vent', () => {
    const layout = straightLayout(['a', 'b'], 10, [0.02, 0.02]);
    const net = networkOf(layout, [placed('a'), placed('new'), placed('b', { brazed: true })], {
      by: 'pressure',
      pa: 1000,
    });
    expect(networkProblems(net)).toEqual([]);
    expect(net.joints.map((j) => j.node)).toEqual(['p1', 'p2', 'p2']);
    expect(layout.runs.reduce((s, r) => s + r.lengthM, 0)).toBeCloseTo(10, 12);
  });
});
