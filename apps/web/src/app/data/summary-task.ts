import type { Job, Joint, Line, OwnRowRecord, Procedure, Summed, Weighing } from '@hephaist/contracts';

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
