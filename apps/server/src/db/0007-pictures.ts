import type { Knex } from 'knex';

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
  await db.raw(
    'create trigger picture_stays before update or delete or truncate on picture execute function refuse_change()',
  );
}
