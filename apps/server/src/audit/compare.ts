import type { Touched } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import { followTrace, NO_TRACE } from '../live/trace-chain.js';
import { SEAL_S } from '../live/trace-store.js';
import { partsOf } from '../package/parts.js';
import { hashOfPieces } from '../records/hash.js';
import { touchedAccounts, touchedCommands, touchedPackage, touchedPictures, touchedSnapshot } from './watched.js';

/** Problems told before it stops counting. */
export const MOST_PROBLEMS = 50;

/** What the trail last said of each record. */
export type Last = Map<string, { version: number; hash: string | null }>;

/** One thing on file against what the trail last said of it. Takes out of `last` what it met. */
export function compare([kind, id, version, hash]: Touched, last: Last, problems: string[]): void {
  const key = `${kind} ${id}`;
  const said = last.get(key);
  last.delete(key);
  if (problems.length >= MOST_PROBLEMS) return;
  if (!said) problems.push(`${key} stands here without an entry`);
  else if (said.hash !== hash || said.version !== version) problems.push(`${key} is not as the trail says`);
}

/** Packages as they stand: what was kept of the job, and what was built of it, its bytes hashed anew. */
async function* touchedPackages(db: Knex, companyId: string): AsyncGenerator<Touched> {
  const at = { company_id: companyId };
  for (const { id } of await db('package').where(at).orderBy('id').select('id')) {
    const row = await db('package')
      .where({ ...at, id })
      .first('snapshot', 'state', 'build', 'hash', 'bytes');
    if (!row) continue;
    yield touchedSnapshot(id, row.snapshot);
    if (row.state !== 'ready') continue;
    let bytes = 0;
    const counted = async function* (): AsyncGenerator<Buffer> {
      for await (const part of partsOf({ db, companyId }, id, row.build ?? '')) {
        bytes += part.length;
        yield part;
      }
    };
    const hash = await hashOfPieces(counted());
    yield touchedPackage(id, hash === row.hash && bytes === Number(row.bytes) ? hash : '');
  }
}

/** What stands beside the records against what the trail last said of it. */
export async function compareOthers(db: Knex, companyId: string, last: Last, problems: string[]): Promise<number> {
  let count = 0;
  for (const all of [
    await touchedAccounts(db, companyId),
    touchedPictures(db, companyId),
    touchedCommands(db, companyId),
    touchedPackages(db, companyId),
  ])
    for await (const one of all) {
      count += 1;
      compare(one, last, problems);
    }
  return count;
}

/** Readings younger than this may not be in the trail yet, s. */
const FRESH_S = 5 * SEAL_S;

/** The rows of every session against the trail: those it holds, each in its place, and none older beside them. */
export async function compareReadings(db: Knex, companyId: string, last: Last, problems: string[]): Promise<number> {
  const { rows: sessions } = (await db.raw(
    `select id, (select count(*) from purge_trace t where t.company_id = s.company_id and t.session_id = s.id) as n
     from purge_session s where company_id = ? order by id`,
    [companyId],
  )) as { rows: { id: string; n: string }[] };
  let count = 0;
  for (const { id, n } of sessions) {
    if (problems.length >= MOST_PROBLEMS) break;
    count += Number(n);
    const key = `readings ${id}`;
    const said = last.get(key) ?? { version: 0, hash: '' };
    last.delete(key);
    const held = await followTrace(db, companyId, id, NO_TRACE, said.version);
    if (held.seq !== said.version || held.hash !== said.hash) {
      problems.push(`${key}: they are not as the trail says`);
      continue;
    }
    const { rows } = (await db.raw(
      `select from purge_trace where company_id = ? and session_id = ? and seq > ?
         and at < now() - make_interval(secs => ?) limit 1`,
      [companyId, id, said.version, FRESH_S],
    )) as { rows: unknown[] };
    if (rows.length) problems.push(`${key}: some stand here without an entry`);
  }
  return count;
}
