import type { Knex } from 'knex';

/** Procedure qualification records. Evidence. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('pqr', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.uuid('id').notNullable();
    t.integer('version').notNullable();
    t.jsonb('data').notNullable();
    t.timestamp('changed_at', { useTz: true }).notNullable().defaultTo(db.fn.now());
    t.uuid('brazer_id').notNullable();
    t.foreign(['company_id', 'brazer_id']).references(['company_id', 'id']).inTable('brazer');
    t.text('number').notNullable();
    t.unique(['company_id', 'number'], { indexName: 'pqr_number_unique' });
    t.primary(['company_id', 'id']);
  });
  await db.raw('create trigger pqr_stays before update or delete or truncate on pqr execute function refuse_change()');
}
