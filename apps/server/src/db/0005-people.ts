import { canonical, contentHash } from '@hephaist/contracts/records/content';
import type { Kind } from '@hephaist/contracts/records/kinds';
import type { Touched, TrailBody } from '@hephaist/contracts/records/trail';
import { EMPTY_CHAIN, nextEntry } from '@hephaist/core/audit/chain';
import type { Knex } from 'knex';
import { evidenceTable, stays } from './evidence-table.js';

/**
 * Accounts, who is signed in, tries that failed, signatures, and the audit trail. Signatures and the trail are
 * evidence, and so now are joint logs and coupons in the database itself.
 */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('account', (t) => {
    t.uuid('id').primary();
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.text('name').notNullable().unique({ indexName: 'account_name_unique' });
    t.text('person').notNullable();
    t.specificType('roles', 'text[]').notNullable();
    t.uuid('brazer_id');
    t.foreign(['company_id', 'brazer_id']).references(['company_id', 'id']).inTable('brazer');
    t.text('password').notNullable();
    t.boolean('must_change').notNullable().defaultTo(false);
    t.boolean('disabled').notNullable().defaultTo(false);
    t.timestamp('last_seen', { useTz: true });
    t.unique(['company_id', 'id']);
  });
  await db.schema.createTable('sign_in', (t) => {
    t.text('token_hash').primary();
    t.uuid('account_id').notNullable().references('id').inTable('account').onDelete('cascade');
    t.timestamp('made_at', { useTz: true }).notNullable();
    t.timestamp('seen_at', { useTz: true }).notNullable();
  });
  await db.schema.createTable('sign_in_try', (t) => {
    t.text('name').primary();
    t.integer('failed').notNullable();
    t.timestamp('locked_until', { useTz: true });
  });
  // Who holds the code may make the first administrator of a company that has none.
  await db.schema.createTable('first_run', (t) => {
    t.uuid('company_id').primary().references('id').inTable('company');
    t.text('code_hash').notNullable();
  });
  await evidenceTable(db, 'signature', (t) => {
    t.uuid('record_id').notNullable();
    t.index(['company_id', 'record_id']);
  });
  await db.schema.createTable('audit', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.bigInteger('seq').notNullable();
    t.text('body').notNullable();
    t.text('hash').notNullable();
    t.primary(['company_id', 'seq']);
  });
  await db.schema.createTable('audit_head', (t) => {
    t.uuid('company_id').primary().references('id').inTable('company');
    t.bigInteger('seq').notNullable();
    t.text('hash').notNullable();
  });
  await beginTrails(db);
  await stays(db, 'audit', 'log', 'coupon');
}

const KINDS_BEFORE: readonly Kind[] = [
  'job',
  'line',
  'procedure',
  'brazer',
  'joint',
  'log',
  'coupon',
  'own_row',
  'weighing',
  'purge_session',
  'purge_mark',
];

/** Records written before there was a trail stand in its first entry. */
async function beginTrails(db: Knex): Promise<void> {
  for (const { id } of await db<{ id: string }>('company').select('id')) {
    const records: Touched[] = [];
    for (const kind of KINDS_BEFORE) {
      const rows = (await db(kind).where({ company_id: id }).orderBy('id').select('id', 'version', 'data')) as {
        id: string;
        version: number;
        data: unknown;
      }[];
      for (const r of rows) records.push([kind, r.id, r.version, contentHash(r.data)]);
    }
    const body: TrailBody = {
      at: new Date().toISOString(),
      by: { id: null, person: 'the upgrade' },
      deed: 'trail begins',
      records,
      says: 'what was on file before the trail was kept',
    };
    const entry = nextEntry(EMPTY_CHAIN, canonical(body));
    await db('audit').insert({ company_id: id, ...entry });
    await db('audit_head').insert({ company_id: id, seq: entry.seq, hash: entry.hash });
  }
}
