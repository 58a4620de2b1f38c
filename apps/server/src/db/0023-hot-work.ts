import type { Knex } from 'knex';
import { evidenceTable, refer } from './evidence-table.js';

/** Hot work of a job by area, and what happened in each. Both are evidence. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'hot_work', (t) => {
    refer(t, 'job_id', 'job');
    t.index(['company_id', 'job_id']);
  });
  await evidenceTable(db, 'hot_work_mark', (t) => {
    refer(t, 'job_id', 'job');
    refer(t, 'hot_work_id', 'hot_work');
    t.text('kind').notNullable();
    t.index(['company_id', 'job_id']);
  });
}
