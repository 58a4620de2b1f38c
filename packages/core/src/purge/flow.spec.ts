import { LinkProperty, NodeProperty, Project, Workspace } from 'epanet-js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { anyNetwork, byFlow, cap, comb, joint, line, point, run, vent } from '../testing/lines.js';
import { PSI } from '../units/units.js';
import { solveFlow } from './flow.js';
import { gaugeOf, NITROGEN, potentialOf } from './gas.js';
import { blowOutPa, DISCHARGE, gapResistance, holeDrop, reynolds, runDrop } from './loss.js';
import { lineTotals, networkProblems, type PurgeNetwork } from './network.js';

const { densityKgM3: rho, viscosityPaS: mu } = NITROGEN;
const poiseuille = (l: number, d: number): number => (128 * mu * l) / (Math.PI * d ** 4);
const flowIn = (net: PurgeNetwork, id: string): number => solveFlow(net).runs.get(id) ?? NaN;

describe('flow in a line, by hand', () => {
  it('series: the pressure at the source is the sum of laminar losses and the vent hole', () => {
    const q = 1e-5;
    const net = line([point('A'), vent('V')], [run('1', 'S', 'A', 10, 0.012), run('2', 'A', 'V', 5, 0.01)], {
      feed: byFlow(q),
    });
    const answer = solveFlow(net);
    expect(reynolds(q, 0.01)).toBeLessThan(2300);
    const wanted = q * (poiseuille(10, 0.012) + poiseuille(5, 0.01)) + holeDrop(0.02, q).pa;
    // The sum is one of potentials: (P² - A²) / 2A.
    expect(potentialOf(answer.pa.get('S') ?? NaN)).toBeCloseTo(wanted, 6);
    expect(answer.vents.get('V')).toBeCloseTo(q, 12);
  });
  it('parallel: two equal ends share by their resistance', () => {
    const net = line(
      [point('A'), vent('V')],
      [run('1', 'S', 'A', 1), run('short', 'A', 'V', 4, 0.008), run('long', 'A', 'V', 12, 0.008)],
      { feed: byFlow(1e-5) },
    );
    expect(flowIn(net, 'short') / flowIn(net, 'long')).toBeCloseTo(3, 8);
    expect(flowIn(net, 'short') + flowIn(net, 'long')).toBeCloseTo(1e-5, 14);
  });
  it('turbulent by Blasius, and rising all through the change', () => {
    const r = run('1', 'S', 'V', 10, 0.012);
    const q = (8000 * Math.PI * 0.012 * mu) / (4 * rho);
    const u = q / ((Math.PI / 4) * 0.012 ** 2);
    expect(runDrop(r, q).pa).toBeCloseTo(0.3164 * 8000 ** -0.25 * (10 / 0.012) * (rho / 2) * u * u, 6);
    let before = 0;
    for (let re = 100; re < 9000; re += 50) {
      const { pa, slope } = runDrop(r, (re * Math.PI * 0.012 * mu) / (4 * rho));
      expect(pa).toBeGreaterThan(before);
      expect(slope).toBeGreaterThan(0);
      before = pa;
    }
  });
  it('a shut vent sends all through the unbrazed gap: dP = 12 mu L Q / (pi D h^3)', () => {
    const j = joint('J', 'A', false, 7.6e-5);
    const net = line([point('A'), vent('V', false)], [run('1', 'S', 'A', 3), run('2', 'A', 'V', 3)], {
      joints: [j],
      feed: byFlow(2e-5, 1e6),
    });
    const answer = solveFlow(net);
    expect(answer.leaks.get('J')).toBeCloseTo(2e-5, 11);
    expect(potentialOf(answer.pa.get('A') ?? NaN)).toBeCloseTo(2e-5 * gapResistance(j), 3);
    expect(answer.runs.get('2')).toBeCloseTo(0, 12);
  });
  it('0.003 in pushes out filler at some 4 psi', () => expect(blowOutPa(0.003 * 0.0254) / PSI).toBeCloseTo(3.8, 1));
  it('a regulator holds its limit where nothing lets the gas out', () => {
    const answer = solveFlow(line([cap('C')], [run('1', 'S', 'C', 3)], { feed: byFlow(1e-4, 5000) }));
    expect(answer.atLimit).toBe(true);
    expect(answer.pa.get('C')).toBeCloseTo(5000, 3);
    expect(answer.fedM3s).toBeCloseTo(0, 12);
  });
  it('a hole: rho/2 (Q / (Cd A))^2', () => {
    const q = 1e-3;
    expect(holeDrop(0.005, q).pa).toBeCloseTo((rho / 2) * (q / (DISCHARGE * (Math.PI / 4) * 0.005 ** 2)) ** 2, 6);
  });
  it('a loop with a shut valve is the same line without that run', () => {
    const nodes = [point('A'), point('B'), vent('V')];
    const shut = line(nodes, [
      run('1', 'S', 'A', 2),
      run('2', 'A', 'B', 3),
      run('3', 'B', 'V', 2),
      run('4', 'A', 'V', 9, 0.02, { open: false }),
    ]);
    const without = line(nodes, shut.runs.slice(0, 3));
    expect(solveFlow(shut).pa.get('S')).toBeCloseTo(solveFlow(without).pa.get('S') ?? NaN, 9);
    expect(flowIn(shut, '4')).toBe(0);
  });
});

describe('the answer itself', () => {
  const plain = line([point('A'), vent('V')], [run('1', 'S', 'A', 10, 0.012), run('2', 'A', 'V', 5, 0.01)], {
    feed: byFlow(1e-5),
  });
  it('tells what goes in as it was asked for, to the last digit, and that the regulator is not at its limit', () => {
    const a = solveFlow(plain);
    expect(a.fedM3s).toBe(1e-5);
    expect(a.atLimit).toBe(false);
    expect(solveFlow({ ...plain, feed: { by: 'pressure', pa: 5000 } }).atLimit).toBe(false);
    expect(solveFlow({ ...plain, feed: { by: 'off', holeM: 0.01 } }).fedM3s).toBe(0);
  });
  it('comes of some ten steps, not of running out of them', () => {
    for (const net of [plain, comb(30, 7), { ...plain, feed: { by: 'pressure', pa: 5000 } as const }]) {
      const { iterations } = solveFlow(net);
      expect(iterations).toBeGreaterThan(0);
      expect(iterations).toBeLessThanOrEqual(20);
    }
  });
  it('does not mind where in the list the source stands', () => {
    const turned = { ...plain, nodes: [...plain.nodes].reverse() };
    expect(solveFlow(turned).pa.get('S')).toBeCloseTo(solveFlow(plain).pa.get('S')!, 9);
    expect(solveFlow(turned).fedM3s).toBe(1e-5);
  });
  it('a gap of a tenth of a micrometre is open, under it shut; a brazed one is shut', () => {
    const leaks = (gapSideM: number, brazed = false) => [
      ...solveFlow({ ...plain, joints: [joint('J', 'A', brazed, gapSideM)] }).leaks.keys(),
    ];
    expect(leaks(1e-7)).toEqual(['J']);
    expect(leaks(0.99e-7)).toEqual([]);
    expect(leaks(1e-4, true)).toEqual([]);
  });
  it('the hose’s end lets gas out only where the nitrogen is off', () => {
    const off = solveFlow({ ...plain, feed: { by: 'off', holeM: 0.01 } });
    expect([...off.vents.keys()].sort()).toEqual(['S', 'V']);
    expect([...solveFlow(plain).vents.keys()]).toEqual(['V']);
  });
});

describe('against an independent network solver, laminar', () => {
  it('a branched line with a loop splits alike within 0.1 %', async () => {
    const nodes = ['S', 'A', 'B', 'C', 'D', 'E'];
    const pipes: [string, string, string, number, number][] = [
      ['p1', 'S', 'A', 12, 0.02],
      ['p2', 'A', 'B', 8, 0.012],
      ['p3', 'A', 'C', 15, 0.014],
      ['p4', 'B', 'C', 6, 0.01],
      ['p5', 'B', 'D', 10, 0.012],
      ['p6', 'C', 'E', 9, 0.011],
    ];
    // Heads in m of the gas itself; viscosity relative to 1.1e-5 ft2/s, the unit of that solver.
    const relative = mu / rho / (1.1e-5 * 0.3048 ** 2);
    const inp = `[JUNCTIONS]\n${['A', 'B', 'C'].map((n) => ` ${n} 0 0`).join('\n')}\n[RESERVOIRS]\n S 12\n D 0\n E 0\n[PIPES]\n${pipes
      .map(([id, a, b, l, d]) => ` ${id} ${a} ${b} ${l} ${d * 1000} 0.0001 0 Open`)
      .join('\n')}\n[OPTIONS]\n Units LPM\n Headloss D-W\n Viscosity ${relative}\n Accuracy 1e-8\n Trials 200\n[END]\n`;
    const ws = new Workspace();
    await ws.loadModule();
    const model = new Project(ws);
    ws.writeFile('net.inp', inp);
    model.open('net.inp', 'report.rpt', 'out.bin');
    model.solveH();
    const want = (id: string): number => model.getLinkValue(model.getLinkIndex(id), LinkProperty.Flow) / 60_000;
    const head = (id: string): number => model.getNodeValue(model.getNodeIndex(id), NodeProperty.Head);
    const net: PurgeNetwork = {
      nodes: nodes.map((id) =>
        id === 'S' ? { id, kind: 'source' } : id === 'D' || id === 'E' ? vent(id, true, 0.4) : point(id),
      ),
      runs: pipes.map(([id, a, b, l, d]) => run(id, a, b, l, d)),
      joints: [],
      feed: { by: 'pressure', pa: gaugeOf(12 * rho * 9.80665) },
    };
    const answer = solveFlow(net);
    for (const [id, , , , d] of pipes) {
      expect(reynolds(want(id), d)).toBeLessThan(2000);
      expect(Math.abs((answer.runs.get(id) ?? NaN) / want(id) - 1), id).toBeLessThan(1e-3);
    }
    for (const id of ['A', 'B', 'C'])
      expect(potentialOf(answer.pa.get(id) ?? NaN) / (head(id) * rho * 9.80665)).toBeCloseTo(1, 3);
  });
});

describe('any line at all', () => {
  it('has an answer in which every point balances and every law holds, or a named reason', () => {
    fc.assert(
      fc.property(anyNetwork, (net) => {
        const a = solveFlow(net);
        expect(a.iterations).toBeLessThan(40);
        const scale = Math.max(1e-9, a.fedM3s, ...[...a.runs.values()].map(Math.abs));
        for (const node of net.nodes) {
          let sum = node.kind === 'source' ? a.fedM3s : 0;
          for (const r of net.runs) {
            const q = a.runs.get(r.id) ?? NaN;
            expect(Number.isFinite(q)).toBe(true);
            sum += (r.to === node.id ? q : 0) - (r.from === node.id ? q : 0);
          }
          sum -= a.vents.get(node.id) ?? 0;
          for (const j of net.joints) if (j.node === node.id) sum -= a.leaks.get(j.id) ?? 0;
          expect(Math.abs(sum) / scale).toBeLessThan(1e-7);
        }
        for (const r of net.runs) {
          if (r.open === false) continue;
          const [from, to] = [a.pa.get(r.from) ?? NaN, a.pa.get(r.to) ?? NaN];
          const lost = potentialOf(from) - potentialOf(to);
          const { pa } = runDrop(r, a.runs.get(r.id) ?? NaN);
          expect(Math.abs(lost - pa)).toBeLessThan(
            1e-4 * Math.max(1e-3, Math.abs(pa)) + 1e-6 * Math.abs(potentialOf(from)),
          );
        }
        if (net.feed.by === 'flow') expect(a.pa.get('S') ?? NaN).toBeLessThanOrEqual(net.feed.mostPa * (1 + 1e-9));
      }),
      { numRuns: 500 },
    );
  });
  it('comes to rest in a few steps where a hole passes so little that its law has its corner there', () => {
    // Found by chance: steps from one side of the corner to the other went on past two hundred.
    const nodes = [vent('N1', true, 0.01886712635734887), vent('N4', true, 0.0019071600555217079)];
    const last = vent('N5', true, 0.0014733600930280644);
    const runs = [
      run('r1', 'S', 'N1', 25.04893357783955, 0.014028803064396252),
      run('r4', 'N1', 'N4', 0.05787580644516859, 0.00453399703586372),
      run('r5', 'N4', 'N5', 52.72374028953274, 0.005669706249938951),
    ];
    const a = solveFlow(line([...nodes, last], runs, { feed: byFlow(1.4635269342675904e-5, 14000) }));
    expect(a.iterations).toBeLessThan(20);
    expect([...a.vents.values()].reduce((sum, q) => sum + q, 0)).toBeCloseTo(1.4635269342675904e-5, 14);
    expect(a.vents.get('N5')).toBeGreaterThan(0);
  });
  it('capped at every end stands at the regulator’s pressure, whatever loops it has', () => {
    const nodes = [point('A'), cap('B'), cap('C')];
    const runs = [run('1', 'S', 'A', 3), run('2', 'A', 'B', 3), run('3', 'A', 'C', 3), run('4', 'B', 'C', 2)];
    for (const feed of [byFlow(1e-4, 9000), { by: 'pressure', pa: 9000 } as const]) {
      const a = solveFlow(line(nodes, runs, { feed }));
      for (const id of ['S', 'A', 'B', 'C']) expect(a.pa.get(id)).toBeCloseTo(9000, 6);
      for (const q of [...a.runs.values(), a.fedM3s]) expect(Math.abs(q)).toBeLessThan(1e-11);
    }
    const off = solveFlow(line(nodes, runs, { feed: { by: 'off', holeM: 0.01 } }));
    expect(Math.max(...[...off.pa.values()].map(Math.abs))).toBeLessThan(1e-9);
  });
  it('small bore: isothermal compressible flow by hand, where an incompressible answer is some 10 % off', () => {
    // 1/8 in coil, 60 ft, laminar: (P1² - A²) / 2A = 128 mu L Q / (pi d^4).
    const d = 0.065 * 0.0254;
    const net = line([vent('V', true, 0.02)], [run('1', 'S', 'V', 18.288, d)], {
      feed: { by: 'pressure', pa: 5 * PSI },
    });
    const q = solveFlow(net).fedM3s;
    expect(reynolds(q, d)).toBeLessThan(2300);
    const [p1, a] = [5 * PSI + 101325, 101325];
    expect(q / ((p1 ** 2 - a ** 2) / (2 * a) / poiseuille(18.288, d))).toBeCloseTo(1, 3);
    expect(q / ((5 * PSI) / poiseuille(18.288, d)) - 1).toBeGreaterThan(0.1);
  });
});

describe('any comb of branches', () => {
  it('conserves gas at every point, whatever leaks and whatever vent is open', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.nat(),
        fc.double({ min: 1e-5, max: 2e-3, noNaN: true }),
        fc.double({ min: 0, max: 3e-4, noNaN: true }),
        (n, pick, m3s, gap) => {
          const base = comb(n, pick % n);
          const net = { ...base, feed: byFlow(m3s, 2e6), joints: base.joints.map((j) => ({ ...j, gapSideM: gap })) };
          const a = solveFlow(net);
          const outs = [...a.vents.values(), ...a.leaks.values()].reduce((s, q) => s + q, 0);
          expect(Math.abs(outs - a.fedM3s) / m3s).toBeLessThan(1e-6);
          for (const node of net.nodes.filter((x) => x.kind === 'point')) {
            let sum = 0;
            for (const r of net.runs)
              sum += (r.to === node.id ? 1 : r.from === node.id ? -1 : 0) * (a.runs.get(r.id) ?? 0);
            const leak = a.leaks.get(`J-${node.id}`) ?? 0;
            expect(Math.abs(sum - leak) / m3s).toBeLessThan(1e-6);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  it('a thousand segments are solved', () => expect(solveFlow(comb(500, 499)).vents.get('V499')).toBeCloseTo(1e-4, 9));
  it('sums lengths, areas and volumes', () => {
    const { lengthM, volumeM3 } = lineTotals([run('1', 'S', 'A', 3, 0.02), run('2', 'A', 'B', 2, 0.02)]);
    expect(lengthM).toBe(5);
    expect(volumeM3).toBeCloseTo(5 * Math.PI * 1e-4, 12);
  });
});

describe('bad lines', () => {
  const good = line([vent('V')], [run('1', 'S', 'V', 3)]);
  it.each<[string, Partial<PurgeNetwork>, string]>([
    ['no source', { nodes: [vent('V')], runs: [run('1', 'V', 'V', 1)] }, 'no nitrogen source'],
    ['two sources', { nodes: [...good.nodes, { id: 'S2', kind: 'source' }] }, 'two sources'],
    ['a zero length', { runs: [run('1', 'S', 'V', 0)] }, 'between 0.04 in'],
    ['a length of 1e9', { runs: [run('1', 'S', 'V', 1e9)] }, '10 000 m'],
    ['a run to nowhere', { runs: [run('1', 'S', 'X', 1)] }, 'no point "X"'],
    ['no run at all', { runs: [] }, 'no run of tube'],
    ['a point twice', { nodes: [...good.nodes, vent('V')] }, 'stands twice'],
    ['no flow', { feed: byFlow(0) }, 'a flow above 0'],
  ])('%s', (_what, change, says) => {
    expect(
      networkProblems({ ...good, ...change })
        .map((p) => p.says)
        .join('; '),
    ).toContain(says);
    expect(() => solveFlow({ ...good, ...change })).toThrow();
  });
  it('a part tied to nothing stands still and harms nothing', () => {
    const net = {
      ...good,
      nodes: [...good.nodes, point('X'), point('Y')],
      runs: [...good.runs, run('x', 'X', 'Y', 2)],
    };
    const a = solveFlow(net);
    expect(a.vents.get('V')).toBeCloseTo(1e-4, 9);
    expect(a.runs.get('x')).toBeCloseTo(0, 9);
  });
});
