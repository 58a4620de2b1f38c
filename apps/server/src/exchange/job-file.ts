import { EXCHANGE_FORMAT, EXCHANGE_VERSION, type JobFile, writeJobFile } from '@hephaist/contracts/exchange/exchange';
import { broughtBy, filedRows } from '@hephaist/contracts/exchange/intake';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import { contentHash } from '@hephaist/contracts/records/content';
import type { Intake } from '@hephaist/contracts/records/intake-record';
import { FILED, type Kind, kindRow, type RecordKinds } from '@hephaist/contracts/records/kinds';
import type { FiledTraceRow, PurgeSession, TraceRow } from '@hephaist/contracts/records/purge-session';
import type { SecondLook } from '@hephaist/contracts/records/second-look';
import { v7 as newId } from 'uuid';
import { mustFit } from '../db/quota.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { keepPicture, type TakenPicture } from '../pictures/picture.js';
import { checkNotAhead, type Signer, signRecord } from '../records/put.js';
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
  // One after the other: within a transaction there is one connection.
  const places: Partial<Record<string, unknown>> = {};
  const known = new Set<string>();
  for (const kind of FILED.filter((k) => k !== 'job' && k !== 'signature')) {
    const { place, of } = kindRow(kind).filed ?? { place: '', of: 'company' };
    const all = await store.list(kind, of === 'job' ? { job_id: jobId } : {});
    // Annulled or looked at elsewhere is no matter of this job's file.
    const isAbout = kind === 'annulment' || kind === 'second_look';
    const rows = isAbout ? all.filter((r) => known.has((r as Annulment | SecondLook).recordId)) : all;
    if (kindRow(kind).signed) for (const r of rows) known.add(r.id);
    places[place] = rows;
  }
  const signatures = (await store.list('signature')).filter((s) => known.has(s.recordId));
  const sessions = places['sessions'] as readonly PurgeSession[];
  const traces = await Promise.all(
    sessions.map(async (s) => (await store.trace.rows(s.id)).map((r) => ({ sessionId: s.id, ...filed(r) }))),
  );
  return writeJobFile({
    ...(places as unknown as JobFile),
    format: EXCHANGE_FORMAT,
    version: EXCHANGE_VERSION,
    job,
    signatures,
    trace: traces.flat(),
  });
}

/** @throws ContractError at what is dated ahead */
export function checkDates(file: JobFile): void {
  for (const kind of FILED)
    filedRows(file, kind).forEach((r, i) => checkNotAhead(kind, r, `${kindRow(kind).filed?.place}.${i}.`));
}

const here = (what: string): RefusedError =>
  new RefusedError(`This job is already here (${what}). Nothing was imported.`);

/** Records but those of which the company has its one already, as its own row over a shipped one: that stays. */
async function notHere<K extends Kind>(
  store: RecordStore,
  kind: K,
  rows: readonly RecordKinds[K][],
): Promise<readonly RecordKinds[K][]> {
  const { once } = kindRow(kind);
  if (!once || !rows.length) return rows;
  const ours = new Set((await store.list(kind)).map(once));
  return rows.filter((r) => !ours.has(once(r)));
}

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
    for (const kind of FILED.filter((k) => k !== 'signature')) {
      const rows = await notHere(trx, kind, filedRows(file, kind));
      const fresh = new Set(await trx.insertMany(kind, rows));
      const known = rows.find((r) => !fresh.has(r.id));
      if (known && kindRow(kind).filed?.of === 'job') throw here(`${kind} ${known.id}`);
      kept += filedRows(file, kind).length - fresh.size;
    }
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
