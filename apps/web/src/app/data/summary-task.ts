import type { Job } from '@hephaist/contracts/records/job';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { OwnRowRecord } from '@hephaist/contracts/records/own-row';
import type { Summed } from '@hephaist/contracts/records/planner';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { Weighing } from '@hephaist/contracts/records/shop';

/** What the plans of a job rest on. */
export interface Inputs {
  readonly job: Job;
  readonly lines: readonly Line[];
  readonly procedures: readonly Procedure[];
  readonly rows: readonly OwnRowRecord[];
  readonly weighing: Weighing | null;
}

/** What the worker is asked to plan. */
export interface SummaryTask extends Inputs {
  readonly joints: readonly Joint[];
}

/** A part of its answer. */
export type SummaryPart = readonly (readonly [key: string, summed: Summed])[];
