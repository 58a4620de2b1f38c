import type { JointSummary } from '../joint/summary.js';

/** A set of rods carried to a job and what it does there. */
export interface RodSet {
  readonly rods: readonly string[];
  /** Joints that some rod of the set serves. */
  readonly served: number;
  /** Joints that get the class they would choose. */
  readonly firstChoice: number;
  /** Points of the best carried rod, summed over served joints. */
  readonly points: number;
}

export interface RodSets {
  /** Joints that any class serves. */
  readonly servable: number;
  readonly joints: number;
  /** The best set of each size, from one rod up. */
  readonly bySize: readonly RodSet[];
  /** The smallest that serves every servable joint. */
  readonly smallest: RodSet | null;
  /** False where there were too many different joints to try every set; the sets are then good, not proved best. */
  readonly exact: boolean;
}

interface Profile {
  readonly scores: ReadonlyMap<string, number>;
  readonly first: string;
  count: number;
}

/** Joints that ask the same of a rod set, counted once. Scores to a tenth of a point. */
function profilesOf(joints: readonly JointSummary[]): Profile[] {
  const map = new Map<string, Profile>();
  for (const j of joints) {
    const first = j.allowed[0];
    if (!first) continue;
    const key = j.allowed.map((a) => `${a.id}:${a.score.toFixed(1)}`).join(' ');
    const known = map.get(key);
    if (known) known.count += 1;
    else map.set(key, { scores: new Map(j.allowed.map((a) => [a.id, a.score])), first: first.id, count: 1 });
  }
  return [...map.values()];
}

function judge(rods: readonly string[], profiles: readonly Profile[]): RodSet {
  let [served, firstChoice, points] = [0, 0, 0];
  for (const p of profiles) {
    let best: number | undefined;
    for (const r of rods) {
      const s = p.scores.get(r);
      if (s !== undefined && (best === undefined || s > best)) best = s;
    }
    if (best === undefined) continue;
    served += p.count;
    points += best * p.count;
    if (rods.includes(p.first)) firstChoice += p.count;
  }
  return { rods, served, firstChoice, points };
}

const beats = (a: RodSet, b: RodSet | null): boolean =>
  !b || a.served > b.served || (a.served === b.served && a.points > b.points + 1e-9);

/** Every set of `size` from `from`, in table order. */
function* combinations(from: readonly string[], size: number, start = 0): Generator<string[]> {
  if (size === 0) return void (yield []);
  for (let i = start; i <= from.length - size; i++) {
    for (const rest of combinations(from, size - 1, i + 1)) yield [from[i] as string, ...rest];
  }
}

const choose = (n: number, k: number): number => (k === 0 ? 1 : (choose(n, k - 1) * (n - k + 1)) / k);
/** Most set-and-joint pairs to try for one size. */
const BUDGET = 4e6;

/**
 * The best set of rods of each size, and the smallest that serves every joint that can be served. More joints served
 * comes before more points; ties fall to the order of the classes given.
 * @param sizes largest set looked at beyond the smallest
 */
export function rodSets(joints: readonly JointSummary[], beyond = 2): RodSets {
  const profiles = profilesOf(joints);
  const servable = profiles.reduce((sum, p) => sum + p.count, 0);
  const classes = [...new Set(profiles.flatMap((p) => [...p.scores.keys()]))].sort();
  const bySize: RodSet[] = [];
  let exact = true;
  let smallest: RodSet | null = null;
  for (let size = 1; size <= classes.length; size++) {
    const before = bySize.at(-1)?.rods ?? [];
    let best: RodSet | null = null;
    if (choose(classes.length, size) * profiles.length * size <= BUDGET) {
      for (const rods of combinations(classes, size)) {
        const set = judge(rods, profiles);
        if (beats(set, best)) best = set;
      }
    } else {
      exact = false;
      for (const rod of classes.filter((c) => !before.includes(c))) {
        const set = judge([...before, rod], profiles);
        if (beats(set, best)) best = set;
      }
    }
    if (!best) break;
    bySize.push(best);
    if (best.served === servable) smallest ??= best;
    if (smallest && size >= smallest.rods.length + beyond) break;
  }
  return { servable, joints: joints.length, bySize, smallest, exact };
}
