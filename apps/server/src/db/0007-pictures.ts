import type { Knex } from 'knex';
import { stays } from './evidence-table.js';

/** Photographs of strips and joints, as they were taken. Evidence. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('picture', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.uuid('id').notNullable();
    t.text('type').notNullable();
    t.text('hash').notNullable();
    t.integer('width').notNullable();
    t.integer('height').notNullable();
    t.binary('bytes').notNullable();
    t.primary(['company_id', 'id']);
  });
  await stays(db, 'picture');
}
