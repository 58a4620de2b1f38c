import { canonical } from '@hephaist/contracts/records/content';
import { KINDS } from '@hephaist/contracts/records/kinds';
import type { Changed, Touched, TrailAsked, TrailBody, TrailEntry } from '@hephaist/contracts/records/trail';
import { type ChainHead, EMPTY_CHAIN, nextEntry } from '@hephaist/core/audit/chain';
import type { Knex } from 'knex';
import type { Tables } from 'knex/types/tables.js';
import { idsNamed } from './names.js';

/** Who does something: an account, or a part of the program under its own name. */
export interface Actor {
  readonly id: string | null;
  readonly person: string;
}

/** The program itself, where nobody asked. */
export const ITSELF: Actor = { id: null, person: 'the program' };

const headOf = (row: Pick<Tables['audit_head'], 'seq' | 'hash'> | undefined): ChainHead =>
  row ? { seq: Number(row.seq), hash: row.hash } : EMPTY_CHAIN;

/** Where a company's trail stands now. */
export async function trailHead(db: Knex, companyId: string): Promise<ChainHead> {
  return headOf(await db('audit_head').where({ company_id: companyId }).first('seq', 'hash'));
}

/**
 * Appends an entry. Runs inside the transaction of what it tells of, so that neither is there without the other;
 * writers of one company wait for each other here, so that the chain has one end.
 */
export async function appendTrail(
  trx: Knex,
  companyId: string,
  what: {
    readonly at: Date;
    readonly by: Actor;
    readonly deed: string;
    readonly records?: readonly Touched[];
    readonly changes?: readonly Changed[];
    readonly says?: string;
  },
): Promise<void> {
  // Makes the head where there is none, locks it and reads it, in one statement.
  const rows = await trx('audit_head')
    .insert({ company_id: companyId, ...EMPTY_CHAIN })
    .onConflict('company_id')
    .merge({ seq: trx.ref('audit_head.seq') })
    .returning(['seq', 'hash']);
  const head = headOf(rows[0]);
  const body: TrailBody = {
    at: what.at.toISOString(),
    by: what.by,
    deed: what.deed,
    records: what.records ?? [],
    ...(what.changes?.length ? { changes: what.changes } : {}),
    says: what.says ?? '',
  };
  const entry = nextEntry(head, canonical(body));
  await trx('audit').insert({ company_id: companyId, ...entry });
  await trx('audit_head').where({ company_id: companyId }).update({ seq: entry.seq, hash: entry.hash });
}

/** The deed that stands apart from what is done. */
const SIGN_IN = 'sign in';

/** Entries before a number, newest first. */
export async function trailPage(
  db: Knex,
  companyId: string,
  before: number | null,
  limit: number,
  asked: TrailAsked,
): Promise<TrailEntry[]> {
  const { sought, person, from, until } = asked;
  const query = db('audit').where({ company_id: companyId });
  if (before !== null) void query.where('seq', '<', before);
  void query.whereRaw(`body::jsonb ->> 'deed' ${asked.of === 'changes' ? '<>' : '='} ?`, [SIGN_IN]);
  if (person) void query.whereRaw(`body::jsonb #>> '{by,person}' = ?`, [person]);
  if (from) void query.whereRaw(`left(body::jsonb ->> 'at', 10) >= ?`, [from]);
  if (until) void query.whereRaw(`left(body::jsonb ->> 'at', 10) <= ?`, [until]);
  if (sought) {
    const words = [sought.replace(/[\\%_]/g, '\\$&'), ...(await idsNamed(db, companyId, sought))];
    void query.where((q) => words.forEach((w) => void q.orWhereILike('body', `%${w}%`)));
  }
  const rows = await query.orderBy('seq', 'desc').limit(limit).select('seq', 'body', 'hash');
  return rows.map((r) => ({ seq: Number(r.seq), hash: r.hash, body: JSON.parse(r.body) as TrailBody }));
}

/** Everybody who did something, by name. */
export async function trailPeople(db: Knex, companyId: string): Promise<string[]> {
  const { rows } = await db.raw<{ rows: { person: string }[] }>(
    `select distinct body::jsonb #>> '{by,person}' as person from audit where company_id = ? order by person`,
    [companyId],
  );
  return rows.map((r) => r.person);
}

/** Most entries that are looked through for what others wrote: after more, somebody did. */
const MOST_LOOKED = 500;

/** Whether anybody but this account wrote a record after an entry. */
export async function othersWrote(db: Knex, companyId: string, since: number, accountId: string): Promise<boolean> {
  const rows = await db('audit')
    .where({ company_id: companyId })
    .where('seq', '>', since)
    .orderBy('seq')
    .limit(MOST_LOOKED)
    .select('body');
  const kinds: readonly string[] = KINDS;
  return (
    rows.length === MOST_LOOKED ||
    rows
      .map((r) => JSON.parse(r.body) as TrailBody)
      .some((b) => b.by.id !== accountId && b.records.some(([kind]) => kinds.includes(kind)))
  );
}
