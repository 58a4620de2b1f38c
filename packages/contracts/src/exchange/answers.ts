import type { FieldProblem } from '@hephaist/core/source/problem';
import type { Brazing } from '../records/brazer-record.js';
import type { StoredRecords } from '../records/kinds.js';
import type { PracticeRow } from '../records/practice-run.js';

/** The body of every error answer (application/problem+json). */
export interface Problem {
  readonly title: string;
  readonly status: number;
  readonly detail: string;
  readonly fields?: readonly FieldProblem[];
  /** On a version conflict: the records as they stand now. */
  readonly current?: readonly unknown[];
  /** When it may be tried again, s. */
  readonly afterS?: number;
}

/** Largest request body, bytes. */
export const MAX_BODY_BYTES = 20 * 1024 * 1024;
export const MAX_BODY_SAYS = '20 MB';

/** What GET /api/crew answers: all that says who may braze. */
export interface Crew extends StoredRecords<
  'brazer' | 'coupon' | 'reserved_coupon' | 'procedure' | 'confirmation' | 'pqr' | 'annulment'
> {
  readonly brazings: readonly Brazing[];
}

/** What GET /api/jobs/:id answers. */
export type JobDetail = StoredRecords<'job' | 'line'>;

/** A page of joints in schedule order; `next` is null on the last. */
export interface JointPage extends StoredRecords<'joint'> {
  readonly next: string | null;
  readonly total: number;
}

/** What GET /api/shop answers: the company's own rows, and at most one weighing. */
export type ShopData = StoredRecords<'own_row' | 'weighing'>;

/** What GET /api/on-file answers: instruments, lots, and at most one way of the company. */
export type OnFileAnswer = StoredRecords<'instrument' | 'lot' | 'house'>;

/** What GET /api/rigs answers: torch rigs, and the rounds of late. */
export type RigsAnswer = StoredRecords<'rig' | 'rig_check'>;

/** What GET /api/jobs/:id/hot-work answers. */
export type HotWorkAnswer = StoredRecords<'hot_work' | 'hot_work_mark'>;

/** What GET /api/jobs/:id/practice answers: courses of the job, and runs at the bench: one's own, or all to who instructs. */
export type PracticeAnswer = StoredRecords<'practice_course'> & { readonly runs: readonly PracticeRow[] };

/** What GET /api/others answers: where the trail stands, and whether anybody else wrote a record since. */
export interface OthersAnswer {
  readonly seq: number;
  readonly wrote: boolean;
}

/** The job of the demo, by which it is known that the demo is loaded. */
export const DEMO_JOB_ID = '01900000-0000-7000-8000-000000001000';

/** How far a line is; joints that are set aside are not counted. */
export interface LineSummary {
  readonly id: string;
  readonly name: string;
  readonly joints: number;
  /** Joints whose last entry was accepted. */
  readonly brazed: number;
  /** Joints whose last entry was rejected: to be made again. */
  readonly rejected: number;
  /** The first joint that is to be made; null where none is. */
  readonly nextId: string | null;
  readonly nextMark: string | null;
  /** Whether a pressure test was filed for it. */
  readonly tested: boolean;
}

/** One job in the list. */
export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly joints: number;
  readonly brazed: number;
  readonly archived: boolean;
  readonly lines: readonly LineSummary[];
  /** How many lines a pressure test was filed for. */
  readonly tested: number;
  /** When it was handed over last; null where it was not yet. */
  readonly handedOver: string | null;
}
