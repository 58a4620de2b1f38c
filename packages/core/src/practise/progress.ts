/** What is known of a run at the bench when progress is told. */
export interface Tried {
  readonly task: string;
  readonly startedAt: string;
  readonly met: boolean;
  readonly passes: boolean;
  readonly filled: number;
  readonly flameS: number;
}

/** How far somebody is with one joint of a course. */
export interface Progress<R extends Tried> {
  readonly task: string;
  /** Runs at it, oldest first. */
  readonly tries: readonly R[];
  readonly best: R | null;
  readonly isMet: boolean;
  /** The one before it is passed, or it is the first. */
  readonly isOpen: boolean;
}

/** Shares of the gap closer than this count as alike: the quicker run is then the better. */
const ALIKE = 0.02;

/** Whether a run is better than another: aims reached, then passed, then fuller, then quicker. */
export function isBetter(a: Tried, b: Tried): boolean {
  if (a.met !== b.met) return a.met;
  if (a.passes !== b.passes) return a.passes;
  if (Math.abs(a.filled - b.filled) > ALIKE) return a.filled > b.filled;
  return a.flameS < b.flameS;
}

/** The best of some runs; null of none. */
export function bestOf<R extends Tried>(runs: readonly R[]): R | null {
  let best: R | null = null;
  for (const run of runs) if (!best || isBetter(run, best)) best = run;
  return best;
}

/** How far the runs get one through joints in their order: each opens once the one before it is passed. */
export function progressOf<R extends Tried>(tasks: readonly string[], runs: readonly R[]): Progress<R>[] {
  let isOpen = true;
  return tasks.map((task) => {
    const tries = runs.filter((r) => r.task === task).sort((a, b) => (a.startedAt < b.startedAt ? -1 : 1));
    const isMet = tries.some((r) => r.met);
    const step = { task, tries, best: bestOf(tries), isMet, isOpen: isOpen || isMet };
    isOpen = isMet;
    return step;
  });
}
