import type { Feed, LineJoint, LineNode, LineRun, PurgeNetwork } from '../purge/network.js';

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
