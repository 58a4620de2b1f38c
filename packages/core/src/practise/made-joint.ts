import { type BenchCut, sawn } from './bench-cut.js';
import { type BenchFault, benchFaults } from './bench-faults.js';
import type { BenchMoment, BenchRun, Happening } from './bench-run.js';

/** What a place of the gap is: empty, filled, or empty with no way out. */
export const GAP_STATES = ['empty', 'filled', 'shut in'] as const;

/** The lap at an instant: state (by GAP_STATES) and colder wall, K, of each cell, column by column from the mouth. */
export interface BenchFrame {
  readonly timeS: number;
  readonly state: Uint8Array;
  readonly tempK: Uint16Array;
}

/** A joint made at the bench, from strike to saw, whoever's hand it was. */
export interface MadeJoint {
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

/** The lap as it stands. */
export function frameOf(run: BenchRun): BenchFrame {
  const { gap, coldK } = run;
  return {
    timeS: run.timeS,
    state: Uint8Array.from(coldK, (_, n) => (gap.isFilled(n) ? 1 : gap.trapped[n] ? 2 : 0)),
    tempK: Uint16Array.from(coldK, (k) => Math.round(k)),
  };
}

/** Keeps the frames of a run while it goes on, and saws it at the end. */
export class RunFilm {
  private readonly frames: BenchFrame[];

  constructor(private readonly run: BenchRun) {
    this.frames = [frameOf(run)];
  }

  /** After each tick. @returns whether a frame was kept */
  ticked(): boolean {
    const { run, frames } = this;
    const every = run.hand.lit || run.hand.feeding ? KEPT_EVERY : COOLING_EVERY;
    if (run.tick % every !== 0) return false;
    frames.push(frameOf(run));
    return true;
  }

  /** The joint, sawn and judged. @param rad where the first cut lies, from 12 o'clock */
  made(rad = 0): MadeJoint {
    const { run } = this;
    const { setup, gap } = run;
    return {
      deep: run.cells.deep,
      round: run.cells.round,
      frames: [...this.frames, frameOf(run)],
      moments: run.moments,
      happened: [...run.happened],
      cut: sawn(run, rad),
      faults: benchFaults(run),
      flameS: run.flameS,
      timeS: run.timeS,
      fed: gap.fedM3 / setup.netM3,
      dropped: gap.droppedM3 / setup.netM3,
      partPeakK: setup.joint.part ? run.partPeakK : null,
    };
  }
}
