import {
  contentHash,
  KINDS,
  type Kind,
  type RecordKinds,
  type Touched,
  type TrailBody,
  type TrailVerdict,
} from '@hephaist/contracts';
import { EMPTY_CHAIN, followChain, type ChainEntry, type ChainHead } from '@hephaist/core';
import type { Knex } from 'knex';
import { columns } from '../records/store.js';
import { trailHead } from './trail.js';
import { followTrace, NO_TRACE } from '../live/trace-chain.js';
import { SEAL_S } from '../live/trace-store.js';
import { hashOfPieces } from '../records/hash.js';
import { partsOf } from '../package/parts.js';
import { touchedAccounts, touchedCommands, touchedPackage, touchedPictures, touchedSnapshot } from './watched.js';

/** Entries and records read at once. */
const AT_ONCE = 5000;
/** Problems told before it stops counting. */
const MOST_PROBLEMS = 50;

/** What the trail last said of each record. */
type Last = Map<string, { version: number; hash: string | null }>;

async function followEntries(
  db: Knex,
  companyId: string,
  anchor: ChainHead | null,
  problems: string[],
): Promise<{ head: ChainHead; last: Last }> {
  const last: Last = new Map();
  let head: ChainHead = EMPTY_CHAIN;
  for (;;) {
    const rows = (await db('audit')
      .where({ company_id: companyId })
      .andWhere('seq', '>', head.seq)
      .orderBy('seq')
      .limit(AT_ONCE)
      .select('seq', 'body', 'hash')) as { seq: string; body: string; hash: string }[];
    if (!rows.length) break;
    const entries: ChainEntry[] = rows.map((r) => ({ seq: Number(r.seq), body: r.body, hash: r.hash }));
    const followed = followChain(head, entries);
    for (const e of entries) {
      if (anchor?.seq === e.seq && anchor.hash !== e.hash)
        problems.push(`entry ${e.seq} is not the one that was written down elsewhere`);
      for (const [kind, id, version, hash] of (JSON.parse(e.body) as TrailBody).records)
        last.set(`${kind} ${id}`, { version, hash });
    }
    if (followed.broken) {
      problems.push(followed.broken.says);
      return { head: followed.head, last };
    }
    head = followed.head;
  }
  if (anchor && anchor.seq > head.seq) problems.push(`the trail ends at ${head.seq}, before entry ${anchor.seq}`);
  const kept = await trailHead(db, companyId);
  if (kept.seq !== head.seq || kept.hash !== head.hash)
    problems.push(`the trail ends at entry ${head.seq}, but ${kept.seq} were written`);
  return { head, last };
}

/** Whether a column holds what was drawn from the record for it. */
const isSame = (held: unknown, drawn: unknown): boolean =>
  held instanceof Date
    ? held.getTime() === Date.parse(String(drawn))
    : (held ?? null) === (drawn ?? null) || String(held) === String(drawn);

/** One thing on file against what the trail last said of it. Takes out of `last` what it met. */
function compare([kind, id, version, hash]: Touched, last: Last, problems: string[]): void {
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
  for (const { id } of (await db('package').where(at).orderBy('id').select('id')) as { id: string }[]) {
    const row = (await db('package')
      .where({ ...at, id })
      .first('snapshot', 'state', 'build', 'hash', 'bytes')) as {
      snapshot: Buffer;
      state: string;
      build: string | null;
      hash: string | null;
      bytes: string | null;
    };
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
async function compareOthers(db: Knex, companyId: string, last: Last, problems: string[]): Promise<number> {
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
async function compareReadings(db: Knex, companyId: string, last: Last, problems: string[]): Promise<number> {
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

/** Each record on file, with its columns, against what the trail last said of it. */
async function compareRecords(
  db: Knex,
  companyId: string,
  kind: Kind,
  last: Last,
  problems: string[],
): Promise<number> {
  let [after, count] = ['00000000-0000-0000-0000-000000000000', 0];
  for (;;) {
    const rows = (await db(kind)
      .where({ company_id: companyId })
      .andWhere('id', '>', after)
      .orderBy('id')
      .limit(AT_ONCE)
      .select('*')) as (Record<string, unknown> & { id: string; version: number; data: RecordKinds[Kind] })[];
    for (const r of rows) {
      count += 1;
      compare([kind, r.id, r.version, contentHash(r.data)], last, problems);
      const drawn = columns[kind] as (data: unknown) => Record<string, unknown>;
      for (const [column, value] of Object.entries(drawn(r.data)))
        if (!isSame(r[column], value) && problems.length < MOST_PROBLEMS)
          problems.push(`${kind} ${r.id}: its column ${column} is not as the record says`);
    }
    if (rows.length < AT_ONCE) return count;
    after = rows.at(-1)?.id ?? after;
  }
}

/** Signatures that a file brought in, and that are no longer marked so. */
async function unmarked(db: Knex, companyId: string): Promise<string[]> {
  const { rows } = (await db.raw(
    `select s as id from intake, jsonb_array_elements_text(data->'signatureIds') s
     where company_id = ? and not exists
       (select from imported_signature m where m.company_id = intake.company_id and m.id = s::uuid)
     order by 1 limit ?`,
    [companyId, MOST_PROBLEMS],
  )) as { rows: { id: string }[] };
  return rows.map((r) => `signature ${r.id} came in with a file and is no longer marked so`);
}

/**
 * Checks a company's trail from its first entry, and every record against it: finds an entry altered, removed or
 * moved, and a record changed, added or taken away beside the trail.
 * @param anchor an entry's number and hash written down elsewhere, e.g. on a hand-over package
 */
export async function verifyTrail(db: Knex, companyId: string, anchor: ChainHead | null = null): Promise<TrailVerdict> {
  return db.transaction(
    async (trx) => {
      const problems: string[] = [];
      const { head, last } = await followEntries(trx, companyId, anchor, problems);
      let records = 0;
      if (!problems.length)
        for (const kind of KINDS) records += await compareRecords(trx, companyId, kind, last, problems);
      if (!problems.length) records += await compareOthers(trx, companyId, last, problems);
      if (!problems.length) records += await compareReadings(trx, companyId, last, problems);
      if (!problems.length)
        for (const [key, said] of last)
          if (said.hash !== null && problems.length < MOST_PROBLEMS)
            problems.push(`${key} is gone, and the trail does not say so`);
      if (!problems.length) problems.push(...(await unmarked(trx, companyId)));
      return { entries: head.seq, head: head.hash, records, problems };
    },
    { isolationLevel: 'repeatable read', readOnly: true },
  );
}
