import { describe, expect, it } from 'vitest';
import { comb, joint, line, point, run, vent } from '../testing/lines.js';
import { cylinderSwaps } from './cylinder.js';
import { solveFlow } from './flow.js';
import { creepSpeed, type LinePurgeWishes, planLinePurge } from './line-plan.js';
import type { LineJoint, PurgeNetwork } from './network.js';
import { PURGE_LIMIT_PA } from './pressure-limit.js';

/** The plan of a line by values: each is worked out again from flows, lengths and gaps, or by hand. */

const wishes: LinePurgeWishes = { limit: 0.01, minutesPerJoint: 8, usableM3: 8 };
const gap = (id: string, node: string, gapSideM: number, more: Partial<LineJoint> = {}): LineJoint => ({
  ...joint(id, node, false, gapSideM),
  ...more,
});
/** Source, two points and a vent in a row; joints near the source and near the vent. */
const row = (joints: readonly LineJoint[], lengths = [6, 3, 1], bores = [0.02, 0.026, 0.02]): PurgeNetwork =>
  line(
    [point('A'), point('B'), vent('V')],
    [
      run('1', 'S', 'A', lengths[0]!, bores[0]),
      run('2', 'A', 'B', lengths[1]!, bores[1]),
      run('3', 'B', 'V', lengths[2]!, bores[2]),
    ],
    { joints },
  );
const mishap = (net: PurgeNetwork, id: string, more: Partial<LinePurgeWishes> = {}) =>
  planLinePurge(net, { ...wishes, ...more }).mishaps.find((m) => m.id === id)!;

describe('what a line takes', () => {
  it('time and gas are those of its stages, fill before the first joint of each, and cylinders carry the steps', () => {
    const plan = planLinePurge(comb(3, 0), { ...wishes, usableM3: 0.05 });
    expect(plan.stages.map((s) => s.joints.length)).toEqual([2, 2, 2]);
    const brazing = 8 * 60 * plan.trickleM3s;
    expect(plan.seconds).toBeCloseTo(plan.stages.reduce((s, x) => s + x.readyS, 0) + 6 * 8 * 60, 6);
    for (const s of plan.stages) {
      expect(s.fillM3).toBeCloseTo(s.readyS * s.flow.fedM3s, 12);
      expect(s.brazeM3).toBeCloseTo(2 * brazing, 6);
    }
    const steps = plan.stages.flatMap((s) => [s.fillM3 + s.brazeM3 / 2, s.brazeM3 / 2]);
    expect(plan.cylinders).toEqual(cylinderSwaps(steps, 0.05));
    expect(plan.cylinders!.count).toBeGreaterThan(1);
    expect(plan.stopped).toBe(false);
  });

  it('flows are those asked for where nothing limits them, and nothing is to be done on a line that is brazed', () => {
    const asked = { ...wishes, fillM3s: 2e-4, trickleM3s: 3e-5 };
    const plan = planLinePurge(row([gap('a', 'A', 0)]), asked);
    expect([plan.fillM3s, plan.trickleM3s].map((x) => Number(x.toPrecision(9)))).toEqual([2e-4, 3e-5]);
    expect(plan.setPa).toBeNull();
    const done = planLinePurge(row([gap('a', 'A', 1e-4, { brazed: true })]), asked);
    expect(done).toMatchObject({ stages: [], mishaps: [], pressures: [], fillM3s: 2e-4, trickleM3s: 3e-5 });
    expect(done).toMatchObject({ setPa: null, nitrogenM3: 0, seconds: 0 });
    expect(done.cylinders?.count).toBe(0);
  });

  it('where only the trickle meets the pressure a gap bears, that pressure is what to set', () => {
    const net = row([gap('wide', 'B', 0.0018)], [200, 3, 1], [0.008, 0.008, 0.008]);
    const plan = planLinePurge(net, { ...wishes, fillM3s: 1e-6, trickleM3s: 3e-4 });
    expect(plan.setPa).toBeCloseTo(1 / 0.0018, 6);
    expect(planLinePurge(net, { ...wishes, fillM3s: 1e-6, trickleM3s: 1e-7 }).setPa).toBeNull();
  });

  it('tells how far it is, through its stages, and stops where it is told to', () => {
    const told: number[] = [];
    planLinePurge(comb(3, 0), { ...wishes, going: (done) => told.push(done) > 0 });
    expect(told).toEqual([...told].sort((a, b) => a - b));
    expect(Math.min(...told)).toBeLessThan(1 / 3);
    expect(told.some((t) => t > 1 / 3 && t < 2 / 3)).toBe(true);
    expect(Math.max(...told)).toBeGreaterThan(0.95);
    expect(Math.max(...told)).toBeLessThanOrEqual(1);
    const stopped = planLinePurge(comb(3, 0), { ...wishes, going: (done) => done < 0.5 });
    expect(stopped).toMatchObject({ stopped: true, mishaps: [] });
    expect(stopped.stages).toHaveLength(2);
  });
});

describe('pressure at the joints', () => {
  it('is that of the trickle with the gaps open, for what is still to be brazed', () => {
    const joints = [gap('a', 'A', 5e-5), gap('b', 'B', 8e-5), gap('old', 'B', 2e-4, { brazed: true })];
    const net = row(joints);
    const plan = planLinePurge(net, { ...wishes, trickleM3s: 5e-5 });
    const flow = solveFlow({ ...net, feed: { by: 'flow', m3s: plan.trickleM3s, mostPa: PURGE_LIMIT_PA } });
    expect(plan.pressures.map((p) => p.joint)).toEqual(['a', 'b']);
    for (const [i, node] of ['A', 'B'].entries()) expect(plan.pressures[i]!.pa).toBeCloseTo(flow.pa.get(node)!, 3);
    expect(plan.pressures.map((p) => p.blowOutPa)).toEqual([2 / 5e-5, 2 / 8e-5]);
  });

  it('with the vent shut the joint nearest to being pushed out is named, and whether it is', () => {
    // Long laps let little out: what goes in raises the pressure until the wider gap lets go.
    const tight = (id: string, gapSideM: number, more: Partial<LineJoint> = {}) =>
      gap(id, 'B', gapSideM, { lapM: 0.5, ...more });
    const joints = [tight('narrow', 2e-5), tight('wide', 1.4e-4), tight('middle', 4e-5)];
    const blown = mishap(row(joints), 'vent shut', { trickleM3s: 5e-4 });
    expect(blown.pressure).toMatchObject({ joint: 'wide', blowOutPa: 2 / 1.4e-4 });
    expect(blown.says).toContain('gaps still let the gas out');
    expect(blown.seconds).toBeNull();
    const wider = [gap('wide', 'B', 2e-4, { lapM: 0.5, diameterM: 0.005 }), tight('narrow', 2e-5)];
    const out = mishap(row(wider), 'vent shut', { trickleM3s: 5e-4 });
    expect(out.pressure?.joint).toBe('wide');
    expect(out.pressure!.pa).toBeGreaterThanOrEqual(out.pressure!.blowOutPa);
    expect(out.says).toContain('until molten filler is pushed out');
    const brazed = [tight('narrow', 2e-5), tight('wide', 1.4e-4, { brazed: true })];
    expect(mishap(row(brazed), 'vent shut').pressure?.joint).toBe('narrow');
  });
});

describe('what happens without the hose', () => {
  it('air creeps in from the nearest end that is open, along the widest tube', () => {
    const near = (node: string, lengths: number[]) => mishap(row([gap('j', node, 0)], lengths), 'hose off').seconds;
    expect(creepSpeed(0.026)).toBeCloseTo(0.5 * Math.sqrt(9.80665 * 0.034 * 0.026), 2);
    expect(near('A', [6, 8, 1])).toBeCloseTo(6 / creepSpeed(0.026), 6);
    expect(near('B', [6, 8, 1])).toBeCloseTo(1 / creepSpeed(0.026), 6);
    // Of several joints the first that it reaches.
    const both = row([gap('far', 'A', 0), gap('near', 'B', 0)], [6, 8, 2]);
    expect(mishap(both, 'hose off').seconds).toBeCloseTo(2 / creepSpeed(0.026), 6);
  });

  it('a vent that is shut lets none in', () => {
    const forked = line(
      [point('M'), vent('open'), vent('shut', false)],
      [run('m', 'S', 'M', 9), run('o', 'M', 'open', 5), run('s', 'M', 'shut', 1)],
      { joints: [gap('j', 'M', 0), gap('k', 'open', 0)] },
    );
    const plan = planLinePurge(forked, wishes);
    expect(plan.stages.map((s) => s.vent)).toEqual(['open']);
    expect(plan.mishaps.find((m) => m.id === 'hose off')?.seconds).toBe(0);
    const only = { ...forked, joints: [gap('j', 'M', 0), gap('k', 'open', 0, { brazed: true })] };
    const first = planLinePurge(only, wishes).stages[0]!.vent;
    expect(mishap(only, 'hose off').seconds).toBeCloseTo((first === 'open' ? 5 : 1) / creepSpeed(0.02), 6);
  });

  it('by diffusion alone it is back within the hour in a short line, and not in a long one', () => {
    const says = (lengths: number[]) => mishap(row([gap('j', 'A', 0)], lengths), 'hose off').says;
    expect(says([0.2, 0.2, 0.2])).toContain('within the hour');
    expect(says([20, 20, 20])).toContain('over an hour');
  });
});

describe('a meter that reads double', () => {
  it('makes the line later by what half the flow takes longer', () => {
    const net = row([gap('a', 'B', 0)]);
    const ready = (fillM3s: number) => planLinePurge(net, { ...wishes, fillM3s }).stages[0]!.readyS;
    expect(mishap(net, 'meter misread', { fillM3s: 2e-4 }).seconds).toBeCloseTo(ready(1e-4) - ready(2e-4), 3);
  });
});

describe('gas that may layer', () => {
  it('is told of runs that carry a good part of it too slowly, not of side runs that hardly any goes through', () => {
    const forked = line(
      [point('M'), point('W'), vent('V')],
      [run('m', 'S', 'M', 2, 0.02), run('v', 'M', 'V', 2, 0.02), run('w', 'M', 'W', 2, 0.1)],
      { joints: [gap('j', 'V', 0), gap('leak', 'W', 6e-5)] },
    );
    const plan = planLinePurge(forked, { ...wishes, fillM3s: 8e-4, trickleM3s: 2e-4 });
    const through = Math.abs(plan.stages[0]!.flow.runs.get('w')!);
    expect(through).toBeGreaterThan(0);
    expect(through).toBeLessThan(0.2 * plan.fillM3s);
    expect(plan.layering).toEqual([]);
    const wide = planLinePurge(row([gap('j', 'B', 0)], [2, 2, 2], [0.02, 0.1, 0.02]), {
      ...wishes,
      fillM3s: 8e-4,
      trickleM3s: 2e-4,
    });
    expect(wide.layering).toEqual(['2']);
  });
});
