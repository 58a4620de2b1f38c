import { BenchRun, type Fineness } from './bench-run.js';
import type { BenchSetup } from './bench-setup.js';
import { type MadeJoint, RunFilm } from './made-joint.js';
import { type Habits, playHand, scriptedHand } from './scripted-hand.js';

/** Fewer cells than under one's own hand: soon enough to wait for. */
const WATCHED: Fineness = { cellsAlong: 60, cellsRound: 24 };

/**
 * Makes a joint by a scripted hand, saws it and judges it.
 * @param told is called now and then with the seconds that have passed
 */
export function watchHand(
  setup: BenchSetup,
  habits: Habits,
  told: (timeS: number) => void = () => undefined,
  fineness: Fineness = WATCHED,
): MadeJoint {
  const run = new BenchRun(setup, fineness);
  const film = new RunFilm(run);
  playHand(run, scriptedHand(habits), () => {
    if (film.ticked()) told(run.timeS);
  });
  return film.made();
}
