import type { Knex } from 'knex';
import { evidenceTable, refer } from './evidence-table.js';

/**
 * Files that were brought in, which is evidence, and files that wait to be countersigned, of which nothing is on file.
 * A command remembers what it held, so that its id cannot stand for another.
 */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'intake', (t) => refer(t, 'job_id', 'job'));
  await db.schema.createTable('waiting_file', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.uuid('id').notNullable();
    t.timestamp('at', { useTz: true }).notNullable();
    t.uuid('account_id').notNullable();
    t.text('person').notNullable();
    t.text('job_name').notNullable();
    t.jsonb('brings').notNullable();
    t.text('type').notNullable();
    t.text('hash').notNullable();
    t.binary('bytes').notNullable();
    t.primary(['company_id', 'id']);
    t.foreign(['company_id', 'account_id']).references(['company_id', 'id']).inTable('account');
  });
  await db.schema.alterTable('command', (t) => t.text('content'));
}
