import {
  EXCHANGE_FORMAT,
  EXCHANGE_VERSION,
  writeJobFile,
  type JobFile,
  type Kind,
  type RecordKinds,
  type Stored,
} from '@hephaist/contracts';
import { NotFoundError, RefusedError } from '../http/errors.js';
import type { RecordStore } from '../records/store.js';

const plain = <T extends object>({ version: _version, ...data }: Stored<T>): T => data as unknown as T;

/** One job with everything it rests on: lines, joints, log, and the crew, coupons and procedures on file. */
export async function exportJob(store: RecordStore, jobId: string): Promise<string> {
  const job = await store.find('job', jobId);
  if (!job) throw new NotFoundError('No such job here.');
  const own = { job_id: jobId };
  const [lines, joints, logs, procedures, brazers, coupons] = await Promise.all([
    store.list('line', own),
    store.list('joint', own),
    store.list('log', own),
    store.list('procedure'),
    store.list('brazer'),
    store.list('coupon'),
  ]);
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
  });
}

/**
 * Takes a job file in, all or nothing. A brazer, coupon or procedure already on file is kept as it is here.
 * @throws RefusedError when the job is already here
 */
export async function importJob(
  store: RecordStore,
  file: JobFile,
  commandId: string,
  actor: string,
): Promise<{ jobId: string; kept: number }> {
  return store.inTransaction(async (trx) => {
    const before = await trx.claimCommand(commandId, actor, 'import');
    if (before) return before as { jobId: string; kept: number };
    let kept = 0;
    const own = async <K extends Kind>(kind: K, data: RecordKinds[K]): Promise<void> => {
      if (!(await trx.insert(kind, data)))
        throw new RefusedError(`This job is already here (${kind} ${data.id}). Nothing was imported.`);
    };
    const shared = async <K extends Kind>(kind: K, data: RecordKinds[K]): Promise<void> => {
      if (!(await trx.insert(kind, data))) kept += 1;
    };
    await own('job', file.job);
    for (const r of file.lines) await own('line', r);
    for (const r of file.procedures) await shared('procedure', r);
    for (const r of file.brazers) await shared('brazer', r);
    for (const r of file.joints) await own('joint', r);
    for (const r of file.logs) await own('log', r);
    for (const r of file.coupons) await shared('coupon', r);
    const result = { jobId: file.job.id, kept };
    await trx.finishCommand(commandId, result);
    return result;
  });
}
