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
  /** Where a hole would have to be drilled or a cap cracked so that those are swept. */
  readonly bleeds: readonly string[];
  /** No order has fewer stages than this. */
  readonly atLeast: number;
  /** True where the stages are as few as can be. */
  readonly best: boolean;
}

/** Most joints-by-vent groups looked at one by one; above it the order is good, not proved best. */
const EXACT_VENTS = 18;

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

/** The fewest sets that cover everything, by trying smaller choices first; null where there are too many to try. */
function fewest(sets: readonly ReadonlySet<string>[], wanted: ReadonlySet<string>): number[] | null {
  if (sets.length > EXACT_VENTS) return null;
  let best: number[] | null = null;
  const go = (left: ReadonlySet<string>, chosen: number[]): void => {
    if (best && chosen.length >= best.length) return;
    const first = left.values().next().value;
    if (first === undefined) {
      best = chosen;
      return;
    }
    sets.forEach((set, i) => {
      if (set.has(first)) go(new Set([...left].filter((x) => !set.has(x))), [...chosen, i]);
    });
  };
  go(wanted, []);
  return best;
}

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
 * moved as little as can be, and within a stage from the source outward. The stage that shares most with what is
 * already swept comes next, so that least tube is filled anew.
 * @param done joints that need no brazing any more, or are skipped
 * @throws InputError naming what is wrong with the network
 */
export function jointOrder(net: PurgeNetwork, done: ReadonlySet<string> = new Set()): JointOrder {
  checkNetwork(net);
  const { at, by } = reachFrom(
    net,
    net.nodes.filter((n) => n.kind === 'source').map((n) => n.id),
  );
  const vents = net.nodes.filter((n) => n.kind === 'vent' && at.has(n.id)).map((n) => n.id);
  const paths = vents.map((v) => pathTo(v, by));
  const todo = net.joints.filter((j) => !j.brazed && !done.has(j.id));
  const sets = paths.map((p) => new Set(todo.filter((j) => p.points.has(j.node)).map((j) => j.id)));
  const swept = new Set(sets.flatMap((s) => [...s]));
  const unswept = todo.filter((j) => !swept.has(j.id));
  const exact = fewest(sets, swept);
  const chosen = exact ?? greedy(sets, swept);
  const atLeast = exact ? exact.length : lowerBound(sets, swept);
  const far = (id: string): number => at.get(net.joints.find((j) => j.id === id)?.node ?? '') ?? Infinity;
  const stages: VentStage[] = [];
  const filled = new Set<string>();
  const left = new Set(chosen);
  const finished = new Set<string>();
  while (left.size) {
    const fresh = (i: number): number =>
      (paths[i]?.runs ?? []).filter((r) => !filled.has(r.id)).reduce((s, r) => s + volume(r), 0);
    const next = [...left].reduce((a, b) => (fresh(b) < fresh(a) - 1e-15 ? b : a));
    left.delete(next);
    const joints = [...(sets[next] ?? [])]
      .filter((id) => !finished.has(id))
      .sort((a, b) => far(a) - far(b) || a.localeCompare(b));
    stages.push({ vent: vents[next] ?? '', joints, freshM3: fresh(next) });
    joints.forEach((id) => finished.add(id));
    paths[next]?.runs.forEach((r) => filled.add(r.id));
  }
  return {
    stages,
    unswept: unswept.map((j) => j.id),
    bleeds: [...new Set(unswept.map((j) => j.node))],
    atLeast,
    best: stages.length === atLeast,
  };
}
