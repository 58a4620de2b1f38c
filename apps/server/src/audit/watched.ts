import { contentHash } from '@hephaist/contracts/records/content';
import type { Touched } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import type { CommandRow } from '../db/tables.js';
import { hashOf } from '../records/hash.js';

/** What the trail holds beside the records: accounts, photographs, commands and their answers, packages. */

const FIRST = '00000000-0000-0000-0000-000000000000';

/** Rows of a company in the order of their ids, some at once. */
export async function* rowsOf<Row extends { readonly id: string }>(
  db: Knex,
  table: string,
  companyId: string,
  columns: readonly string[],
  atOnce: number,
): AsyncGenerator<Row> {
  let after = FIRST;
  for (;;) {
    // Which table it is is known only when it runs.
    const rows = (await db(table)
      .where({ company_id: companyId })
      .andWhere('id', '>', after)
      .orderBy('id')
      .limit(atOnce)
      .select([...columns])) as Row[];
    yield* rows;
    if (rows.length < atOnce) return;
    after = rows.at(-1)?.id ?? after;
  }
}

/** What the trail holds of an account: everything that says who may sign in, and as what. */
const ACCOUNT = [
  'id',
  'name',
  'person',
  'roles',
  'brazer_id',
  'password',
  'must_change',
  'disabled',
  'totp',
  'totp_on',
] as const;

/** Accounts as they stand now, for the entry that changes them. */
export async function touchedAccounts(db: Knex, companyId: string, ids?: readonly string[]): Promise<Touched[]> {
  const query = db('account').where({ company_id: companyId }).orderBy('id');
  if (ids) void query.whereIn('id', [...ids]);
  // A migration may ask while a column is not there yet; the one that makes it asks again.
  const rows = await query.select('*');
  return rows.map((r): Touched => ['account', r.id, 1, contentHash(ACCOUNT.map((c) => r[c] ?? null))]);
}

/** Every photograph on file with the hash of its bytes, worked out anew. */
export async function* touchedPictures(db: Knex, companyId: string): AsyncGenerator<Touched> {
  for await (const { id, bytes } of rowsOf<{ id: string; bytes: Buffer }>(db, 'picture', companyId, ['id', 'bytes'], 8))
    yield ['picture', id, 1, hashOf(bytes)];
}

/** A command as it was carried out: who sent it, what it held, and what it was answered. */
const COMMAND = ['id', 'actor', 'kind', 'content', 'result'] as const;

export const touchedCommand = (r: Pick<CommandRow, (typeof COMMAND)[number]>): Touched => [
  'command',
  r.id,
  1,
  contentHash(COMMAND.map((c) => r[c])),
];

export async function* touchedCommands(db: Knex, companyId: string): AsyncGenerator<Touched> {
  for await (const row of rowsOf<CommandRow>(db, 'command', companyId, COMMAND, 500)) yield touchedCommand(row);
}

/** What was kept of a job for its package, and the package that was built of it. */
export const touchedSnapshot = (id: string, bytes: Uint8Array): Touched => ['snapshot', id, 1, hashOf(bytes)];
export const touchedPackage = (id: string, hash: string): Touched => ['package', id, 1, hash];
