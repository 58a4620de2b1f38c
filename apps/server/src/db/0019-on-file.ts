import type { Knex } from 'knex';

/** Coupons to braze, instruments, lots, and how the company writes its papers: records that change. */
export async function up(db: Knex): Promise<void> {
  const record = (name: string, more: (t: Knex.CreateTableBuilder) => void): Promise<void> =>
    Promise.resolve(
      db.schema.createTable(name, (t) => {
        t.uuid('company_id').notNullable().references('id').inTable('company');
        t.uuid('id').notNullable();
        t.integer('version').notNullable();
        t.jsonb('data').notNullable();
        t.primary(['company_id', 'id']);
        more(t);
      }),
    );
  await record('reserved_coupon', (t) => {
    t.text('number').notNullable();
    t.unique(['company_id', 'number'], { indexName: 'reserved_coupon_number_unique' });
  });
  await record('instrument', (t) => {
    t.text('kind').notNullable();
    t.text('number').notNullable();
    t.unique(['company_id', 'kind', 'number'], { indexName: 'instrument_number_unique' });
  });
  await record('lot', (t) => {
    t.text('kind').notNullable();
    t.text('lot').notNullable();
    t.unique(['company_id', 'kind', 'lot'], { indexName: 'lot_unique' });
  });
  await record('house', (t) => {
    t.unique(['company_id'], { indexName: 'house_unique' });
  });
}
