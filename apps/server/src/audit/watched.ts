import { contentHash, type Touched } from '@hephaist/contracts';
import type { Knex } from 'knex';
import { hashOfText } from '../records/hash.js';

/** What the trail holds of an account: everything that says who may sign in, and as what. */
interface AccountRow {
  readonly id: string;
  readonly name: string;
  readonly person: string;
  readonly roles: readonly string[];
  readonly brazer_id: string | null;
  readonly password: string;
  readonly must_change: boolean;
  readonly disabled: boolean;
}
const COLUMNS = ['id', 'name', 'person', 'roles', 'brazer_id', 'password', 'must_change', 'disabled'] as const;

const accountHash = (r: AccountRow): string => contentHash(COLUMNS.map((c) => r[c]));

/** Accounts as they stand now, for the entry that changes them. */
export async function touchedAccounts(db: Knex, companyId: string, ids?: readonly string[]): Promise<Touched[]> {
  const query = db('account').where({ company_id: companyId }).orderBy('id');
  if (ids) void query.whereIn('id', [...ids]);
  const rows = (await query.select([...COLUMNS])) as AccountRow[];
  return rows.map((r): Touched => ['account', r.id, 1, accountHash(r)]);
}

/** Photographs read at once. */
const AT_ONCE = 8;

/** Every photograph on file with the hash of its bytes, worked out anew. */
export async function* touchedPictures(db: Knex, companyId: string): AsyncGenerator<Touched> {
  let after = '00000000-0000-0000-0000-000000000000';
  for (;;) {
    const rows = (await db('picture')
      .where({ company_id: companyId })
      .andWhere('id', '>', after)
      .orderBy('id')
      .limit(AT_ONCE)
      .select('id', 'bytes')) as { id: string; bytes: Buffer }[];
    for (const { id, bytes } of rows) yield ['picture', id, 1, hashOfText(bytes)];
    if (rows.length < AT_ONCE) return;
    after = rows.at(-1)?.id ?? after;
  }
}
