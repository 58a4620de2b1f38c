import type { Knex } from 'knex';
import { evidenceTable, refer } from './evidence-table.js';

/** Supervisors' confirmations, evidence; and the calendar feeds that people took along. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'confirmation', (t) => refer(t, 'brazer_id', 'brazer'));
  await db.schema.createTable('calendar_feed', (t) => {
    t.text('token_hash').primary();
    t.uuid('account_id').notNullable().unique().references('id').inTable('account').onDelete('cascade');
  });
}
