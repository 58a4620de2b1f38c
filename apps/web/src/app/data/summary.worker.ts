import { planKey, planner, sum, type Summed } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import type { SummaryPart, SummaryTask } from './summary-task';

/** So often it answers, ms: what is planned first is shown first. */
const EVERY_MS = 200;

addEventListener('message', ({ data }: MessageEvent<SummaryTask>) => {
  const plan = planner(data.job, data.lines, shopOf(data.rows, data.procedures, data.weighing));
  let part: [string, Summed][] = [];
  let answered = performance.now();
  data.joints.forEach((joint, i) => {
    part.push([planKey(joint), sum(plan(joint))]);
    const now = performance.now();
    if (i + 1 < data.joints.length && now - answered < EVERY_MS) return;
    postMessage(part satisfies SummaryPart);
    [part, answered] = [[], now];
  });
});
