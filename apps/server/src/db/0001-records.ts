import type { Knex } from 'knex';

/**
 * One table for each kind of record: the whole record as JSON, beside the columns that are searched or must hold.
 * Every row belongs to a company, and references stay inside it.
 */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('company', (t) => {
    t.uuid('id').primary();
    t.text('name').notNullable();
  });
  const record = (name: string, more: (t: Knex.CreateTableBuilder) => void): Promise<void> =>
    Promise.resolve(
      db.schema.createTable(name, (t) => {
        t.uuid('company_id').notNullable().references('id').inTable('company');
        t.uuid('id').notNullable();
        t.integer('version').notNullable();
        t.jsonb('data').notNullable();
        t.timestamp('changed_at', { useTz: true }).notNullable().defaultTo(db.fn.now());
        t.primary(['company_id', 'id']);
        more(t);
      }),
    );
  const refer = (t: Knex.CreateTableBuilder, column: string, table: string): void => {
    t.uuid(column).notNullable();
    t.foreign(['company_id', column]).references(['company_id', 'id']).inTable(table);
  };
  await record('job', () => undefined);
  await record('line', (t) => refer(t, 'job_id', 'job'));
  await record('procedure', () => undefined);
  await record('brazer', (t) => {
    t.text('mark').notNullable();
    t.unique(['company_id', 'mark'], { indexName: 'brazer_mark_unique' });
  });
  await record('joint', (t) => {
    refer(t, 'job_id', 'job');
    refer(t, 'line_id', 'line');
    t.text('mark').notNullable();
    t.integer('sort').notNullable();
    t.unique(['company_id', 'job_id', 'mark'], { indexName: 'joint_mark_unique' });
    t.index(['company_id', 'job_id', 'sort', 'id']);
  });
  await record('log', (t) => {
    refer(t, 'job_id', 'job');
    refer(t, 'joint_id', 'joint');
    refer(t, 'brazer_id', 'brazer');
    t.timestamp('brazed_at', { useTz: true }).notNullable();
    t.index(['company_id', 'brazer_id', 'brazed_at']);
  });
  await record('coupon', (t) => {
    refer(t, 'brazer_id', 'brazer');
    t.text('number').notNullable();
    t.unique(['company_id', 'number'], { indexName: 'coupon_number_unique' });
  });
  await db.schema.createTable('command', (t) => {
    t.uuid('company_id').notNullable().references('id').inTable('company');
    t.uuid('id').notNullable();
    t.text('actor').notNullable();
    t.text('kind').notNullable();
    t.jsonb('result').notNullable();
    t.timestamp('done_at', { useTz: true }).notNullable().defaultTo(db.fn.now());
    t.primary(['company_id', 'id']);
  });
}
