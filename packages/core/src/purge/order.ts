import { checkNetwork, type LineRun, type PurgeNetwork } from './network.js';

/** One stretch of work with one vent open. */
export interface VentStage {
  readonly vent: string;
  /** Joints brazed meanwhile, from the source outward. */
  readonly joints: readonly string[];
  /** Tube newly swept by opening this vent, m3. */
  readonly freshM3: number;
}

export interface JointOrder {
  readonly stages: readonly VentStage[];
  /** Joints that no vent sweeps: they stand in a dead leg. */
  readonly unswept: readonly string[];
  /** Points where the gas would have to come out so that those are swept (`deadLegAdvice`). */
  readonly bleeds: readonly string[];
  /** No order has fewer stages than this. */
  readonly atLeast: number;
  /** True where the stages are as few as can be. */
  readonly best: boolean;
}

/** Choices of vents looked at before the search for the best gives up and answers with the best so far. */
const MOST_LOOKS = 200_000;

/** How far a line has come. */
export interface SoFar {
  /** Joints that need no brazing any more, or are skipped. */
  readonly done?: ReadonlySet<string>;
  /** The vent that is open now: what it sweeps comes first, without moving a vent. */
  readonly openVent?: string | null;
  /** Joints found leaking: they are made again, first in their stage, and their stage early. */
  readonly leaking?: ReadonlySet<string>;
}

/** Points outward from the ones given, by length of tube, with the run each was reached by; shut valves stop it. */
export function reachFrom(
  net: PurgeNetwork,
  from: readonly string[],
): { at: ReadonlyMap<string, number>; by: ReadonlyMap<string, LineRun> } {
  const near = new Map<string, LineRun[]>();
  for (const r of net.runs) {
    if (r.open === false) continue;
    for (const id of [r.from, r.to]) near.set(id, [...(near.get(id) ?? []), r]);
  }
  const at = new Map(from.map((id) => [id, 0]));
  const by = new Map<string, LineRun>();
  const open = new Set(from);
  while (open.size) {
    let here = '';
    for (const id of open) if (here === '' || (at.get(id) ?? 0) < (at.get(here) ?? 0)) here = id;
    open.delete(here);
    for (const r of near.get(here) ?? []) {
      const other = r.from === here ? r.to : r.from;
      const length = (at.get(here) ?? 0) + r.lengthM;
      if (length < (at.get(other) ?? Infinity) - 1e-12) {
        at.set(other, length);
        by.set(other, r);
        open.add(other);
      }
    }
  }
  return { at, by };
}

/** Runs and points between the source and a point. */
function pathTo(id: string, by: ReadonlyMap<string, LineRun>): { runs: LineRun[]; points: Set<string> } {
  const runs: LineRun[] = [];
  const points = new Set([id]);
  let here = id;
  for (let run = by.get(here); run; run = by.get(here)) {
    runs.push(run);
    here = run.from === here ? run.to : run.from;
    points.add(here);
  }
  return { runs, points };
}

const volume = (r: LineRun): number => (Math.PI / 4) * r.boreM ** 2 * r.lengthM;

/** A good choice, not proved best: always the vent that sweeps most of what is left. */
function greedy(sets: readonly ReadonlySet<string>[], wanted: ReadonlySet<string>): number[] {
  const chosen: number[] = [];
  let left = new Set(wanted);
  while (left.size) {
    const gain = sets.map((s) => [...left].filter((x) => s.has(x)).length);
    const i = gain.indexOf(Math.max(...gain));
    if (!gain[i]) break;
    chosen.push(i);
    left = new Set([...left].filter((x) => !sets[i]?.has(x)));
  }
  return chosen;
}

interface Cover {
  readonly vents: readonly number[];
  /** True where every choice was looked at. */
  readonly exact: boolean;
}

/**
 * The fewest vents that sweep all wanted joints; among as few, the one that is open already, then least tube to fill.
 * The joint with fewest vents is tried first, so that most choices are forced.
 */
function cover(
  sets: readonly ReadonlySet<string>[],
  wanted: ReadonlySet<string>,
  runsOf: readonly (readonly LineRun[])[],
  open: number,
): Cover {
  const ventsOf = new Map([...wanted].map((x) => [x, sets.flatMap((s, i) => (s.has(x) ? [i] : []))]));
  const order = [...wanted].sort((a, b) => (ventsOf.get(a)?.length ?? 0) - (ventsOf.get(b)?.length ?? 0));
  const worth = (chosen: readonly number[]): readonly number[] => [
    chosen.length,
    open >= 0 && !chosen.includes(open) ? 1 : 0,
    [...new Set(chosen.flatMap((i) => runsOf[i] ?? []))].reduce((s, r) => s + volume(r), 0),
  ];
  const better = (a: readonly number[], b: readonly number[]): boolean => {
    const k = a.findIndex((x, i) => Math.abs(x - (b[i] as number)) > 1e-15);
    return k >= 0 && (a[k] as number) < (b[k] as number);
  };
  let best = greedy(sets, wanted);
  let bestWorth = worth(best);
  let looks = 0;
  const go = (from: number, chosen: readonly number[]): void => {
    if (++looks > MOST_LOOKS) return;
    let k = from;
    while (k < order.length && chosen.some((i) => sets[i]?.has(order[k] as string))) k++;
    if (k === order.length) {
      const w = worth(chosen);
      if (better(w, bestWorth)) [best, bestWorth] = [[...chosen], w];
      return;
    }
    if (chosen.length >= best.length) return;
    for (const i of ventsOf.get(order[k] as string) ?? []) go(k + 1, [...chosen, i]);
  };
  go(0, []);
  return { vents: best, exact: looks <= MOST_LOOKS };
}

/** Joints of which no two share a vent: each needs a stage of its own, so no order has fewer. */
function lowerBound(sets: readonly ReadonlySet<string>[], wanted: ReadonlySet<string>): number {
  const ventsOf = [...wanted]
    .map((x) => new Set(sets.flatMap((s, i) => (s.has(x) ? [i] : []))))
    .sort((a, b) => a.size - b.size);
  const used = new Set<number>();
  let apart = 0;
  for (const vents of ventsOf) {
    if ([...vents].some((v) => used.has(v))) continue;
    apart += 1;
    vents.forEach((v) => used.add(v));
  }
  return apart;
}

/**
 * An order of joints and vents: one vent open at a time, every joint on the way from source to the open vent, vents
 * moved as little as can be, of such orders the one with least tube to fill, and within a stage from the source
 * outward. The stage that shares most with what is already swept comes next. Called again after each joint done,
 * skipped or found leaking, it plans the rest anew.
 * @throws InputError naming what is wrong with the network
 */
export function jointOrder(net: PurgeNetwork, soFar: SoFar = {}): JointOrder {
  checkNetwork(net);
  const { done, openVent, leaking } = soFar;
  const { at, by } = reachFrom(
    net,
    net.nodes.filter((n) => n.kind === 'source').map((n) => n.id),
  );
  const vents = net.nodes.filter((n) => n.kind === 'vent' && at.has(n.id)).map((n) => n.id);
  const paths = vents.map((v) => pathTo(v, by));
  const todo = net.joints.filter((j) => leaking?.has(j.id) || (!j.brazed && !done?.has(j.id)));
  const sets = paths.map((p) => new Set(todo.filter((j) => p.points.has(j.node)).map((j) => j.id)));
  const swept = new Set(sets.flatMap((s) => [...s]));
  const unswept = todo.filter((j) => !swept.has(j.id));
  const open = openVent ? vents.indexOf(openVent) : -1;
  const chosen = cover(
    sets,
    swept,
    paths.map((p) => p.runs),
    open >= 0 && sets[open]?.size ? open : -1,
  );
  const atLeast = chosen.exact ? chosen.vents.length : lowerBound(sets, swept);
  const far = (id: string): number => at.get(net.joints.find((j) => j.id === id)?.node ?? '') ?? Infinity;
  const stages: VentStage[] = [];
  const filled = new Set<string>();
  const left = new Set(chosen.vents);
  const finished = new Set<string>();
  const repairs = (i: number): number =>
    [...(sets[i] ?? [])].filter((id) => leaking?.has(id) && !finished.has(id)).length;
  /** What makes a stage come sooner: its vent is open, it repairs a leak, it fills little anew. */
  const later = (i: number): readonly number[] => [
    i === open ? 0 : 1,
    -repairs(i),
    (paths[i]?.runs ?? []).filter((r) => !filled.has(r.id)).reduce((s, r) => s + volume(r), 0),
  ];
  const sooner = (a: number, b: number): number => {
    const [x, y] = [later(a), later(b)];
    const k = x.findIndex((v, i) => Math.abs(v - (y[i] as number)) > 1e-15);
    return k >= 0 && (y[k] as number) < (x[k] as number) ? b : a;
  };
  while (left.size) {
    const next = [...left].reduce(sooner);
    const freshM3 = later(next)[2] as number;
    left.delete(next);
    const joints = [...(sets[next] ?? [])]
      .filter((id) => !finished.has(id))
      .sort(
        (a, b) =>
          Number(leaking?.has(b) ?? false) - Number(leaking?.has(a) ?? false) || far(a) - far(b) || a.localeCompare(b),
      );
    joints.forEach((id) => finished.add(id));
    paths[next]?.runs.forEach((r) => filled.add(r.id));
    if (joints.length) stages.push({ vent: vents[next] ?? '', joints, freshM3 });
  }
  return {
    stages,
    unswept: unswept.map((j) => j.id),
    bleeds: [...new Set(unswept.map((j) => j.node))],
    atLeast,
    best: stages.length === atLeast,
  };
}
