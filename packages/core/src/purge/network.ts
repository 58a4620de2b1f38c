import { type FieldProblem, InputError } from '../source/problem.js';

/** A place in the line: where runs meet, end, or open. */
export interface LineNode {
  readonly id: string;
  readonly kind: 'point' | 'source' | 'vent' | 'cap';
  /** A vent that is shut is a cap. */
  readonly open?: boolean;
  /** Hole of a vent, m. */
  readonly holeM?: number;
}

/** A run of tube, with valves and fittings counted on it. */
export interface LineRun {
  readonly id: string;
  readonly from: string;
  readonly to: string;
  readonly lengthM: number;
  readonly boreM: number;
  /** Sum of the loss factors of its fittings, velocity heads. */
  readonly loss?: number;
  /** False where a valve on it is shut. */
  readonly open?: boolean;
}

/** A joint at a node; it leaks through its gap until it is brazed. */
export interface LineJoint {
  readonly id: string;
  readonly node: string;
  readonly brazed: boolean;
  readonly lapM: number;
  readonly diameterM: number;
  readonly gapSideM: number;
}

/** What pushes the nitrogen. Pressures gauge, Pa. */
export type Feed =
  | { readonly by: 'flow'; readonly m3s: number; readonly mostPa: number }
  | { readonly by: 'pressure'; readonly pa: number }
  /** The hose is off: the source end stands open to the air. */
  | { readonly by: 'off'; readonly holeM: number };

export interface PurgeNetwork {
  readonly nodes: readonly LineNode[];
  readonly runs: readonly LineRun[];
  readonly joints: readonly LineJoint[];
  readonly feed: Feed;
}

/** Sizes outside this are not piping. */
const LONGEST_M = 10_000;
const WIDEST_M = 1;

const within = (value: number | undefined, min: number, max: number): boolean =>
  value !== undefined && Number.isFinite(value) && value >= min && value <= max;

/**
 * What is wrong with a network, at its fields; empty when it can be computed.
 * Two sources are refused: which one feeds a joint would depend on their regulators.
 */
export function networkProblems(net: PurgeNetwork): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const add = (field: string, says: string): void => void problems.push({ field, says });
  const ids = new Set<string>();
  net.nodes.forEach((n, i) => {
    if (ids.has(n.id)) add(`nodes.${i}.id`, `"${n.id}" stands twice`);
    ids.add(n.id);
    if (n.kind === 'vent' && !within(n.holeM, 1e-4, 0.5))
      add(`nodes.${i}.holeM`, 'a vent hole between 0.004 in (0.1 mm) and 20 in (0.5 m)');
  });
  net.runs.forEach((r, i) => {
    if (!ids.has(r.from)) add(`runs.${i}.from`, `there is no point "${r.from}"`);
    if (!ids.has(r.to)) add(`runs.${i}.to`, `there is no point "${r.to}"`);
    if (r.from === r.to) add(`runs.${i}.to`, 'a run goes from one point to another');
    if (!within(r.lengthM, 0.001, LONGEST_M)) add(`runs.${i}.lengthM`, 'between 0.04 in (1 mm) and 6 miles (10 000 m)');
    if (!within(r.boreM, 0.0005, WIDEST_M)) add(`runs.${i}.boreM`, 'between 0.02 in (0.5 mm) and 39 in (1 m)');
    if (!within(r.loss ?? 0, 0, 1000)) add(`runs.${i}.loss`, 'between 0 and 1000 velocity heads');
  });
  net.joints.forEach((j, i) => {
    if (!ids.has(j.node)) add(`joints.${i}.node`, `there is no point "${j.node}"`);
    if (!within(j.gapSideM, 0, 0.002)) add(`joints.${i}.gapSideM`, 'a gap per side from 0 to 0.079 in (2 mm)');
    if (!within(j.lapM, 1e-4, 0.5)) add(`joints.${i}.lapM`, 'a lap between 0.004 in (0.1 mm) and 20 in (0.5 m)');
    if (!within(j.diameterM, 0.001, WIDEST_M))
      add(`joints.${i}.diameterM`, 'a diameter between 0.04 in (1 mm) and 39 in (1 m)');
  });
  const sources = net.nodes.filter((n) => n.kind === 'source').length;
  if (sources === 0) add('nodes', 'the line has no nitrogen source');
  if (sources > 1) add('nodes', 'the line has two sources: keep one, and make the other a cap or a vent');
  if (!net.runs.length) add('runs', 'the line has no run of tube');
  if (net.feed.by === 'flow') {
    if (!within(net.feed.m3s, 1e-7, 1)) add('feed.m3s', 'a flow above 0 and at most 127 000 SCFH');
    if (!within(net.feed.mostPa, 1, 2e6)) add('feed.mostPa', 'a regulator pressure above 0 and at most 290 psi');
  } else if (net.feed.by === 'pressure' && !within(net.feed.pa, 1, 2e6))
    add('feed.pa', 'a pressure above 0 and at most 290 psi');
  return problems;
}

/** @throws InputError with every problem of the network */
export function checkNetwork(net: PurgeNetwork): void {
  const problems = networkProblems(net);
  if (problems.length) throw new InputError(problems);
}

/** Runs, length, inside area and volume summed. */
export function lineTotals(runs: readonly LineRun[]): { lengthM: number; areaM2: number; volumeM3: number } {
  const sum = { lengthM: 0, areaM2: 0, volumeM3: 0 };
  for (const r of runs) {
    sum.lengthM += r.lengthM;
    sum.areaM2 += Math.PI * r.boreM * r.lengthM;
    sum.volumeM3 += (Math.PI / 4) * r.boreM ** 2 * r.lengthM;
  }
  return sum;
}
