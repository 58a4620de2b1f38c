import { leastCover, type SetCover } from '../numeric/set-cover.js';
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

/** What decides among as few vents: first that one is open already, then how much tube there is to fill. */
const OPEN_ALREADY = 1e-2;
const TO_FILL = 1e-4;

/** How far a line has come. */
export interface SoFar {
  /** Joints that need no brazing any more, or are skipped. */
  readonly done?: ReadonlySet<string>;
  /** The vent that is open now: what it sweeps comes first, without moving a vent. */
  readonly openVent?: string | null;
  /** Joints found leaking: they are made again, first in their stage, and their stage early. */
  readonly leaking?: ReadonlySet<string>;
}

/** Points outward from the ones given, by length of tube, with the run each was reached by; shut valves stop it, and lengths that cannot be. */
export function reachFrom(
  net: PurgeNetwork,
  from: readonly string[],
): { at: ReadonlyMap<string, number>; by: ReadonlyMap<string, LineRun> } {
  const runs = net.runs.filter((r) => r.open !== false && r.lengthM >= 0);
  const at = new Map(from.map((id) => [id, 0]));
  const by = new Map<string, LineRun>();
  // Each point that came nearer is looked at again, in turn.
  const open = new Set(from);
  for (const here of open) {
    open.delete(here);
    for (const r of runs) {
      if (r.from !== here && r.to !== here) continue;
      const other = r.from === here ? r.to : r.from;
      const length = (at.get(here) as number) + r.lengthM;
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

const NONE: ReadonlySet<string> = new Set();
/** Below this two volumes are the same, m3. */
const ROUNDING = 1e-15;

/** Inside volume of some runs, m3. */
const tube = (runs: readonly LineRun[]): number =>
  runs.reduce((sum, r) => sum + (Math.PI / 4) * r.boreM ** 2 * r.lengthM, 0);

interface Way {
  readonly vent: string;
  readonly runs: readonly LineRun[];
  readonly joints: ReadonlySet<string>;
}

/** The fewest ways that sweep all wanted joints, and how few any choice needs. */
function fewest(ways: readonly Way[], wanted: readonly string[], openVent: string | null | undefined) {
  const place = new Map(wanted.map((id, i) => [id, i]));
  const most = ways.reduce((sum, w) => sum + tube(w.runs), 0);
  const cover = leastCover(
    wanted.length,
    ways.map((w) => ({
      covers: [...w.joints].map((id) => place.get(id) as number),
      cost: 1 - (w.vent === openVent ? OPEN_ALREADY : 0) + (TO_FILL * tube(w.runs)) / most,
    })),
  ) as SetCover;
  return { ways: cover.taken.map((i) => ways[i] as Way), atLeast: Math.round(cover.atLeast) };
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
  const { done = NONE, openVent, leaking = NONE } = soFar;
  const { at, by } = reachFrom(
    net,
    net.nodes.filter((n) => n.kind === 'source').map((n) => n.id),
  );
  const todo = net.joints.filter((j) => leaking.has(j.id) || (!j.brazed && !done.has(j.id)));
  const far = new Map(todo.map((j) => [j.id, at.get(j.node) as number]));
  const ways = net.nodes
    .filter((n) => n.kind === 'vent' && at.has(n.id))
    .map((n): Way => {
      const { runs, points } = pathTo(n.id, by);
      return { vent: n.id, runs, joints: new Set(todo.filter((j) => points.has(j.node)).map((j) => j.id)) };
    });
  const swept = new Set(ways.flatMap((w) => [...w.joints]));
  const unswept = todo.filter((j) => !swept.has(j.id));
  const chosen = fewest(ways, [...swept], openVent);
  const stages: VentStage[] = [];
  const filled = new Set<string>();
  const left = new Set(chosen.ways);
  const finished = new Set<string>();
  const unfinished = (w: Way): string[] => [...w.joints].filter((id) => !finished.has(id));
  const fresh = (w: Way): number => tube(w.runs.filter((r) => !filled.has(r.id)));
  /** What makes a stage come sooner: its vent is open, it repairs a leak, it fills little anew. */
  const later = (a: Way, b: Way): number =>
    Number(b.vent === openVent) - Number(a.vent === openVent) ||
    unfinished(b).filter((id) => leaking.has(id)).length - unfinished(a).filter((id) => leaking.has(id)).length ||
    fresh(a) - fresh(b);
  while (left.size) {
    const next = [...left].reduce((a, b) => (later(a, b) > ROUNDING ? b : a));
    left.delete(next);
    const joints = unfinished(next).sort(
      (a, b) =>
        Number(leaking.has(b)) - Number(leaking.has(a)) ||
        (far.get(a) as number) - (far.get(b) as number) ||
        a.localeCompare(b),
    );
    stages.push({ vent: next.vent, joints, freshM3: fresh(next) });
    joints.forEach((id) => finished.add(id));
    next.runs.forEach((r) => filled.add(r.id));
  }
  return {
    stages,
    unswept: unswept.map((j) => j.id),
    bleeds: [...new Set(unswept.map((j) => j.node))],
    atLeast: chosen.atLeast,
    best: stages.length === chosen.atLeast,
  };
}
