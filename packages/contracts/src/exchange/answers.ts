import type { FieldProblem } from '@hephaist/core';
import type { Annulment } from '../records/annulment.js';
import type { Brazer } from '../records/brazer.js';
import type { Brazing } from '../records/brazer-record.js';
import type { Confirmation } from '../records/confirmation.js';
import type { Coupon } from '../records/coupon.js';
import type { Job } from '../records/job.js';
import type { Joint } from '../records/joint.js';
import type { Line } from '../records/line.js';
import type { Pqr } from '../records/pqr.js';
import type { Procedure } from '../records/procedure.js';
import type { Stored } from '../records/stored.js';

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
export interface Crew {
  readonly brazers: readonly Stored<Brazer>[];
  readonly coupons: readonly Stored<Coupon>[];
  readonly procedures: readonly Stored<Procedure>[];
  readonly brazings: readonly Brazing[];
  readonly confirmations: readonly Stored<Confirmation>[];
  readonly pqrs: readonly Stored<Pqr>[];
  /** What of all evidence no longer counts. */
  readonly annulments: readonly Stored<Annulment>[];
}

/** What GET /api/jobs/:id answers. */
export interface JobDetail {
  readonly job: Stored<Job>;
  readonly lines: readonly Stored<Line>[];
}

/** A page of joints in schedule order; `next` is null on the last. */
export interface JointPage {
  readonly joints: readonly Stored<Joint>[];
  readonly next: string | null;
  readonly total: number;
}

/** One job in the list. */
export interface JobSummary {
  readonly id: string;
  readonly name: string;
  readonly place: string;
  readonly joints: number;
  readonly brazed: number;
  readonly archived: boolean;
}
