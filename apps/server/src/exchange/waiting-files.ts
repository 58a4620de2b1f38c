import type { WaitingFile } from '@hephaist/contracts/records/intake-record';
import { appendTrail } from '../audit/trail.js';
import { mustFit } from '../db/quota.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import type { Account } from '../people/people-store.js';
import type { RecordStore } from '../records/store.js';

/** Files of one company that may wait at once, and bytes of them together. */
const MOST_WAITING = 20;
const MOST_BYTES = 512 * 1024 * 1024;

/** A file as it came. */
export interface CameIn {
  readonly type: 'job' | 'package';
  readonly bytes: Buffer;
}

interface Row {
  id: string;
  job_name: string;
  person: string;
  at: Date;
  brings: WaitingFile['brings'];
}

const COLUMNS = ['id', 'job_name', 'person', 'at', 'brings'] as const;
const shown = (r: Row): WaitingFile => ({
  id: r.id,
  jobName: r.job_name,
  by: r.person,
  at: r.at.toISOString(),
  brings: r.brings,
});

/** Keeps a file until it is countersigned or refused. @throws RefusedError where too many wait */
export async function keepWaiting(
  store: RecordStore,
  by: Account,
  file: CameIn & Pick<WaitingFile, 'id' | 'jobName' | 'brings'> & { readonly hash: string },
): Promise<WaitingFile> {
  return store.inTransaction(async (trx) => {
    const own = { company_id: trx.companyId };
    const [now] = await trx
      .db('waiting_file')
      .where(own)
      .whereNot({ id: file.id })
      .select<{ files: number; bytes: string }[]>(
        trx.db.raw('count(*)::int as files, coalesce(sum(length(bytes)), 0)::bigint as bytes'),
      );
    const files = now?.files ?? 0;
    if (files >= MOST_WAITING || Number(now?.bytes) + file.bytes.length > MOST_BYTES)
      throw new RefusedError(`${files} files wait to be countersigned already: sign or refuse one of them first.`);
    await mustFit(trx, file.bytes.length);
    const fresh = await trx
      .db('waiting_file')
      .insert({
        ...own,
        id: file.id,
        at: new Date(),
        account_id: by.id,
        person: by.person,
        job_name: file.jobName,
        brings: JSON.stringify(file.brings),
        type: file.type,
        hash: file.hash,
        bytes: file.bytes,
      })
      .onConflict(['company_id', 'id'])
      .ignore()
      .returning('id');
    const row = await trx
      .db('waiting_file')
      .where({ ...own, id: file.id })
      .first([...COLUMNS, 'hash']);
    if (row?.hash !== file.hash) throw new RefusedError('Another file was sent under this id.');
    if (fresh.length) await told(trx, 'file waits', `${file.jobName}, ${file.hash}`);
    return shown(row);
  });
}

/** Files that wait, the oldest first. */
export async function waitingFiles(store: RecordStore): Promise<WaitingFile[]> {
  const rows = await store
    .db('waiting_file')
    .where({ company_id: store.companyId })
    .orderBy('at')
    .select([...COLUMNS]);
  return rows.map(shown);
}

/** The bytes of a file that waits. @throws NotFoundError */
export async function takeWaiting(store: RecordStore, id: string): Promise<CameIn> {
  const row = await store.db('waiting_file').where({ company_id: store.companyId, id }).first('type', 'bytes');
  if (!row) throw new NotFoundError('This file does not wait any more: it was countersigned or refused.');
  return row;
}

/** It waits no more. */
export const forgetWaiting = async (trx: RecordStore, id: string): Promise<number> =>
  trx.db('waiting_file').where({ company_id: trx.companyId, id }).del();

/** Sends a file away: nothing of it was on file. @throws NotFoundError */
export async function refuseWaiting(store: RecordStore, id: string): Promise<void> {
  await store.inTransaction(async (trx) => {
    const [row] = await trx
      .db('waiting_file')
      .where({ company_id: trx.companyId, id })
      .del()
      .returning(['job_name', 'hash']);
    if (!row) throw new NotFoundError('This file does not wait any more: it was countersigned or refused.');
    await told(trx, 'file refused', `${row.job_name}, ${row.hash}`);
  });
}

const told = ({ db, companyId, by }: RecordStore, deed: string, says: string): Promise<void> =>
  appendTrail(db, companyId, { at: new Date(), by, deed, says });
