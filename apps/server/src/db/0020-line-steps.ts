import type { Knex } from 'knex';
import { evidenceTable, refer } from './evidence-table.js';

/** Steps of the tests of a line. Evidence. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'line_step', (t) => {
    refer(t, 'job_id', 'job');
    refer(t, 'line_id', 'line');
  });
  await db.raw(
    `alter table line_step add constraint line_step_line_of_job foreign key (company_id, job_id, line_id)
     references line (company_id, job_id, id)`,
  );
}
