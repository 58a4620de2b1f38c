import { type Annulment, annulmentSchema } from './annulment.js';
import { type Brazer, brazerSchema } from './brazer.js';
import { type Confirmation, confirmationSchema } from './confirmation.js';
import { type Coupon, couponSchema } from './coupon.js';
import { type HandOver, handOverSchema } from './hand-over.js';
import { type HotWork, type HotWorkMark, hotWorkMarkSchema, hotWorkSchema } from './hot-work.js';
import { type House, houseSchema } from './house.js';
import { type Instrument, instrumentSchema } from './instrument.js';
import { type Intake, intakeSchema } from './intake-record.js';
import { type Job, jobSchema } from './job.js';
import { type Joint, jointSchema } from './joint.js';
import { type JointLog, jointLogSchema } from './joint-log.js';
import type { KindRow } from './kind-row.js';
import { type Line, lineSchema } from './line.js';
import { type LineStep, lineStepSchema } from './line-step.js';
import { type Lot, lotSchema } from './lot.js';
import { type OwnRowRecord, ownRowSchema } from './own-row.js';
import { type Pqr, pqrSchema } from './pqr.js';
import { type PracticeCourse, practiceCourseSchema } from './practice-course.js';
import { type PracticeRun, practiceRunSchema } from './practice-run.js';
import { type PressureTest, pressureTestSchema } from './pressure-test.js';
import { type Procedure, procedureSchema } from './procedure.js';
import { type PurgeMark, purgeMarkSchema, type PurgeSession, purgeSessionSchema } from './purge-session.js';
import { type ReservedCoupon, reservedCouponSchema } from './reserved-coupon.js';
import { type Rig, rigSchema } from './rig.js';
import { type RigCheck, rigCheckSchema } from './rig-check.js';
import { BENCH, OFFICE } from './roles.js';
import { type SecondLook, secondLookSchema } from './second-look.js';
import { type Weighing, weighingSchema } from './shop.js';
import { type Signature, signatureSchema } from './signature.js';
import type { Stored } from './stored.js';

/** Every kind of record with its type. */
export interface RecordKinds {
  job: Job;
  line: Line;
  procedure: Procedure;
  brazer: Brazer;
  joint: Joint;
  log: JointLog;
  coupon: Coupon;
  own_row: OwnRowRecord;
  weighing: Weighing;
  purge_session: PurgeSession;
  purge_mark: PurgeMark;
  signature: Signature;
  confirmation: Confirmation;
  pqr: Pqr;
  pressure_test: PressureTest;
  annulment: Annulment;
  hand_over: HandOver;
  intake: Intake;
  reserved_coupon: ReservedCoupon;
  instrument: Instrument;
  lot: Lot;
  house: House;
  line_step: LineStep;
  second_look: SecondLook;
  rig: Rig;
  rig_check: RigCheck;
  hot_work: HotWork;
  hot_work_mark: HotWorkMark;
  practice_course: PracticeCourse;
  practice_run: PracticeRun;
}

export type Kind = keyof RecordKinds;

/** Records of some kinds as they are stored, by kind: how every answer that reads records holds them. */
export type StoredRecords<K extends Kind = Kind> = { readonly [P in K]: readonly Stored<RecordKinds[P]>[] };

/** The registry of kinds, in the order in which one rests on the other. */
const REGISTRY: { readonly [K in Kind]: KindRow<RecordKinds[K]> } = {
  job: {
    schema: jobSchema,
    words: ['job', 'jobs'],
    writers: OFFICE,
    filed: { place: 'job', of: 'job' },
    columns: {},
    named: (j) => j.name,
  },
  line: {
    schema: lineSchema,
    words: ['line', 'lines'],
    removable: true,
    writers: OFFICE,
    filed: { place: 'lines', of: 'job' },
    columns: { job_id: 'jobId' },
    named: (l) => l.name,
  },
  procedure: {
    schema: procedureSchema,
    words: ['procedure', 'procedures'],
    removable: (p) => p.signedOn === null,
    writers: ['quality'],
    signed: (p) => (p.signedOn === null ? null : 'released'),
    filed: { place: 'procedures', of: 'company' },
    columns: {},
    done: { on: ['signedOn'], at: ['signedAt'] },
    named: (p) => `${p.name} rev ${p.revision}${p.signedOn === null ? ', draft' : ''}`,
  },
  brazer: {
    schema: brazerSchema,
    words: ['brazer', 'brazers'],
    removable: (b) => b.withdrawnOn === null && !b.ended?.length,
    writers: ['lead', 'quality'],
    // Lifting a withdrawal is signed too.
    signed: (b, before) =>
      b.withdrawnOn !== null ? 'withdrawn' : before && before.withdrawnOn !== null ? 'readmitted' : null,
    filed: { place: 'brazers', of: 'company' },
    columns: { mark: 'mark' },
    named: (b) => `${b.name}, mark ${b.mark}`,
  },
  joint: {
    schema: jointSchema,
    words: ['joint', 'joints'],
    removable: true,
    writers: ['fitter', 'lead', 'quality', 'administrator'],
    // Changing what it was after it was brazed is signed.
    signed: (j, before) =>
      before && (j.changedAfter?.length ?? 0) > (before.changedAfter?.length ?? 0) ? 'changed' : null,
    filed: { place: 'joints', of: 'job' },
    columns: { job_id: 'jobId', line_id: 'lineId', mark: 'mark', sort: 'sort' },
    named: (j) => j.mark,
  },
  log: {
    schema: jointLogSchema,
    words: ['entry of the brazing log', 'entries of the brazing log'],
    evidence: true,
    writers: BENCH,
    signed: (l) => (l.outOfRangeReason === null ? null : 'out-of-range'),
    filed: { place: 'logs', of: 'job' },
    columns: { job_id: 'jobId', joint_id: 'jointId', brazer_id: 'brazerId', brazed_at: 'brazedAt' },
    done: { at: ['brazedAt', 'cleanedAt', 'nitrogenStoppedAt'] },
  },
  coupon: {
    schema: couponSchema,
    words: ['coupon', 'coupons'],
    evidence: true,
    writers: ['quality'],
    signed: () => 'judged',
    filed: { place: 'coupons', of: 'company' },
    columns: { brazer_id: 'brazerId', number: 'number' },
    done: { on: ['brazedOn'] },
    named: (c) => c.number,
  },
  own_row: {
    schema: ownRowSchema,
    words: ['row of the company’s tables', 'rows of the company’s tables'],
    removable: true,
    writers: OFFICE,
    filed: { place: 'ownRows', of: 'company' },
    columns: { table_id: 'table', key: 'key' },
    once: (r) => `${r.table} ${r.key}`,
    named: (r) => `${r.table} ${r.key}`,
  },
  weighing: {
    schema: weighingSchema,
    words: ['set of weights', 'sets of weights'],
    writers: OFFICE,
    columns: {},
  },
  purge_session: {
    schema: purgeSessionSchema,
    words: ['purge session', 'purge sessions'],
    evidence: true,
    writers: BENCH,
    filed: { place: 'sessions', of: 'job' },
    columns: { job_id: 'jobId', line_id: 'lineId', instruments: 'instruments', started_at: 'startedAt' },
    done: { at: ['startedAt'] },
  },
  purge_mark: {
    schema: purgeMarkSchema,
    words: ['mark in a purge', 'marks in purges'],
    evidence: true,
    writers: BENCH,
    filed: { place: 'marks', of: 'job' },
    columns: { job_id: 'jobId', session_id: 'sessionId', joint_id: 'jointId', kind: 'kind' },
    done: { at: ['at'] },
  },
  signature: {
    schema: signatureSchema,
    words: ['signature given elsewhere', 'signatures given elsewhere'],
    evidence: true,
    writers: [],
    filed: { place: 'signatures', of: 'company' },
    columns: { record_id: 'recordId' },
  },
  confirmation: {
    schema: confirmationSchema,
    words: ['confirmation', 'confirmations'],
    evidence: true,
    writers: ['lead', 'quality'],
    signed: () => 'confirmed',
    filed: { place: 'confirmations', of: 'company' },
    columns: { brazer_id: 'brazerId' },
    done: { on: ['on'] },
    named: (c) => c.on,
  },
  pqr: {
    schema: pqrSchema,
    words: ['procedure qualification record', 'procedure qualification records'],
    evidence: true,
    writers: ['quality'],
    signed: () => 'tested',
    filed: { place: 'pqrs', of: 'company' },
    columns: { brazer_id: 'brazerId', number: 'number' },
    done: { on: ['brazedOn'] },
    named: (p) => `${p.number} for ${p.procedureName}`,
  },
  pressure_test: {
    schema: pressureTestSchema,
    words: ['pressure test', 'pressure tests'],
    evidence: true,
    writers: BENCH,
    signed: () => 'tested',
    filed: { place: 'pressureTests', of: 'job' },
    columns: { job_id: 'jobId', line_id: 'lineId' },
    done: { at: ['startedAt', 'endedAt'] },
  },
  line_step: {
    schema: lineStepSchema,
    words: ['step of a line’s tests', 'steps of lines’ tests'],
    evidence: true,
    writers: BENCH,
    signed: () => 'tested',
    filed: { place: 'lineSteps', of: 'job' },
    columns: { job_id: 'jobId', line_id: 'lineId' },
    done: { at: ['startedAt', 'endedAt'] },
    named: (s) => s.step,
  },
  second_look: {
    schema: secondLookSchema,
    words: ['second look', 'second looks'],
    evidence: true,
    writers: BENCH,
    signed: (s) => (s.as === 'witness' ? 'witnessed' : 'reviewed'),
    filed: { place: 'secondLooks', of: 'company' },
    columns: { record_id: 'recordId' },
    named: (s) => s.as,
  },
  annulment: {
    schema: annulmentSchema,
    words: ['annulment', 'annulments'],
    evidence: true,
    writers: ['quality'],
    signed: () => 'annulled',
    filed: { place: 'annulments', of: 'company' },
    columns: { record_id: 'recordId' },
    once: (a) => a.recordId,
    named: (a) => a.reason,
  },
  hand_over: {
    schema: handOverSchema,
    words: ['hand-over', 'hand-overs'],
    evidence: true,
    writers: [],
    columns: { job_id: 'jobId' },
  },
  intake: {
    schema: intakeSchema,
    words: ['file brought in', 'files brought in'],
    evidence: true,
    writers: [],
    columns: { job_id: 'jobId' },
  },
  reserved_coupon: {
    schema: reservedCouponSchema,
    words: ['coupon to braze', 'coupons to braze'],
    removable: true,
    writers: ['lead', 'quality'],
    filed: { place: 'reservedCoupons', of: 'company' },
    columns: { number: 'number' },
    once: (c) => c.number,
    named: (c) => `${c.number}, to braze`,
  },
  instrument: {
    schema: instrumentSchema,
    words: ['instrument', 'instruments'],
    removable: true,
    writers: ['lead', 'quality'],
    filed: { place: 'instruments', of: 'company' },
    columns: { kind: 'kind', number: 'number' },
    once: (i) => `${i.kind} ${i.number}`,
    named: (i) => `${i.kind} ${i.number}`,
  },
  lot: {
    schema: lotSchema,
    words: ['lot', 'lots'],
    removable: true,
    writers: BENCH,
    filed: { place: 'lots', of: 'company' },
    columns: { kind: 'kind', lot: 'lot' },
    once: (l) => `${l.kind} ${l.lot}`,
    named: (l) => `${l.kind} ${l.lot}`,
  },
  rig: {
    schema: rigSchema,
    words: ['torch rig', 'torch rigs'],
    removable: true,
    writers: OFFICE,
    filed: { place: 'rigs', of: 'company' },
    columns: { name: 'name' },
    once: (r) => r.name.toLowerCase(),
    named: (r) => r.name,
  },
  rig_check: {
    schema: rigCheckSchema,
    words: ['round at a torch rig', 'rounds at torch rigs'],
    evidence: true,
    writers: BENCH,
    signed: (c) => (c.toSign ? 'checked' : null),
    columns: { rig_id: 'rigId', on_day: 'on' },
    done: { at: ['startedAt', 'endedAt'] },
    named: (c) => `${c.round} ${c.on}`,
  },
  hot_work: {
    schema: hotWorkSchema,
    words: ['hot-work permit', 'hot-work permits'],
    evidence: true,
    writers: BENCH,
    filed: { place: 'hotWork', of: 'job' },
    columns: { job_id: 'jobId' },
    done: { at: ['startedAt'] },
    named: (h) => h.area,
  },
  hot_work_mark: {
    schema: hotWorkMarkSchema,
    words: ['mark of hot work', 'marks of hot work'],
    evidence: true,
    writers: BENCH,
    filed: { place: 'hotWorkMarks', of: 'job' },
    columns: { job_id: 'jobId', hot_work_id: 'hotWorkId', kind: 'kind' },
    done: { at: ['at'] },
    named: (m) => m.kind,
  },
  practice_course: {
    schema: practiceCourseSchema,
    words: ['course of practice', 'courses of practice'],
    removable: true,
    writers: OFFICE,
    columns: { job_id: 'jobId', name: 'name' },
    named: (c) => c.name,
  },
  practice_run: {
    schema: practiceRunSchema,
    words: ['run at the practice bench', 'runs at the practice bench'],
    evidence: true,
    writers: BENCH,
    columns: { job_id: 'jobId', task: 'task', made_by: 'by' },
    done: { at: ['startedAt'] },
    named: (r) => r.name,
  },
  house: {
    schema: houseSchema,
    words: ['way of the company', 'ways of the company'],
    writers: ['quality', 'administrator'],
    columns: {},
  },
};

export const KINDS = Object.keys(REGISTRY) as readonly Kind[];

/** All that is particular to a kind. */
export const kindRow = <K extends Kind>(kind: K): KindRow<RecordKinds[K]> => REGISTRY[kind];

/** The same of a word from outside; undefined where it names no kind. */
export const rowOfKind = (word: string): KindRow<never> | undefined =>
  Object.hasOwn(REGISTRY, word) ? (REGISTRY[word as Kind] as unknown as KindRow<never>) : undefined;

/** Kinds that stand in a job's file. */
export const FILED: readonly Kind[] = KINDS.filter((k) => REGISTRY[k].filed);

/** Whether records of a kind are written into one job, rather than for the company; the job itself is not in one. */
export const isOfJob = (kind: Kind): boolean => kind !== 'job' && REGISTRY[kind].filed?.of === 'job';

/** Columns kept beside a record, drawn from it, and nothing of their own. */
export function columnsOf<K extends Kind>(kind: K, data: RecordKinds[K]): Record<string, unknown> {
  return Object.fromEntries(Object.entries(kindRow(kind).columns).map(([column, field]) => [column, data[field]]));
}
