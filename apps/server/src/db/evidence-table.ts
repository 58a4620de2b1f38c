import type { Knex } from 'knex';

/** A reference that stays inside the company. */
export function refer(t: Knex.CreateTableBuilder, column: string, table: string): void {
  t.uuid(column).notNullable();
  t.foreign(['company_id', column]).references(['company_id', 'id']).inTable(table);
}

/** From now on the database itself refuses to change or remove a row of these tables. */
export async function stays(db: Knex, ...tables: readonly string[]): Promise<void> {
  for (const name of tables)
    await db.raw(
      `create trigger ${name}_stays before update or delete or truncate on ${name} execute function refuse_change()`,
    );
}

/** A table of records: the record as JSON beside what is searched or must hold. */
export async function recordTable(db: Knex, name: string, more: (t: Knex.CreateTableBuilder) => void): Promise<void> {
  await db.schema.createTable(name, (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.uuid('id').notNullable();
    t.integer('version').notNullable();
    t.jsonb('data').notNullable();
    t.primary(['company_id', 'id']);
    more(t);
  });
}

/** The same of records that are evidence. */
export async function evidenceTable(db: Knex, name: string, more: (t: Knex.CreateTableBuilder) => void): Promise<void> {
  await recordTable(db, name, more);
  await stays(db, name);
}
