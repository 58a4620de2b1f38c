import type { Knex } from 'knex';
import { evidenceTable } from './evidence-table.js';

/** What says of evidence that it no longer counts; each record is annulled once. Evidence. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'annulment', (t) => {
    t.uuid('record_id').notNullable();
    t.unique(['company_id', 'record_id']);
  });
}
