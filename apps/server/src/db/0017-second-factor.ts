import type { Knex } from 'knex';
import { appendTrail } from '../audit/trail.js';
import { touchedAccounts } from '../audit/watched.js';

/** A second factor, one-time codes instead of given passwords, roles given by two, sign-ins one by one, a log of access. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('company', (t) => t.boolean('second_factor').notNullable().defaultTo(false));
  await db.schema.alterTable('account', (t) => {
    t.text('totp');
    t.boolean('totp_on').notNullable().defaultTo(false);
    // Each code is good once: the last half minute whose code was taken.
    t.bigInteger('totp_step');
    t.text('reset_hash');
    t.timestamp('reset_until', { useTz: true });
  });
  await db.schema.createTable('recovery_code', (t) => {
    t.uuid('account_id').notNullable().references('id').inTable('account').onDelete('cascade');
    t.text('code_hash').notNullable();
    t.primary(['account_id', 'code_hash']);
  });
  await db.schema.createTable('role_grant', (t) => {
    t.uuid('account_id').primary().references('id').inTable('account').onDelete('cascade');
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.specificType('roles', 'text[]').notNullable();
    t.uuid('asked_by').notNullable();
    t.text('asked_person').notNullable();
    t.timestamp('at', { useTz: true }).notNullable();
  });
  await db.schema.alterTable('sign_in', (t) => {
    t.uuid('id').notNullable().defaultTo(db.raw('gen_random_uuid()'));
    t.text('place').notNullable().defaultTo('');
    t.text('agent').notNullable().defaultTo('');
  });
  await db.schema.createTable('access_log', (t) => {
    t.bigIncrements('id').primary();
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.timestamp('at', { useTz: true }).notNullable();
    t.text('who').notNullable();
    t.text('what').notNullable();
    t.text('place').notNullable();
    t.index(['company_id', 'id']);
  });
  for (const { id } of await db<{ id: string }>('company').select('id')) {
    const records = await touchedAccounts(db, id);
    if (records.length)
      await appendTrail(db, id, {
        at: new Date(),
        by: { id: null, person: 'the upgrade' },
        deed: 'trail takes in second factors',
        records,
      });
  }
}
