import type { BenchRun } from './bench-run.js';

/** What a hand goes by, and what is said to it. Temperatures K. */
export interface BenchSeen {
  /** Of the lap's colder wall; of both walls anywhere. */
  readonly coldestK: number;
  readonly hottestK: number;
  /** Colder wall at the mouth and at the inner end, tube just before it, socket at the middle of the lap: means round the clock. */
  readonly mouthK: number;
  readonly innerK: number;
  readonly tubeK: number;
  readonly socketK: number;
}

/** Reads a run as its hand would. */
export function seenOf(run: BenchRun): BenchSeen {
  const { shells, cells } = run;
  const ring = (wall: typeof shells.tube, i: number): number => {
    let sum = 0;
    for (let j = 0; j < shells.round; j++) sum += wall.tempK[i * shells.round + j] as number;
    return sum / shells.round;
  };
  let [coldestK, hottestK] = [Infinity, 0];
  for (const t of run.coldK) coldestK = Math.min(coldestK, t);
  for (const w of [shells.tube, shells.socket])
    for (let c = w.from * shells.round; c < w.to * shells.round; c++)
      hottestK = Math.max(hottestK, w.tempK[c] as number);
  return {
    coldestK,
    hottestK,
    mouthK: run.columnK(0),
    innerK: run.columnK(cells.deep - 1),
    tubeK: ring(shells.tube, cells.from - 1),
    socketK: ring(shells.socket, cells.from + Math.floor(cells.deep / 2)),
  };
}
