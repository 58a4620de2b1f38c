import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cap, comb, joint, line, point, run, vent } from '../testing/lines.js';
import { type LineNode, type LineRun, lineTotals, type PurgeNetwork } from './network.js';
import { jointOrder, reachFrom } from './order.js';

/** A tree drawn at random: every point hangs on an earlier one, and each leaf is a vent or a cap. */
const anyTree: fc.Arbitrary<PurgeNetwork> = fc
  .tuple(fc.array(fc.nat(), { minLength: 1, maxLength: 9 }), fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }))
  .map(([parents, capped]) => {
    const names = ['S', ...parents.map((_, i) => `N${i}`)];
    const runs: LineRun[] = parents.map((p, i) => run(`r${i}`, names[p % (i + 1)] ?? 'S', `N${i}`, 1 + (i % 4)));
    const parent = new Set(runs.map((r) => r.from));
    const nodes: LineNode[] = parents.map((_, i) =>
      parent.has(`N${i}`) ? point(`N${i}`) : capped[i] ? cap(`N${i}`) : vent(`N${i}`),
    );
    return line(nodes, runs, { joints: nodes.map((n) => joint(`J-${n.id}`, n.id)) });
  });

const onWay = (net: PurgeNetwork, ventId: string): Set<string> => {
  const points = new Set([ventId]);
  for (let here = ventId; here !== 'S';) {
    here = net.runs.find((r) => r.to === here)?.from ?? 'S';
    points.add(here);
  }
  return new Set(net.joints.filter((j) => points.has(j.node)).map((j) => j.id));
};

/** The fewest vents by trying every choice of them. */
function brute(net: PurgeNetwork): { fewest: number; swept: number } {
  const vents = net.nodes.filter((n) => n.kind === 'vent').map((n) => onWay(net, n.id));
  const swept = new Set(vents.flatMap((s) => [...s]));
  let fewest = Infinity;
  for (let mask = 0; mask < 1 << vents.length; mask++) {
    const chosen = vents.filter((_, i) => mask & (1 << i));
    if (new Set(chosen.flatMap((s) => [...s])).size === swept.size) fewest = Math.min(fewest, chosen.length);
  }
  return { fewest, swept: swept.size };
}

describe('the order of joints and vents', () => {
  it('takes the main and one branch with each vent, outward from the source', () => {
    const order = jointOrder(comb(3, 0));
    expect(order.stages.map((s) => s.vent)).toEqual(['V0', 'V1', 'V2']);
    expect(order.stages[0]?.joints).toEqual(['J-M0', 'J-V0']);
    expect(order.stages[2]?.joints).toEqual(['J-M2', 'J-V2']);
    expect(order.best).toBe(true);
  });
  it('leaves out what is done or skipped, and plans the rest anew', () => {
    const order = jointOrder(comb(3, 0), { done: new Set(['J-V1', 'J-V0', 'J-M0']) });
    expect(order.stages.map((s) => s.vent)).toEqual(['V2']);
  });
  it('names joints in a dead leg and where to bleed it', () => {
    const net = line(
      [point('A'), vent('V'), cap('C')],
      [run('1', 'S', 'A', 1), run('2', 'A', 'V', 1), run('3', 'A', 'C', 1)],
      { joints: [joint('a', 'A'), joint('c', 'C')] },
    );
    expect(jointOrder(net)).toMatchObject({ unswept: ['c'], bleeds: ['C'] });
  });
  it('is as short as trying every choice of vents, and sweeps every joint once', () => {
    fc.assert(
      fc.property(anyTree, (net) => {
        const order = jointOrder(net);
        const want = brute(net);
        const joints = order.stages.flatMap((s) => s.joints);
        expect(new Set(joints).size).toBe(joints.length);
        expect(joints).toHaveLength(want.swept);
        expect(order.unswept).toHaveLength(net.joints.length - want.swept);
        expect(order.stages.length).toBe(want.swept ? want.fewest : 0);
        expect(order.best).toBe(true);
        for (const s of order.stages) for (const id of s.joints) expect(onWay(net, s.vent).has(id)).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
  it('fills no more tube than any choice of as few vents does', () => {
    fc.assert(
      fc.property(anyTree, (net) => {
        const swept = brute(net);
        const filled = jointOrder(net).stages.reduce((s, x) => s + x.freshM3, 0);
        const vents = net.nodes.filter((n) => n.kind === 'vent');
        for (let mask = 0; mask < 1 << vents.length; mask++) {
          const chosen = vents.filter((_, i) => mask & (1 << i));
          const joints = new Set(chosen.flatMap((v) => [...onWay(net, v.id)]));
          if (chosen.length !== swept.fewest || joints.size !== swept.swept) continue;
          const runs = net.runs.filter((r) => chosen.some((v) => onWay(net, v.id).has(`J-${r.to}`)));
          expect(filled).toBeLessThanOrEqual(lineTotals(runs).volumeM3 + 1e-12);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('goes on at the vent that is open, and makes a leaking joint again first', () => {
    const net = comb(3, 0);
    expect(jointOrder(net, { openVent: 'V1' }).stages.map((s) => s.vent)[0]).toBe('V1');
    const leaking = jointOrder(
      { ...net, joints: net.joints.map((j) => ({ ...j, brazed: j.id === 'J-M1' || j.id === 'J-V0' })) },
      { leaking: new Set(['J-M1']), openVent: 'V2' },
    );
    expect(leaking.stages[0]).toMatchObject({ vent: 'V2', joints: ['J-M1', 'J-M0', 'J-M2', 'J-V2'] });
    expect(leaking.stages.map((s) => s.vent)).toEqual(['V2', 'V1']);
  });
  it('on a large line it says how far from the best it may be', () => {
    const order = jointOrder(comb(60, 0));
    expect(order.stages).toHaveLength(60);
    expect(order.atLeast).toBe(60);
    expect(order.best).toBe(true);
  });
  it('no tube is filled twice', () => {
    const net = comb(4, 0);
    const fresh = jointOrder(net).stages.reduce((s, x) => s + x.freshM3, 0);
    const all = net.runs.reduce((s, r) => s + (Math.PI / 4) * r.boreM ** 2 * r.lengthM, 0);
    expect(fresh).toBeCloseTo(all, 12);
  });
});

describe('how far a point is', () => {
  const points = [point('A'), point('B'), point('C')];
  it('by the shortest way, whichever way its runs are drawn; a shut valve stops it', () => {
    const net = line(points, [
      run('1', 'S', 'A', 5),
      run('2', 'B', 'S', 1),
      run('3', 'B', 'A', 2),
      run('4', 'C', 'A', 1),
    ]);
    const { at, by } = reachFrom(net, ['S']);
    expect(Object.fromEntries(at)).toEqual({ S: 0, B: 1, A: 3, C: 4 });
    expect(Object.fromEntries([...by].map(([id, r]) => [id, r.id]))).toEqual({ B: '2', A: '3', C: '4' });
    const shut = line(points, [
      run('1', 'S', 'A', 5),
      run('2', 'B', 'S', 1),
      run('3', 'B', 'A', 2, 0.02, { open: false }),
    ]);
    expect(Object.fromEntries(reachFrom(shut, ['S']).at)).toEqual({ S: 0, B: 1, A: 5 });
    expect(Object.fromEntries(reachFrom(net, ['A', 'S']).at)).toEqual({ A: 0, S: 0, B: 1, C: 1 });
  });
  it('a length that cannot be is no way, and holds nobody up', () => {
    const odd = line(points, [run('1', 'S', 'A', -3), run('2', 'A', 'B', -1), run('3', 'S', 'C', NaN)]);
    expect(Object.fromEntries(reachFrom(odd, ['S']).at)).toEqual({ S: 0 });
    const none = line(points, [run('1', 'S', 'A', 0), run('2', 'A', 'B', 0)]);
    expect(Object.fromEntries(reachFrom(none, ['S']).at)).toEqual({ S: 0, A: 0, B: 0 });
  });
  it('is found again where a way found later is shorter, and told onward', () => {
    const net = line(points, [
      run('1', 'S', 'A', 5),
      run('2', 'A', 'C', 1),
      run('3', 'S', 'B', 1),
      run('4', 'B', 'A', 1),
    ]);
    expect(Object.fromEntries(reachFrom(net, ['S']).at)).toEqual({ S: 0, A: 2, B: 1, C: 3 });
  });
  it('of two ways as long the first stays, so that the answer does not waver', () => {
    const net = line(points, [
      run('1', 'S', 'A', 1),
      run('2', 'S', 'B', 1),
      run('3', 'A', 'C', 1),
      run('4', 'B', 'C', 1),
    ]);
    expect(reachFrom(net, ['S']).by.get('C')?.id).toBe('3');
  });
});

describe('among as few vents', () => {
  /** A joint from which two vents can be reached, the first far, the second near. */
  const fork = (more: Partial<PurgeNetwork> = {}): PurgeNetwork =>
    line(
      [point('M'), vent('far'), vent('near')],
      [run('m', 'S', 'M', 1), run('f', 'M', 'far', 9), run('n', 'M', 'near', 2)],
      {
        joints: [joint('j', 'M')],
        ...more,
      },
    );
  const volume = (m: number): number => (Math.PI / 4) * 0.02 ** 2 * m;

  it('the one with least tube to fill, unless another is open already', () => {
    const [only] = jointOrder(fork()).stages;
    expect(only).toMatchObject({ vent: 'near', joints: ['j'] });
    expect(only?.freshM3).toBeCloseTo(volume(3), 12);
    for (const openVent of ['far', 'near'])
      expect(jointOrder(fork(), { openVent }).stages.map((s) => s.vent)).toEqual([openVent]);
    expect(jointOrder(fork(), { openVent: 'no such' }).stages[0]?.vent).toBe('near');
    // An open vent that sweeps nothing more is no reason.
    const both = fork({ nodes: [...fork().nodes, vent('other')], runs: [...fork().runs, run('o', 'S', 'other', 1)] });
    expect(jointOrder(both, { openVent: 'other' }).stages.map((s) => s.vent)).toEqual(['near']);
  });

  it('least tube counts a shared run once, and the rest of the line with it', () => {
    const net = fork({
      nodes: [...fork().nodes, point('E'), vent('end')],
      runs: [...fork().runs, run('e', 'far', 'E', 1), run('x', 'E', 'end', 1)],
      joints: [joint('j', 'M'), joint('e', 'E')],
    });
    const order = jointOrder(net);
    expect(order.stages).toHaveLength(1);
    expect(order.stages[0]).toMatchObject({ vent: 'end', joints: ['j', 'e'] });
    expect(order.stages[0]?.freshM3).toBeCloseTo(volume(12), 12);
  });

  it('stages go on where least is filled anew, a leak before it, the open vent before all', () => {
    const net = comb(3, 0);
    const order = (soFar: Parameters<typeof jointOrder>[1]) => jointOrder(net, soFar).stages.map((s) => s.vent);
    expect(order({})).toEqual(['V0', 'V1', 'V2']);
    expect(order({ leaking: new Set(['J-V2']) })).toEqual(['V2', 'V0', 'V1']);
    expect(order({ leaking: new Set(['J-V2']), openVent: 'V1' })).toEqual(['V1', 'V2', 'V0']);
    expect(jointOrder(net, { leaking: new Set(['J-V2']) }).stages[0]?.joints).toEqual(['J-V2', 'J-M0', 'J-M1', 'J-M2']);
  });

  it('joints as far as each other go by their names', () => {
    const at = (ids: string[]) => jointOrder(fork({ joints: ids.map((id) => joint(id, 'M')) })).stages[0]?.joints;
    expect(at(['c', 'a', 'b'])).toEqual(['a', 'b', 'c']);
  });

  it('with more choices than are looked at, the answer is still held against a bound', () => {
    const n = 13;
    const nodes: LineNode[] = [];
    const runs: LineRun[] = [];
    for (let i = 0; i < n; i++) {
      nodes.push(point(`M${i}`));
      runs.push(run(`m${i}`, 'S', `M${i}`, 1));
      for (const k of [0, 1, 2]) {
        nodes.push(vent(`V${i}-${k}`));
        runs.push(run(`v${i}-${k}`, `M${i}`, `V${i}-${k}`, 3 - k));
      }
    }
    const order = jointOrder(
      line(nodes, runs, { joints: Array.from({ length: n }, (_, i) => joint(`j${i}`, `M${i}`)) }),
    );
    expect(order.stages).toHaveLength(n);
    expect(order).toMatchObject({ atLeast: n, best: true, unswept: [] });
  });

  it('fewest is exact on a loop: no choice of vents by hand has fewer', () => {
    fc.assert(
      fc.property(anyTree, (net) => {
        const order = jointOrder(net);
        const { fewest, swept } = brute(net);
        expect(order.atLeast).toBe(swept ? fewest : 0);
        expect(order.stages.flatMap((s) => s.joints)).toHaveLength(swept);
        expect(order.stages.every((s) => s.joints.length > 0)).toBe(true);
      }),
      { seed: 11, numRuns: 150 },
    );
  });

  it('with nothing to braze there is nothing to do', () => {
    expect(jointOrder(fork({ joints: [joint('j', 'M', true)] }))).toEqual({
      stages: [],
      unswept: [],
      bleeds: [],
      atLeast: 0,
      best: true,
    });
  });
});
