import { stratify, tree } from 'd3-hierarchy';
import { scaleLinear } from 'd3-scale';
import type { LineNode, LineRun, PurgeNetwork } from './network.js';
import { reachFrom } from './order.js';

export interface PlacedNode {
  readonly node: LineNode;
  readonly x: number;
  readonly y: number;
  readonly joints: readonly string[];
}

export interface PlacedRun {
  readonly run: LineRun;
  readonly path: string;
  readonly from: PlacedNode;
  readonly to: PlacedNode;
  readonly midX: number;
  readonly midY: number;
}

export interface LineGeometry {
  readonly width: number;
  readonly height: number;
  readonly nodes: readonly PlacedNode[];
  readonly runs: readonly PlacedRun[];
}

export const LINE_WIDTH = 1220;
const EDGE = 60;
const ROW = 74;
/** Least room between a point and the next. */
const ROOM = 84;

/** Lays a line out: source at the left, every point as far to the right as its tube is long, branches under each other. */
export function lineGeometry(net: PurgeNetwork): LineGeometry {
  const source = (net.nodes.find((n) => n.kind === 'source') ?? net.nodes[0])?.id ?? '';
  const { at, by } = reachFrom({ ...net, runs: net.runs.map((r) => ({ ...r, open: true })) }, [source]);
  const parentOf = (id: string): string | null => {
    const run = by.get(id);
    return run ? (run.from === id ? run.to : run.from) : id === source ? null : source;
  };
  const root = stratify<LineNode>()
    .id((n) => n.id)
    .parentId((n) => parentOf(n.id))([...net.nodes]);
  const laid = tree<LineNode>().nodeSize([1, 1])(root);
  const all = laid.descendants();
  const [top, bottom] = [Math.min(...all.map((d) => d.x)), Math.max(...all.map((d) => d.x))];
  const height = Math.max(120, (bottom - top) * ROW + 2 * EDGE);
  const farthest = Math.max(...[...at.values()], 1e-9);
  const even = scaleLinear()
    .domain([0, farthest])
    .range([EDGE, LINE_WIDTH - EDGE]);
  // A short run still gets room for its words; what then reaches too far is drawn in.
  const far = new Map<string, number>();
  laid.each((d) => {
    const before = d.parent ? (far.get(d.parent.data.id) ?? EDGE) + ROOM : EDGE;
    far.set(d.data.id, Math.max(even(at.get(d.data.id) ?? farthest), before));
  });
  const x = scaleLinear()
    .domain([EDGE, Math.max(LINE_WIDTH - EDGE, ...far.values())])
    .range([EDGE, LINE_WIDTH - EDGE]);
  const placed = new Map(
    all.map((d): [string, PlacedNode] => [
      d.data.id,
      {
        node: d.data,
        x: x(far.get(d.data.id) ?? EDGE),
        y: EDGE + (d.x - top) * ROW,
        joints: net.joints.filter((j) => j.node === d.data.id).map((j) => j.id),
      },
    ]),
  );
  const runs = net.runs.flatMap((run): PlacedRun[] => {
    const [a, b] = [placed.get(run.from), placed.get(run.to)];
    if (!a || !b) return [];
    const mid = (a.x + b.x) / 2;
    const path = a.y === b.y ? `M${a.x} ${a.y} H${b.x}` : `M${a.x} ${a.y} C${mid} ${a.y} ${mid} ${b.y} ${b.x} ${b.y}`;
    return [{ run, path, from: a, to: b, midX: mid, midY: (a.y + b.y) / 2 }];
  });
  return { width: LINE_WIDTH, height, nodes: [...placed.values()], runs };
}

/** "OX-01 – OX-07" for several marks, the mark itself for one. */
export const marksAt = (marks: readonly string[]): string =>
  marks.length > 1 ? `${marks[0] ?? ''} – ${marks.at(-1) ?? ''}` : (marks[0] ?? '');
