import type { Followable } from '@hephaist/contracts/exchange/followed';
import { type Kind, kindRow, KINDS, type RecordKinds } from '@hephaist/contracts/records/kinds';
import type { Touched, TrailEntry, TrailPage } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import type { RecordRow } from '../db/tables.js';

/** Kinds that say what they are called, or by which joint they are known. */
const NAMED = KINDS.filter((k) => kindRow(k).named ?? k === 'log');
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;
/** Most records that are found by their name. */
const MOST_FOUND = 200;

/** Ids of the records of a kind among those that were touched. */
const idsOf = (touched: readonly Touched[], kind: string): string[] => [
  ...new Set(touched.filter(([k]) => k === kind).map(([, id]) => id)),
];
const nameOf = (kind: Kind, data: unknown): string => kindRow(kind).named?.(data as RecordKinds[Kind]) ?? '';

/** What the records in some entries are called now, by id; nothing for what is gone or has no name. */
export async function namesIn(
  db: Knex,
  companyId: string,
  entries: readonly Pick<TrailEntry, 'body'>[],
): Promise<Record<string, string>> {
  const touched = entries.flatMap((e) => e.body.records);
  // A field that was changed may name another record by its id, as a joint its line.
  const named = entries
    .flatMap((e) => e.body.changes ?? [])
    .flatMap(([, , from, to]) => [from, to])
    .filter((v): v is string => typeof v === 'string' && UUID.test(v));
  const names: Record<string, string> = {};
  for (const kind of NAMED) {
    const ids = [...idsOf(touched, kind), ...named];
    if (!ids.length) continue;
    const rows =
      kind === 'log'
        ? await db('log')
            .join('joint', (j) => j.on('joint.company_id', 'log.company_id').on('joint.id', 'log.joint_id'))
            .where('log.company_id', companyId)
            .whereIn('log.id', ids)
            .select<{ id: string; data: unknown }[]>('log.id as id', 'joint.data as data')
        : await db<RecordRow>(kind).where({ company_id: companyId }).whereIn('id', ids).select('id', 'data');
    for (const r of rows) names[r.id] = nameOf(kind === 'log' ? 'joint' : kind, r.data);
  }
  const accounts = idsOf(touched, 'account');
  if (accounts.length) {
    const rows = await db('account').where({ company_id: companyId }).whereIn('id', accounts).select('id', 'person');
    for (const r of rows) names[r.id] = r.person;
  }
  return names;
}

/** Kinds that are followed themselves, and the column of those that lead to another. */
const LEADS: Readonly<Partial<Record<Kind, { readonly of: Followable; readonly column: string }>>> = {
  joint: { of: 'joint', column: 'id' },
  brazer: { of: 'brazer', column: 'id' },
  procedure: { of: 'procedure', column: 'id' },
  coupon: { of: 'coupon', column: 'id' },
  log: { of: 'joint', column: 'joint_id' },
  confirmation: { of: 'brazer', column: 'brazer_id' },
  pqr: { of: 'brazer', column: 'brazer_id' },
};

/** Where the records in some entries are followed, by id; nothing for what is gone or followed nowhere. */
export async function leadsOf(
  db: Knex,
  companyId: string,
  entries: readonly Pick<TrailEntry, 'body'>[],
): Promise<TrailPage['leads']> {
  const touched = entries.flatMap((e) => e.body.records);
  const leads: Record<string, { of: Followable; id: string }> = {};
  for (const [kind, lead] of Object.entries(LEADS)) {
    const ids = idsOf(touched, kind);
    if (!ids.length) continue;
    const rows = await db(kind)
      .where({ company_id: companyId })
      .whereIn('id', ids)
      .select<{ id: string; to: string }[]>('id', `${lead.column} as to`);
    for (const r of rows) leads[r.id] = { of: lead.of, id: r.to };
  }
  return leads;
}

/** Ids of the records that go by a name: a joint's mark, its log, a coupon's or record's number, a brazer's name or mark. */
export async function idsNamed(db: Knex, companyId: string, name: string): Promise<string[]> {
  const { rows } = await db.raw<{ rows: { id: string }[] }>(
    `select id from joint where company_id = :c and lower(mark) = :n
     union select l.id from log l join joint j on j.company_id = l.company_id and j.id = l.joint_id
       where l.company_id = :c and lower(j.mark) = :n
     union select id from coupon where company_id = :c and lower(number) = :n
     union select id from pqr where company_id = :c and lower(number) = :n
     union select id from brazer where company_id = :c and (lower(mark) = :n or lower(data->>'name') = :n)
     union select id from procedure where company_id = :c and lower(data->>'name') = :n
     limit ${MOST_FOUND}`,
    { c: companyId, n: name.toLowerCase() },
  );
  return rows.map((r) => r.id);
}
