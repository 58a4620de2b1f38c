import type { Knex } from 'knex';

/** What refers to what within a job: column of the one that refers, and the table it refers to. */
const WITHIN = [
  ['joint', 'line_id', 'line'],
  ['log', 'joint_id', 'joint'],
  ['purge_session', 'line_id', 'line'],
  ['purge_mark', 'session_id', 'purge_session'],
  ['pressure_test', 'line_id', 'line'],
] as const;

/**
 * A record refers to records of its own job. Rows of before are left as they are: evidence that was filed wrongly stays,
 * and the database refuses to file more of it.
 */
export async function up(db: Knex): Promise<void> {
  for (const table of ['line', 'joint', 'purge_session'])
    await db.raw(`alter table ${table} add constraint ${table}_of_job unique (company_id, job_id, id)`);
  for (const [table, column, of] of WITHIN)
    await db.raw(
      `alter table ${table} add constraint ${table}_${of}_of_job foreign key (company_id, job_id, ${column})
       references ${of} (company_id, job_id, id) not valid`,
    );
}
