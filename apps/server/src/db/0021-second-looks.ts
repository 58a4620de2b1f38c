import type { Knex } from 'knex';
import { evidenceTable } from './evidence-table.js';

/** That somebody else witnessed or reviewed a record. Evidence. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'second_look', (t) => {
    t.uuid('record_id').notNullable();
    t.index(['company_id', 'record_id']);
  });
}
