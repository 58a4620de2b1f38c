import type { Knex } from 'knex';
import { evidenceTable, recordTable, refer } from './evidence-table.js';

/** Courses of practice, and runs at the practice bench. */
export async function up(db: Knex): Promise<void> {
  await recordTable(db, 'practice_course', (t) => {
    refer(t, 'job_id', 'job');
    t.text('name').notNullable();
    t.index(['company_id', 'job_id']);
  });
  await evidenceTable(db, 'practice_run', (t) => {
    refer(t, 'job_id', 'job');
    t.text('task').notNullable();
    t.text('made_by').notNullable();
    t.index(['company_id', 'job_id', 'made_by']);
  });
}
