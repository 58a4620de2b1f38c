import { checkNetwork, type Feed, type LineNode, type LineRun, type PurgeNetwork } from './network.js';

/** A line as drawn: its points and runs, and at which point each joint stands. */
export interface LineLayout {
  readonly nodes: readonly LineNode[];
  readonly runs: readonly LineRun[];
  /** Point of each joint by its id. */
  readonly at: Readonly<Record<string, string>>;
}

/** What the network needs of a planned joint. */
export interface PlacedJoint {
  readonly id: string;
  readonly brazed: boolean;
  readonly lapM: number;
  readonly diameterM: number;
  readonly gapSideM: number;
}

/** Hole of a vent where nothing better is known: a quarter of the bore. Source: practice. */
const ventHole = (boreM: number): number => Math.max(0.001, boreM / 4);

/**
 * A line nobody has drawn yet: source, joints at even distances in their order, a vent at the far end.
 * @param boresM bore of the tube at each joint, m
 */
export function straightLayout(jointIds: readonly string[], lengthM: number, boresM: readonly number[]): LineLayout {
  const step = lengthM / (jointIds.length + 1);
  const last = boresM[boresM.length - 1] ?? 0.02;
  const names = ['source', ...jointIds.map((_, i) => `p${i + 1}`), 'vent'];
  return {
    nodes: names.map((id, i): LineNode =>
      i === 0
        ? { id, kind: 'source' }
        : i === names.length - 1
          ? { id, kind: 'vent', open: true, holeM: ventHole(last) }
          : { id, kind: 'point' },
    ),
    runs: names.slice(1).map((to, i) => ({
      id: `r${i + 1}`,
      from: names[i] ?? 'source',
      to,
      lengthM: step,
      boreM: boresM[Math.min(i, boresM.length - 1)] ?? last,
    })),
    at: Object.fromEntries(jointIds.map((id, i) => [id, `p${i + 1}`])),
  };
}

/** Joints that the drawing does not know stand at the point before the first vent; those it knows and that are gone are left out. */
export function networkOf(layout: LineLayout, joints: readonly PlacedJoint[], feed: Feed): PurgeNetwork {
  const known = new Set(layout.nodes.map((n) => n.id));
  const vent = layout.nodes.find((n) => n.kind === 'vent')?.id;
  const end = layout.runs.find((r) => r.to === vent || r.from === vent);
  const beside = (end?.to === vent ? end?.from : end?.to) ?? layout.nodes[0]?.id ?? '';
  return {
    nodes: layout.nodes,
    runs: layout.runs,
    joints: joints.map(({ id, ...j }) => {
      const node = layout.at[id];
      return { ...j, id, node: node !== undefined && known.has(node) ? node : beside };
    }),
    feed,
  };
}

/** Joints that nobody placed on the drawing: they are counted at its end, which may be wrong. */
export function unplaced(layout: LineLayout, jointIds: readonly string[]): string[] {
  const known = new Set(layout.nodes.map((n) => n.id));
  return jointIds.filter((id) => !known.has(layout.at[id] ?? ''));
}

/** The same line with only one vent open. */
export const withOnlyVent = (net: PurgeNetwork, ventId: string | null): PurgeNetwork => ({
  ...net,
  nodes: net.nodes.map((n) => (n.kind === 'vent' ? { ...n, open: n.id === ventId } : n)),
});

/** The same line fed otherwise. @throws InputError where it then cannot be computed */
export function fedBy(net: PurgeNetwork, feed: Feed): PurgeNetwork {
  const fed = { ...net, feed };
  checkNetwork(fed);
  return fed;
}
