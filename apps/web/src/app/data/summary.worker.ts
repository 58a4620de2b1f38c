import { planKey, planner, sum } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import type { SummaryPart, SummaryTask } from './summary-task';

const AT_ONCE = 500;

addEventListener('message', ({ data }: MessageEvent<SummaryTask>) => {
  const plan = planner(data.job, data.lines, shopOf(data.rows, data.procedures, data.weighing));
  for (let from = 0; from < data.joints.length; from += AT_ONCE) {
    const part: SummaryPart = data.joints.slice(from, from + AT_ONCE).map((j) => [planKey(j), sum(plan(j))] as const);
    postMessage(part);
  }
});
