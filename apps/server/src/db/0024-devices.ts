import type { Knex } from 'knex';

/** Devices that people sign in on, each of which can be revoked; short codes by which one is handed on. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('device', (t) => {
    t.uuid('id').primary().defaultTo(db.raw('gen_random_uuid()'));
    t.uuid('company_id').notNullable().references('id').inTable('company');
    // Only the browser has what this is the hash of.
    t.text('token_hash').notNullable().unique();
    t.text('agent').notNullable().defaultTo('');
    t.timestamp('made_at', { useTz: true }).notNullable();
    t.timestamp('seen_at', { useTz: true }).notNullable();
    t.uuid('account_id').notNullable().references('id').inTable('account').onDelete('cascade');
    t.timestamp('revoked_at', { useTz: true });
    t.index(['company_id', 'seen_at']);
  });
  await db.schema.createTable('short_code', (t) => {
    t.uuid('account_id').notNullable().references('id').inTable('account').onDelete('cascade');
    t.uuid('device_id').notNullable().references('id').inTable('device').onDelete('cascade');
    t.text('code').notNullable();
    t.primary(['account_id', 'device_id']);
  });
  await db.schema.alterTable('sign_in', (t) => {
    t.uuid('device_id').references('id').inTable('device').onDelete('cascade');
    t.boolean('by_code').notNullable().defaultTo(false);
  });
}
