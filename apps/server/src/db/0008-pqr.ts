import type { Knex } from 'knex';
import { evidenceTable, refer } from './evidence-table.js';

/** Procedure qualification records. Evidence. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'pqr', (t) => {
    refer(t, 'brazer_id', 'brazer');
    t.text('number').notNullable();
    t.unique(['company_id', 'number'], { indexName: 'pqr_number_unique' });
  });
}
