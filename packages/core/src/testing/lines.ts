import fc from 'fast-check';
import type { Feed, LineJoint, LineNode, LineRun, PurgeNetwork } from '../purge/network.js';
import { seeded } from './strip-picture.js';

/** Small lines for tests. */
export const run = (
  id: string,
  from: string,
  to: string,
  lengthM: number,
  boreM = 0.02,
  more: Partial<LineRun> = {},
): LineRun => ({ id, from, to, lengthM, boreM, ...more });
export const point = (id: string): LineNode => ({ id, kind: 'point' });
export const cap = (id: string): LineNode => ({ id, kind: 'cap' });
export const vent = (id: string, open = true, holeM = 0.02): LineNode => ({ id, kind: 'vent', open, holeM });
export const SOURCE: LineNode = { id: 'S', kind: 'source' };
export const byFlow = (m3s = 1e-4, mostPa = 14000): Feed => ({ by: 'flow', m3s, mostPa });
export const joint = (id: string, node: string, brazed = false, gapSideM = 0): LineJoint => ({
  id,
  node,
  brazed,
  lapM: 0.02,
  diameterM: 0.022,
  gapSideM,
});
export const line = (
  nodes: readonly LineNode[],
  runs: readonly LineRun[],
  more: Partial<PurgeNetwork> = {},
): PurgeNetwork => ({
  nodes: [SOURCE, ...nodes],
  runs,
  joints: [],
  feed: byFlow(),
  ...more,
});

/** A comb: a main with a branch at every step, each branch ending in a vent. */
export function comb(branches: number, openVent: number): PurgeNetwork {
  const nodes: LineNode[] = [];
  const runs: LineRun[] = [];
  for (let i = 0; i < branches; i++) {
    nodes.push(point(`M${i}`), vent(`V${i}`, i === openVent));
    runs.push(run(`m${i}`, i === 0 ? 'S' : `M${i - 1}`, `M${i}`, 2, 0.026), run(`b${i}`, `M${i}`, `V${i}`, 1.5, 0.014));
  }
  return line(nodes, runs, { joints: nodes.map((n) => joint(`J-${n.id}`, n.id)) });
}

/**
 * Any line: points joined at random, so with loops and dead legs; some ends capped, some vents shut, some valves shut,
 * joints that leak or do not, fed by flow or pressure or with the hose off. It may have no way out at all.
 */
export const anyNetwork: fc.Arbitrary<PurgeNetwork> = fc
  .record({
    kinds: fc.array(fc.constantFrom('point' as const, 'vent' as const, 'shut' as const, 'cap' as const), {
      minLength: 1,
      maxLength: 9,
    }),
    seed: fc.integer(),
    extra: fc.integer({ min: 0, max: 4 }),
    feed: fc.oneof(
      fc.double({ min: 1e-6, max: 3e-3, noNaN: true }).map((m3s): Feed => byFlow(m3s, 14000)),
      fc.double({ min: 10, max: 14000, noNaN: true }).map((pa): Feed => ({ by: 'pressure', pa })),
      fc.constant<Feed>({ by: 'off', holeM: 0.01 }),
    ),
  })
  .map(({ kinds, seed, extra, feed }) => {
    const random = seeded(seed);
    const between = (low: number, high: number): number => low * (high / low) ** random();
    const nodes = kinds.map((kind, i): LineNode => {
      if (kind === 'point') return point(`N${i}`);
      return kind === 'cap' ? cap(`N${i}`) : vent(`N${i}`, kind === 'vent', between(0.001, 0.03));
    });
    const ids = ['S', ...nodes.map((n) => n.id)];
    const some = (below: number): string => ids[Math.floor(random() * below)] ?? 'S';
    const way = (k: number, from: string, to: string): LineRun =>
      run(`r${k}`, from, to, between(0.05, 60), between(0.003, 0.08), {
        loss: random() < 0.3 ? between(0.5, 20) : 0,
        open: random() > 0.12,
      });
    const runs = nodes.map((n, i) => way(i, some(i + 1), n.id));
    for (let k = 0; k < extra; k++) {
      const [a, b] = [some(ids.length), some(ids.length)];
      if (a !== b) runs.push(way(nodes.length + k, a, b));
    }
    const joints = ids.map((id, i) => joint(`J${i}`, id, random() < 0.4, random() < 0.5 ? 0 : between(1e-6, 3e-4)));
    return line(nodes, runs, { feed, joints });
  });
