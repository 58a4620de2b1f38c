import type { Knex } from 'knex';
import { evidenceTable, refer } from './evidence-table.js';

/** Pressure tests of lines. Evidence. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'pressure_test', (t) => {
    refer(t, 'job_id', 'job');
    refer(t, 'line_id', 'line');
  });
}
