import type { Knex } from 'knex';
import { evidenceTable, refer, stays } from './evidence-table.js';

/** Hand-overs, which are evidence, and the packages that are built of them, which can be built again. */
export async function up(db: Knex): Promise<void> {
  await evidenceTable(db, 'hand_over', (t) => refer(t, 'job_id', 'job'));
  // Signatures that came in with a file: nobody gave a password for them here.
  await db.schema.createTable('imported_signature', (t) => {
    t.uuid('company_id').notNullable();
    t.uuid('id').notNullable();
    t.primary(['company_id', 'id']);
    t.foreign(['company_id', 'id']).references(['company_id', 'id']).inTable('signature');
  });
  await stays(db, 'imported_signature');
  await db.schema.createTable('package', (t) => {
    t.uuid('company_id').notNullable();
    t.uuid('id').notNullable();
    // What the job was when it was handed over, compressed: the package is made of this and of nothing later.
    t.binary('snapshot').notNullable();
    t.text('state').notNullable().defaultTo('waiting');
    t.text('doing').notNullable().defaultTo('');
    t.integer('done').notNullable().defaultTo(0);
    t.integer('of').notNullable().defaultTo(0);
    // Which of its buildings is the good one.
    t.uuid('build');
    t.bigInteger('bytes');
    t.text('hash');
    t.text('problem');
    t.primary(['company_id', 'id']);
    t.foreign(['company_id', 'id']).references(['company_id', 'id']).inTable('hand_over');
  });
  await db.schema.createTable('package_part', (t) => {
    t.uuid('company_id').notNullable();
    t.uuid('id').notNullable();
    t.uuid('build').notNullable();
    t.integer('n').notNullable();
    t.binary('bytes').notNullable();
    t.primary(['company_id', 'id', 'build', 'n']);
    t.foreign(['company_id', 'id']).references(['company_id', 'id']).inTable('package');
  });
}
