import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import { watchProblems } from '@hephaist/core/hot-work/fire-watch';
import canonicalize from 'canonicalize';
import * as yup from 'yup';
import { type Annulment, annulmentSchema } from '../records/annulment.js';
import { type Brazer, brazerSchema } from '../records/brazer.js';
import { type Confirmation, confirmationSchema } from '../records/confirmation.js';
import { type Coupon, couponSchema } from '../records/coupon.js';
import { type HotWork, type HotWorkMark, hotWorkMarkSchema, hotWorkSchema } from '../records/hot-work.js';
import { type Instrument, instrumentSchema } from '../records/instrument.js';
import { type Job, jobSchema } from '../records/job.js';
import { type Joint, jointSchema } from '../records/joint.js';
import { type JointLog, jointLogSchema } from '../records/joint-log.js';
import { type Line, lineSchema } from '../records/line.js';
import { type LineStep, lineStepSchema } from '../records/line-step.js';
import { type Lot, lotSchema } from '../records/lot.js';
import { type OwnRowRecord, ownRowSchema } from '../records/own-row.js';
import { type Pqr, pqrSchema } from '../records/pqr.js';
import { type PressureTest, pressureTestSchema } from '../records/pressure-test.js';
import { type Procedure, procedureSchema } from '../records/procedure.js';
import {
  type FiledTraceRow,
  type PurgeMark,
  purgeMarkSchema,
  type PurgeSession,
  purgeSessionSchema,
  traceRowSchema,
} from '../records/purge-session.js';
import { type ReservedCoupon, reservedCouponSchema } from '../records/reserved-coupon.js';
import { type Rig, rigSchema } from '../records/rig.js';
import { type SecondLook, secondLookSchema } from '../records/second-look.js';
import { type Signature, signatureSchema } from '../records/signature.js';
import { ContractError, parse } from '../schemas/parse.js';

export const EXCHANGE_FORMAT = 'hephaist-job';
export const EXCHANGE_VERSION = 1;

/** One job with everything it rests on. Published as docs/formats/hephaist-job-1.schema.json. */
export interface JobFile {
  readonly format: typeof EXCHANGE_FORMAT;
  readonly version: typeof EXCHANGE_VERSION;
  readonly job: Job;
  readonly lines: readonly Line[];
  readonly joints: readonly Joint[];
  readonly logs: readonly JointLog[];
  readonly procedures: readonly Procedure[];
  readonly brazers: readonly Brazer[];
  readonly coupons: readonly Coupon[];
  /** Coupons whose number is taken: with their result on file, or still to be brazed. */
  readonly reservedCoupons: readonly ReservedCoupon[];
  readonly confirmations: readonly Confirmation[];
  readonly pqrs: readonly Pqr[];
  readonly pressureTests: readonly PressureTest[];
  readonly lineSteps: readonly LineStep[];
  /** What of this file's evidence no longer counts. */
  readonly annulments: readonly Annulment[];
  /** Who else witnessed or reviewed this file's evidence. */
  readonly secondLooks: readonly SecondLook[];
  /** Signatures of the records in the file. */
  readonly signatures: readonly Signature[];
  /** Rows of the company's own tables that the job may rest on. */
  readonly ownRows: readonly OwnRowRecord[];
  /** What the company reads with and brazes with. */
  readonly instruments: readonly Instrument[];
  readonly lots: readonly Lot[];
  /** Torch rigs of the company. */
  readonly rigs: readonly Rig[];
  /** Hot work of the job by area, and what happened in each. */
  readonly hotWork: readonly HotWork[];
  readonly hotWorkMarks: readonly HotWorkMark[];
  /** Purge sessions of the job, what was done in them, and what was read. */
  readonly sessions: readonly PurgeSession[];
  readonly marks: readonly PurgeMark[];
  readonly trace: readonly FiledTraceRow[];
}

export const jobFileSchema = yup
  .object({
    format: yup
      .string()
      .oneOf([EXCHANGE_FORMAT], 'this is not a Hephaist job file')
      .required('this is not a Hephaist job file'),
    version: yup.number().oneOf([EXCHANGE_VERSION], `only version ${EXCHANGE_VERSION} is known here`).required(),
    job: jobSchema.required(),
    lines: yup.array(lineSchema.required()).required(),
    joints: yup.array(jointSchema.required()).required(),
    logs: yup.array(jointLogSchema.required()).required(),
    procedures: yup.array(procedureSchema.required()).required(),
    brazers: yup.array(brazerSchema.required()).required(),
    coupons: yup.array(couponSchema.required()).required(),
    reservedCoupons: yup.array(reservedCouponSchema.required()).default(() => []),
    confirmations: yup.array(confirmationSchema.required()).default(() => []),
    pqrs: yup.array(pqrSchema.required()).default(() => []),
    pressureTests: yup.array(pressureTestSchema.required()).default(() => []),
    lineSteps: yup.array(lineStepSchema.required()).default(() => []),
    annulments: yup.array(annulmentSchema.required()).default(() => []),
    secondLooks: yup.array(secondLookSchema.required()).default(() => []),
    signatures: yup.array(signatureSchema.required()).default(() => []),
    ownRows: yup.array(ownRowSchema.required()).default(() => []),
    instruments: yup.array(instrumentSchema.required()).default(() => []),
    lots: yup.array(lotSchema.required()).default(() => []),
    rigs: yup.array(rigSchema.required()).default(() => []),
    hotWork: yup.array(hotWorkSchema.required()).default(() => []),
    hotWorkMarks: yup.array(hotWorkMarkSchema.required()).default(() => []),
    sessions: yup.array(purgeSessionSchema.required()).default(() => []),
    marks: yup.array(purgeMarkSchema.required()).default(() => []),
    trace: yup.array(traceRowSchema.required()).default(() => []),
  })
  .noUnknown('has a field that is not known here');

const idsOf = (rows: readonly { id: string }[]): Set<string> => new Set(rows.map((r) => r.id));

/** References that point nowhere, as field problems. */
function danglingReferences(file: JobFile): { field: string; says: string }[] {
  const [lines, joints, brazers] = [idsOf(file.lines), idsOf(file.joints), idsOf(file.brazers)];
  const [sessions, procedures] = [idsOf(file.sessions), idsOf(file.procedures)];
  const out: { field: string; says: string }[] = [];
  const need = (ok: boolean, field: string, says: string): void => void (ok || out.push({ field, says }));
  file.lines.forEach((l, i) => need(l.jobId === file.job.id, `lines.${i}.jobId`, 'belongs to another job'));
  file.joints.forEach((j, i) => {
    need(j.jobId === file.job.id, `joints.${i}.jobId`, 'belongs to another job');
    need(lines.has(j.lineId), `joints.${i}.lineId`, 'its line is not in the file');
  });
  file.logs.forEach((l, i) => {
    need(l.jobId === file.job.id, `logs.${i}.jobId`, 'belongs to another job');
    need(joints.has(l.jointId), `logs.${i}.jointId`, 'its joint is not in the file');
    need(brazers.has(l.brazerId), `logs.${i}.brazerId`, 'its brazer is not in the file');
    need(!l.procedureId || procedures.has(l.procedureId), `logs.${i}.procedureId`, 'its procedure is not in the file');
  });
  file.pressureTests.forEach((t, i) => {
    need(t.jobId === file.job.id, `pressureTests.${i}.jobId`, 'belongs to another job');
    need(lines.has(t.lineId), `pressureTests.${i}.lineId`, 'its line is not in the file');
  });
  file.lineSteps.forEach((t, i) => {
    need(t.jobId === file.job.id, `lineSteps.${i}.jobId`, 'belongs to another job');
    need(lines.has(t.lineId), `lineSteps.${i}.lineId`, 'its line is not in the file');
  });
  file.pqrs.forEach((p, i) => need(brazers.has(p.brazerId), `pqrs.${i}.brazerId`, 'its brazer is not in the file'));
  file.confirmations.forEach((c, i) =>
    need(brazers.has(c.brazerId), `confirmations.${i}.brazerId`, 'its brazer is not in the file'),
  );
  file.coupons.forEach((c, i) => {
    need(brazers.has(c.brazerId), `coupons.${i}.brazerId`, 'its brazer is not in the file');
    need(
      !c.procedureId || procedures.has(c.procedureId),
      `coupons.${i}.procedureId`,
      'its procedure is not in the file',
    );
  });
  file.logs.forEach((l, i) =>
    need(!l.sessionId || sessions.has(l.sessionId), `logs.${i}.sessionId`, 'its purge session is not in the file'),
  );
  file.sessions.forEach((s, i) => {
    need(s.jobId === file.job.id, `sessions.${i}.jobId`, 'belongs to another job');
    need(lines.has(s.lineId), `sessions.${i}.lineId`, 'its line is not in the file');
  });
  file.marks.forEach((m, i) => {
    need(m.jobId === file.job.id, `marks.${i}.jobId`, 'belongs to another job');
    need(sessions.has(m.sessionId), `marks.${i}.sessionId`, 'its session is not in the file');
    need(!m.jointId || joints.has(m.jointId), `marks.${i}.jointId`, 'its joint is not in the file');
  });
  const areas = idsOf(file.hotWork);
  file.hotWork.forEach((w, i) => need(w.jobId === file.job.id, `hotWork.${i}.jobId`, 'belongs to another job'));
  file.hotWorkMarks.forEach((m, i) => {
    need(m.jobId === file.job.id, `hotWorkMarks.${i}.jobId`, 'belongs to another job');
    need(areas.has(m.hotWorkId), `hotWorkMarks.${i}.hotWorkId`, 'its hot work is not in the file');
  });
  const evidence = {
    log: file.logs,
    coupon: file.coupons,
    confirmation: file.confirmations,
    pqr: file.pqrs,
    pressure_test: file.pressureTests,
    line_step: file.lineSteps,
  };
  file.annulments.forEach((a, i) => {
    need(idsOf(evidence[a.kind]).has(a.recordId), `annulments.${i}.recordId`, 'what it annuls is not in the file');
    const first = file.annulments.findIndex((b) => b.recordId === a.recordId);
    need(first === i, `annulments.${i}.recordId`, 'this record is annulled already');
  });
  file.secondLooks.forEach((s, i) =>
    need(idsOf(evidence[s.kind]).has(s.recordId), `secondLooks.${i}.recordId`, 'what it looked at is not in the file'),
  );
  const signed = idsOf(
    [file.procedures, file.brazers, file.joints, file.annulments, file.secondLooks, ...Object.values(evidence)].flat(),
  );
  file.signatures.forEach((s, i) =>
    need(signed.has(s.recordId), `signatures.${i}.recordId`, 'what it signs is not in the file'),
  );
  const seen = new Set<string>();
  file.trace.forEach((r, i) => {
    need(sessions.has(r.sessionId), `trace.${i}.sessionId`, 'its session is not in the file');
    need(!seen.has(`${r.sessionId} ${r.seq}`), `trace.${i}.seq`, 'stands twice');
    seen.add(`${r.sessionId} ${r.seq}`);
  });
  return out;
}

/** Marks of hot work that could not be made when they say they were: a watch in a file ends no sooner than one here. */
function watchFaults(file: JobFile): { field: string; says: string }[] {
  return file.hotWork.flatMap((work) => {
    const own = file.hotWorkMarks.map((mark, i) => ({ mark, i })).filter(({ mark }) => mark.hotWorkId === work.id);
    const marks = own.map(({ mark }) => ({ kind: mark.kind, atMs: Date.parse(mark.at) }));
    const found = watchProblems(marks, work.watchMinutes, work.answers.detector === 'done');
    return found.map(({ at, says }) => ({ field: `hotWorkMarks.${own[at]?.i ?? 0}.kind`, says }));
  });
}

/**
 * Reads a job file: schema first, then that all references hold.
 * @throws ContractError naming each field
 */
export function parseJobFile(value: unknown): JobFile {
  const head = yup.object({
    format: jobFileSchema.fields.format as yup.StringSchema,
    version: jobFileSchema.fields.version as yup.NumberSchema,
  });
  parse(
    head,
    value === null || typeof value !== 'object'
      ? {}
      : { format: (value as JobFile).format, version: (value as JobFile).version },
  );
  const rows = parse(yup.object({ ownRows: jobFileSchema.fields.ownRows as yup.Schema }), {
    ownRows: (value as JobFile).ownRows,
  }) as { ownRows: OwnRowRecord[] };
  const file = parse(jobFileSchema as unknown as yup.Schema<JobFile>, value, '', catalogueWith(rows.ownRows));
  const wrong = [...danglingReferences(file), ...watchFaults(file)];
  if (wrong.length) throw new ContractError(wrong);
  return file;
}

/** The file as text: canonical JSON, records sorted by id, so that the same job always gives the same bytes. */
export function writeJobFile(file: JobFile): string {
  const sorted = <T extends { id: string }>(rows: readonly T[]): T[] =>
    [...rows].sort((a, b) => (a.id < b.id ? -1 : 1));
  const text = canonicalize({
    ...file,
    lines: sorted(file.lines),
    joints: sorted(file.joints),
    logs: sorted(file.logs),
    procedures: sorted(file.procedures),
    brazers: sorted(file.brazers),
    coupons: sorted(file.coupons),
    confirmations: sorted(file.confirmations),
    pqrs: sorted(file.pqrs),
    pressureTests: sorted(file.pressureTests),
    lineSteps: sorted(file.lineSteps),
    secondLooks: sorted(file.secondLooks),
    signatures: sorted(file.signatures),
    ownRows: sorted(file.ownRows),
    instruments: sorted(file.instruments),
    lots: sorted(file.lots),
    rigs: sorted(file.rigs),
    hotWork: sorted(file.hotWork),
    hotWorkMarks: sorted(file.hotWorkMarks),
    sessions: sorted(file.sessions),
    marks: sorted(file.marks),
    trace: [...file.trace].sort((a, b) =>
      a.sessionId === b.sessionId ? a.seq - b.seq : a.sessionId < b.sessionId ? -1 : 1,
    ),
  });
  return `${text ?? ''}\n`;
}
