import { performance } from 'node:perf_hooks';
import { gapConductance } from '@hephaist/core/heat/chain';
import { TIPS } from '@hephaist/core/heat/fuels';
import type { HeatJoint } from '@hephaist/core/heat/heat-joint';
import { planHeat } from '@hephaist/core/heat/plan-heat';
import { rankTips } from '@hephaist/core/heat/rank-tips';
import { TwoShells } from '@hephaist/core/heat/two-shells';
import { findMetal } from '@hephaist/core/metals/metals';
import { TICK_S } from '@hephaist/core/practise/bench-run';
import { OwnRun } from '@hephaist/core/practise/own-run';
import { sampleBench } from '@hephaist/core/testing/sample-bench';
import { bareShells } from './bare-shells.js';
import { percentile, say } from './say.js';

/** Pictures in a second of the bench: one a tick. */
const PICTURES = 20;

const copper = findMetal('copper')!;
const wallM = 0.00114;
const joint: HeatJoint = {
  tube: { metal: copper, odM: 0.02222, wallM },
  socket: { metal: copper, wallM },
  lapM: 0.019,
  gapSideM: 6e-5,
  behind: { kind: 'goes on' },
  workK: 1015,
  flux: null,
  airK: 294,
  purgeM3s: 4e-5,
  oxygen: 0.001,
  part: { name: 'Expansion valve', limitK: 394, distanceM: 0.1 },
  wrapRefused: false,
};

function median(runs: number, work: () => void): number {
  for (let i = 0; i < 5; i++) work();
  const times = Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
  return percentile(times, 0.5);
}

/** One heat plan, all tips of the chart on a joint, and a second of the two-dimensional model. */
export function benchHeat(): void {
  const tips = TIPS.filter((t) => t.burntWith === 'oxygen');
  const tip = tips[4]!;
  say(
    'one heat plan, strike to touch',
    median(60, () => void planHeat(joint, { tip })),
    'wanted under 5',
  );
  say(
    'nine tips compared on a joint',
    median(10, () => void rankTips(joint, tips)),
  );
  const bench = new TwoShells({ ...joint, socket: { metal: copper, odM: 0.0246, wallM } }, gapConductance(6e-5, false));
  const flame = { powerW: 1000, flameK: 3400, atM: 0.01, atRad: 1, radiusM: 0.01 };
  say(
    'a second of two shells, 100 x 48 cells a wall of 2 mm',
    median(8, () => void bench.go(1, flame)),
    'wanted under 100',
  );
  // As wide as the bench is drawn: 100 x 48 cells a wall.
  const own = new OwnRun(sampleBench(), { cellsAlong: 100, cellsRound: 48 });
  own.hand({ lit: true, feeding: true, kind: 'neutral' });
  own.go(1 / TICK_S);
  const steps = own.run.shells.go(TICK_S, null) / TICK_S;
  const second = median(5, () => {
    for (let k = 0; k < PICTURES; k++) {
      own.go(1 / TICK_S / PICTURES);
      own.picture();
    }
  });
  const bare = median(5, () => void bareShells(100, 48, steps));
  say(
    'a second under one’s own hand, 100 x 48 cells, 20 pictures',
    second,
    `wanted under 200: ${(1000 / second).toFixed(1)} times in hand`,
  );
  say('bare conduction in the same cells and steps', bare, `ratio ${(second / bare).toFixed(1)}`);
}
