import {
  broughtBy,
  contentHash,
  EXCHANGE_FORMAT,
  EXCHANGE_VERSION,
  writeJobFile,
  type FiledTraceRow,
  type Intake,
  type JobFile,
  type Kind,
  type RecordKinds,
  type TraceRow,
} from '@hephaist/contracts';
import { mustFit } from '../db/quota.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { keepPicture, type TakenPicture } from '../pictures/picture.js';
import { plain } from '../records/plain.js';
import { v7 as newId } from 'uuid';
import { checkNotAhead, signRecord, type Signer } from '../records/put.js';
import type { RecordStore } from '../records/store.js';
import { forgetWaiting } from './waiting-files.js';

/** A row of a trace as a file holds it. */
const filed = ({ atMs, ...row }: TraceRow): Omit<FiledTraceRow, 'sessionId'> => ({
  ...row,
  at: new Date(atMs).toISOString(),
});

/** One job with everything it rests on: lines, joints, log, and the crew, coupons and procedures on file. */
export async function exportJob(store: RecordStore, jobId: string): Promise<string> {
  const job = await store.find('job', jobId);
  if (!job) throw new NotFoundError('No such job here.');
  const own = { job_id: jobId };
  // One after the other: within a transaction there is one connection.
  const lines = await store.list('line', own);
  const joints = await store.list('joint', own);
  const logs = await store.list('log', own);
  const procedures = await store.list('procedure');
  const brazers = await store.list('brazer');
  const coupons = await store.list('coupon');
  const confirmations = await store.list('confirmation');
  const pqrs = await store.list('pqr');
  const pressureTests = await store.list('pressure_test', own);
  const ownRows = await store.list('own_row');
  const sessions = await store.list('purge_session', own);
  const marks = await store.list('purge_mark', own);
  const traces = await Promise.all(
    sessions.map(async (s) => (await store.trace.rows(s.id)).map((r) => ({ sessionId: s.id, ...filed(r) }))),
  );
  const known = new Set(
    [procedures, brazers, coupons, logs, confirmations, pqrs, pressureTests].flatMap((rows) => rows.map((r) => r.id)),
  );
  const signatures = (await store.list('signature')).filter((s) => known.has(s.recordId));
  return writeJobFile({
    format: EXCHANGE_FORMAT,
    version: EXCHANGE_VERSION,
    job: plain(job),
    lines: lines.map(plain),
    joints: joints.map(plain),
    logs: logs.map(plain),
    procedures: procedures.map(plain),
    brazers: brazers.map(plain),
    coupons: coupons.map(plain),
    confirmations: confirmations.map(plain),
    pqrs: pqrs.map(plain),
    pressureTests: pressureTests.map(plain),
    signatures: signatures.map(plain),
    ownRows: ownRows.map(plain),
    sessions: sessions.map(plain),
    marks: marks.map(plain),
    trace: traces.flat(),
  });
}

/** @throws ContractError at what is dated ahead */
export function checkDates(file: JobFile): void {
  const dated: readonly (readonly [Kind, string, readonly RecordKinds[Kind][]])[] = [
    ['log', 'logs', file.logs],
    ['purge_session', 'sessions', file.sessions],
    ['purge_mark', 'marks', file.marks],
    ['pressure_test', 'pressureTests', file.pressureTests],
    ['coupon', 'coupons', file.coupons],
    ['pqr', 'pqrs', file.pqrs],
    ['confirmation', 'confirmations', file.confirmations],
    ['procedure', 'procedures', file.procedures],
  ];
  for (const [kind, place, rows] of dated) rows.forEach((r, i) => checkNotAhead(kind, r, `${place}.${i}.`));
}

const here = (what: string): RefusedError =>
  new RefusedError(`This job is already here (${what}). Nothing was imported.`);

/** @throws RefusedError when the job is already here */
export async function mustBeNew(store: RecordStore, { job }: JobFile): Promise<void> {
  if (await store.find('job', job.id)) throw here(`job ${job.id}`);
}

/** What comes with a file. */
export interface ImportWith {
  readonly pictures?: readonly TakenPicture[];
  /** SHA-256 of the file as it came. */
  readonly hash?: string;
  /** Who countersigns what it brings. */
  readonly signer?: Signer;
}

/**
 * Takes a job file in, all or nothing, and files that it was brought in. A brazer, coupon or procedure already on file
 * is kept as it is here.
 * @throws RefusedError when the job is already here, ContractError at what is dated ahead
 */
export async function importJob(
  store: RecordStore,
  file: JobFile,
  commandId: string,
  { pictures = [], hash = contentHash(file), signer }: ImportWith = {},
): Promise<{ jobId: string; kept: number }> {
  checkDates(file);
  const work = async (trx: RecordStore): Promise<{ jobId: string; kept: number }> => {
    let kept = 0;
    for (const p of pictures) await keepPicture(trx, p);
    if (pictures.length) await mustFit(trx, 0);
    const own = async <K extends Kind>(kind: K, records: readonly RecordKinds[K][]): Promise<void> => {
      const fresh = new Set(await trx.insertMany(kind, records));
      const known = records.find((r) => !fresh.has(r.id));
      if (known) throw here(`${kind} ${known.id}`);
    };
    const shared = async <K extends Kind>(kind: K, records: readonly RecordKinds[K][]): Promise<void> => {
      kept += records.length - (await trx.insertMany(kind, records)).length;
    };
    const ours = new Set((await trx.list('own_row')).map((r) => `${r.table} ${r.key}`));
    const newRows = file.ownRows.filter((r) => !ours.has(`${r.table} ${r.key}`));
    kept += file.ownRows.length - newRows.length;
    await shared('own_row', newRows);
    await own('job', [file.job]);
    await own('line', file.lines);
    await shared('procedure', file.procedures);
    await shared('brazer', file.brazers);
    await own('joint', file.joints);
    await own('pressure_test', file.pressureTests);
    await own('purge_session', file.sessions);
    await own('purge_mark', file.marks);
    for (const { id } of file.sessions) {
      await trx.trace.insert(
        id,
        file.trace
          .filter((r) => r.sessionId === id)
          .map(({ sessionId: _session, at, ...r }) => ({ ...r, atMs: Date.parse(at), toldMs: null })),
      );
      const readings = await trx.trace.seal(id);
      if (readings) trx.touch(readings);
    }
    await own('log', file.logs);
    await shared('coupon', file.coupons);
    await shared('confirmation', file.confirmations);
    await shared('pqr', file.pqrs);
    const signatureIds = await trx.importSignatures(file.signatures);
    kept += file.signatures.length - signatureIds.length;
    const jobId = file.job.id;
    const brings = broughtBy(file);
    const intake: Intake = { id: newId(), jobId, jobName: file.job.name, fileHash: hash, brings, signatureIds };
    await trx.insert('intake', intake);
    if (signer) await signRecord(trx, 'intake', { data: intake, version: 1 }, 'countersigned', signer);
    await forgetWaiting(trx, commandId);
    return { jobId, kept };
  };
  return store.once(commandId, { deed: 'import', content: hash }, work);
}
