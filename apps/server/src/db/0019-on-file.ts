import type { Knex } from 'knex';
import { recordTable } from './evidence-table.js';

/** Coupons to braze, instruments, lots, and how the company writes its papers: records that change. */
export async function up(db: Knex): Promise<void> {
  await recordTable(db, 'reserved_coupon', (t) => {
    t.text('number').notNullable();
    t.unique(['company_id', 'number'], { indexName: 'reserved_coupon_number_unique' });
  });
  await recordTable(db, 'instrument', (t) => {
    t.text('kind').notNullable();
    t.text('number').notNullable();
    t.unique(['company_id', 'kind', 'number'], { indexName: 'instrument_number_unique' });
  });
  await recordTable(db, 'lot', (t) => {
    t.text('kind').notNullable();
    t.text('lot').notNullable();
    t.unique(['company_id', 'kind', 'lot'], { indexName: 'lot_unique' });
  });
  await recordTable(db, 'house', (t) => {
    t.unique(['company_id'], { indexName: 'house_unique' });
  });
}
