import { performance } from 'node:perf_hooks';
import { lineConditions } from '@hephaist/contracts/records/conditions';
import { shopOf } from '@hephaist/contracts/records/shop';
import { planJoint } from '@hephaist/core/joint/plan';
import { summaryOf } from '@hephaist/core/joint/summary';
import { purgeLine } from '@hephaist/core/purge/single-line';
import { rodSets } from '@hephaist/core/rod-list/rod-set';
import { saltmarsh } from '../demo/saltmarsh.js';
import { bareArithmetic } from './bare.js';
import { benchApplication } from './browser.js';
import { benchCrew } from './crew.js';
import { benchHeat } from './heat.js';
import { largeJob } from './large-job.js';
import { benchOffline } from './offline.js';
import { benchPurge } from './purge.js';
import { percentile, say } from './say.js';

/** Prints how long things take here; asserts nothing. */

function time(runs: number, work: () => void): number {
  work();
  const times: number[] = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    work();
    times.push(performance.now() - start);
  }
  return percentile(times, 0.5);
}

const large = largeJob(10000);
const shop = shopOf(large.ownRows, large.procedures);
const lines = new Map(large.lines.map((l) => [l.id, lineConditions(l, large.job)]));
const thousand = large.joints.slice(0, 1000);
const planAll = (all: readonly (typeof thousand)[number][]) => () => {
  for (const j of all) {
    const line = lines.get(j.lineId);
    if (line) planJoint(j, line, shop);
  }
};
// Once, before anything is remembered of the heat of alike joints.
const cold = performance.now();
for (const j of large.joints) summaryOf(planJoint(j, lines.get(j.lineId)!, shop));
say('plan and sum up 10 000 joints, nothing remembered', performance.now() - cold);
const planned = time(7, planAll(thousand));
const bare = time(7, () => bareArithmetic(thousand));
say('plan 1 000 joints, all classes, all reasons', planned, `${((planned / 1000) * 1000).toFixed(0)} µs a joint`);
say('the bare arithmetic of the same formulas', bare, `ratio ${(planned / bare).toFixed(1)}`);
const ten = time(3, planAll(large.joints));
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
const summaries = large.joints.map((j) => summaryOf(planJoint(j, lines.get(j.lineId)!, shop)));
say(
  'the fewest rods for 10 000 different joints',
  time(1, () => void rodSets(summaries)),
);
if (!process.argv.includes('--load')) {
  benchHeat();
  benchCrew();
  await benchPurge();
}
if (!process.argv.includes('--core')) {
  await benchApplication();
  if (!process.argv.includes('--load')) await benchOffline();
}
