import { type BenchCut, sawn } from './bench-cut.js';
import { type BenchFault, benchFaults } from './bench-faults.js';
import { type BenchMoment, BenchRun, type Fineness, type Happening } from './bench-run.js';
import type { BenchSetup } from './bench-setup.js';
import { type Habits, playHand, scriptedHand } from './scripted-hand.js';

/** What a place of the gap is: empty, filled, or empty with no way out. */
export const GAP_STATES = ['empty', 'filled', 'shut in'] as const;

/** The lap at an instant: state (by GAP_STATES) and colder wall, K, of each cell, column by column from the mouth. */
export interface BenchFrame {
  readonly timeS: number;
  readonly state: Uint8Array;
  readonly tempK: Uint16Array;
}

/** A joint that was made by a scripted hand, from strike to saw. */
export interface Watched {
  readonly deep: number;
  readonly round: number;
  readonly frames: readonly BenchFrame[];
  readonly moments: readonly BenchMoment[];
  readonly happened: readonly (readonly [Happening, number])[];
  readonly cut: BenchCut;
  readonly faults: readonly BenchFault[];
  /** Seconds under the flame, and until it was cool. */
  readonly flameS: number;
  readonly timeS: number;
  /** Filler fed and lost, as shares of what the joint takes. */
  readonly fed: number;
  readonly dropped: number;
  readonly partPeakK: number | null;
}

/** A frame is kept every so many ticks while something goes on, and while it only cools. */
const [KEPT_EVERY, COOLING_EVERY] = [10, 100];

/** Fewer cells than under one's own hand: soon enough to wait for. */
const WATCHED: Fineness = { cellsAlong: 60, cellsRound: 24 };

function frameOf(run: BenchRun): BenchFrame {
  const { gap, coldK } = run;
  return {
    timeS: run.timeS,
    state: Uint8Array.from(coldK, (_, n) => (gap.isFilled(n) ? 1 : gap.trapped[n] ? 2 : 0)),
    tempK: Uint16Array.from(coldK, (k) => Math.round(k)),
  };
}

/**
 * Makes a joint by a scripted hand, saws it and judges it.
 * @param told is called now and then with the seconds that have passed
 */
export function watchHand(
  setup: BenchSetup,
  habits: Habits,
  told: (timeS: number) => void = () => undefined,
  fineness: Fineness = WATCHED,
): Watched {
  const run = new BenchRun(setup, fineness);
  const frames: BenchFrame[] = [frameOf(run)];
  playHand(run, scriptedHand(habits), () => {
    const every = run.hand.lit || run.hand.feeding ? KEPT_EVERY : COOLING_EVERY;
    if (run.tick % every !== 0) return;
    frames.push(frameOf(run));
    told(run.timeS);
  });
  frames.push(frameOf(run));
  return {
    deep: run.cells.deep,
    round: run.cells.round,
    frames,
    moments: run.moments,
    happened: [...run.happened],
    cut: sawn(run),
    faults: benchFaults(run),
    flameS: run.flameS,
    timeS: run.timeS,
    fed: run.gap.fedM3 / setup.netM3,
    dropped: run.gap.droppedM3 / setup.netM3,
    partPeakK: setup.joint.part ? run.partPeakK : null,
  };
}
