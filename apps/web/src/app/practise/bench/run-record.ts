import type { Gauges, PracticeRun } from '@hephaist/contracts/records/practice-run';
import { type AimMet, allMet } from '@hephaist/core/practise/aims';
import type { Deed } from '@hephaist/core/practise/hand';
import { writeDeeds } from '@hephaist/core/practise/hand-text';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import type { PreparationId } from '@hephaist/core/practise/preparations';
import type { BenchTask } from './bench-task';

/** What is known beside the joint when a run is filed. */
export interface RunOf {
  readonly id: string;
  readonly jobId: string;
  readonly by: string;
  readonly startedAt: Date;
  readonly task: BenchTask;
  readonly gauges: Gauges;
  readonly forgot: readonly PreparationId[];
  readonly tipId: string;
  readonly met: readonly AimMet[];
}

const most = (x: number, to: number): number => Math.min(to, Math.max(0, x));
const rounded = (x: number): number => Math.round(x * 1e4) / 1e4;

/** A run as it is filed: numbers to four digits, all that the hand did. */
export const runRecord = (of: RunOf, made: MadeJoint, deeds: readonly Deed[]): PracticeRun => ({
  id: of.id,
  jobId: of.jobId,
  task: of.task.key,
  name: of.task.name.slice(0, 120),
  by: of.by,
  startedAt: of.startedAt.toISOString(),
  gauges: of.gauges,
  forgot: [...of.forgot],
  tipId: of.tipId,
  hand: writeDeeds(deeds),
  timeS: rounded(made.timeS),
  flameS: rounded(made.flameS),
  filled: rounded(most(made.cut.filled, 1)),
  fed: rounded(most(made.fed, 1000)),
  dropped: rounded(most(made.dropped, 1000)),
  bore: made.cut.bore,
  leaks: made.cut.leaks,
  passes: made.cut.passes,
  met: allMet(of.met),
  faults: made.faults.map((f) => f.id),
  partPeakK: made.partPeakK === null ? null : rounded(made.partPeakK),
});
