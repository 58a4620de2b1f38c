import { type JobFile, parseJobFile } from '@hephaist/contracts/exchange/exchange';
import { broughtBy, misfitSignatures, mustBeCountersigned } from '@hephaist/contracts/exchange/intake';
import type { IntakeAnswer } from '@hephaist/contracts/records/intake-record';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { saysOf } from '@hephaist/core/words/says-of';
import { NotJsonError } from '../http/errors.js';
import { mustStillWait } from '../http/gone.js';
import type { Account } from '../people/people-store.js';
import type { TakenPicture } from '../pictures/picture.js';
import { hashOf } from '../records/hash.js';
import type { Signer } from '../records/put.js';
import type { RecordStore } from '../records/store.js';
import { orRefuse } from '../work/tasks.js';
import type { WorkPool } from '../work/work-pool.js';
import { checkDates, importJob, mustBeNew } from './job-file.js';
import { type CameIn, keepWaiting, takeWaiting } from './waiting-files.js';

interface Read {
  readonly file: JobFile;
  readonly pictures: readonly TakenPicture[];
}

/** Reads what came in and judges it as hard as a command. @throws ContractError naming the place */
async function read({ type, bytes }: CameIn, person: string, work: WorkPool, gone?: AbortSignal): Promise<Read> {
  if (type === 'package') {
    const { raw, file, pictures } = orRefuse(await work.run(person, 'package', bytes, gone));
    return judged(raw, file, pictures);
  }
  const raw = jsonOf(bytes);
  return judged(raw, parseJobFile(raw), []);
}

function jsonOf(bytes: Buffer): unknown {
  try {
    return JSON.parse(bytes.toString('utf8'));
  } catch (e) {
    throw new NotJsonError(saysOf(e));
  }
}

function judged(raw: unknown, file: JobFile, pictures: readonly TakenPicture[]): Read {
  checkDates(file);
  const misfits = misfitSignatures(file, raw);
  if (misfits.length) throw new ContractError(misfits);
  return { file, pictures };
}

/**
 * Brings a job's file or package in. What holds evidence, or what its bringer may not write, waits for a person of
 * quality; nothing of it is on file until then. The same sent again gets the same answer.
 * @param gone before it is written, ends it; what is written is written whole
 */
export async function bringIn(
  store: RecordStore,
  by: Account,
  id: string,
  came: CameIn,
  work: WorkPool,
  gone?: AbortSignal,
): Promise<IntakeAnswer> {
  const hash = hashOf(came.bytes);
  const before = await store.answerOf<{ jobId: string; kept: number }>(id, 'import', hash);
  if (before) return { ...before, waits: null };
  const { file, pictures } = await read(came, by.id, work, gone);
  await mustBeNew(store, file);
  mustStillWait(gone);
  if (mustBeCountersigned(file, by.roles)) {
    const waits = { id, jobName: file.job.name, brings: broughtBy(file), hash, ...came };
    return { jobId: null, kept: 0, waits: await keepWaiting(store, by, waits) };
  }
  const done = await importJob(store, file, id, { pictures, hash });
  return { ...done, waits: null };
}

/** Takes a waiting file in, signed by a person of quality: all of it or nothing. @throws NotFoundError */
export async function countersign(
  store: RecordStore,
  id: string,
  signer: Signer,
  work: WorkPool,
): Promise<IntakeAnswer> {
  const waiting = await takeWaiting(store, id);
  const hash = hashOf(waiting.bytes);
  const before = await store.answerOf<{ jobId: string; kept: number }>(id, 'import', hash);
  if (before) return { ...before, waits: null };
  const { file, pictures } = await read(waiting, signer.id, work);
  return { ...(await importJob(store, file, id, { pictures, hash, signer })), waits: null };
}
