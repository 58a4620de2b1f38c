import type { Knex } from 'knex';

/** Supervisors' confirmations, evidence; and the calendar feeds that people took along. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('confirmation', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.uuid('id').notNullable();
    t.integer('version').notNullable();
    t.jsonb('data').notNullable();
    t.timestamp('changed_at', { useTz: true }).notNullable().defaultTo(db.fn.now());
    t.uuid('brazer_id').notNullable();
    t.foreign(['company_id', 'brazer_id']).references(['company_id', 'id']).inTable('brazer');
    t.primary(['company_id', 'id']);
  });
  await db.raw(
    'create trigger confirmation_stays before update or delete or truncate on confirmation execute function refuse_change()',
  );
  await db.schema.createTable('calendar_feed', (t) => {
    t.text('token_hash').primary();
    t.uuid('account_id').notNullable().unique().references('id').inTable('account').onDelete('cascade');
  });
}
