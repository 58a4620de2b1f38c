import { describe, expect, it } from 'vitest';
import { sampleBench } from '../testing/sample-bench.js';
import { BenchRun } from './bench-run.js';
import { playHand, scriptedHand } from './scripted-hand.js';
import { watchHand } from './watch-hand.js';

const COARSE = { cellsAlong: 40, cellsRound: 16 };

describe('a watched hand', () => {
  const setup = sampleBench();
  const habits = { heats: 'mouth', feedsWhen: 'mouth hot', staysUntilK: 740 } as const;
  const told: number[] = [];
  const w = watchHand(setup, habits, (s) => told.push(s), COARSE);

  it('is the joint that the same hand makes at the bench', () => {
    const run = new BenchRun(setup, COARSE);
    playHand(run, scriptedHand(habits));
    expect(w.timeS).toBe(run.timeS);
    expect(w.moments).toEqual(run.moments);
    expect([...w.frames.at(-1)!.state]).toEqual(
      [...run.gap.fill].map((f, n) => (f >= 0.5 ? 1 : run.gap.trapped[n] ? 2 : 0)),
    );
    expect(w.cut.passes).toBe(false);
    expect(w.faults[0]?.id).toBe('sealed first');
  });
  it('keeps its frames in order of time, from all empty to the end, and tells how far it is', () => {
    const times = w.frames.map((f) => f.timeS);
    expect(times).toEqual(times.toSorted((a, b) => a - b));
    expect(times[0]).toBe(0);
    expect(times.at(-1)).toBe(w.timeS);
    expect(w.frames[0]!.state.every((s) => s === 0)).toBe(true);
    expect(told.length).toBeGreaterThan(20);
    expect(told).toEqual(told.toSorted((a, b) => a - b));
  });
  it('can be handed from one thread to another', () => {
    expect(structuredClone({ setup, w })).toEqual({ setup, w });
  });
});
