import { lineConditions, procedureCovers } from '@hephaist/contracts';
import { planJoint, purgeLine } from '@hephaist/core';
import { performance } from 'node:perf_hooks';
import { saltmarsh } from '../demo/saltmarsh.js';
import { bareArithmetic } from './bare.js';

/** Prints how long things take here; asserts nothing. */

const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;

function time(runs: number, work: () => void): number {
  work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  return median(times);
}

const demo = saltmarsh('2026-06-15');
const covers = procedureCovers(demo.procedures);
const lines = new Map(demo.lines.map((l) => [l.id, lineConditions(l, demo.job)]));
/** `n` joints, no two alike: each stated gap differs a little. */
const joints = (n: number) =>
  Array.from({ length: n }, (_, i) => {
    const j = demo.joints[i % demo.joints.length];
    if (!j) throw new Error('no demo joint');
    return { ...j, fitUp: { mode: 'stated' as const, gapSideM: (2 + (i % 997) / 500) * 2.54e-5 } };
  });

const say = (what: string, ms: number, more = ''): void =>
  console.log(`${what.padEnd(52)} ${ms.toFixed(1).padStart(9)} ms ${more}`);

const thousand = joints(1000);
const planAll = (all: typeof thousand) => () => {
  for (const j of all) {
    const line = lines.get(j.lineId);
    if (line) planJoint(j, line, { procedures: covers });
  }
};
const planned = time(7, planAll(thousand));
const bare = time(7, () => bareArithmetic(thousand));
say('plan 1 000 joints, all classes, all reasons', planned, `${((planned / 1000) * 1000).toFixed(0)} µs a joint`);
say('the bare arithmetic of the same formulas', bare, `ratio ${(planned / bare).toFixed(1)}`);
const ten = time(3, planAll(joints(10000)));
say('plan 10 000 joints', ten, `${(ten / planned).toFixed(1)} times 1 000`);
say(
  'purge of one line, three models, 1 000 times',
  time(5, () => {
    for (let i = 0; i < 1000; i++) purgeLine({ lengthM: 5 + i / 10, boreM: 0.026 });
  }),
);
say(
  'build the demo job',
  time(3, () => void saltmarsh('2026-06-15')),
);
