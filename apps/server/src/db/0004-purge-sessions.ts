import type { Knex } from 'knex';

/**
 * Purge sessions, what was done in them, and their trace. All are evidence: the database itself refuses to change or
 * remove a row. Procedures may ask for an oxygen limit, log entries may name the session they were made in.
 */
export async function up(db: Knex): Promise<void> {
  await db.raw(`update procedure set data = '{"oxygenLimit": null}'::jsonb || data`);
  await db.raw(`update log set data = '{"sessionId": null}'::jsonb || data`);
  const evidence = async (name: string, more: (t: Knex.CreateTableBuilder) => void): Promise<void> => {
    await db.schema.createTable(name, (t) => {
      t.uuid('company_id').notNullable().references('id').inTable('company');
      more(t);
    });
    await db.raw(
      `create trigger ${name}_stays before update or delete or truncate on ${name} execute function refuse_change()`,
    );
  };
  const refer = (t: Knex.CreateTableBuilder, column: string, table: string): void => {
    t.uuid(column).notNullable();
    t.foreign(['company_id', column]).references(['company_id', 'id']).inTable(table);
  };
  const record = (t: Knex.CreateTableBuilder): void => {
    t.uuid('id').notNullable();
    t.integer('version').notNullable();
    t.jsonb('data').notNullable();
    t.timestamp('changed_at', { useTz: true }).notNullable().defaultTo(db.fn.now());
    t.primary(['company_id', 'id']);
  };
  await db.raw(`create function refuse_change() returns trigger language plpgsql as $$
    begin raise exception 'rows of % are evidence and stay as they are', tg_table_name; end $$`);
  await evidence('purge_session', (t) => {
    record(t);
    refer(t, 'job_id', 'job');
    refer(t, 'line_id', 'line');
    t.text('instruments');
    t.timestamp('started_at', { useTz: true }).notNullable();
  });
  await evidence('purge_mark', (t) => {
    record(t);
    refer(t, 'job_id', 'job');
    refer(t, 'session_id', 'purge_session');
    t.uuid('joint_id');
    t.foreign(['company_id', 'joint_id']).references(['company_id', 'id']).inTable('joint');
    t.text('kind').notNullable();
    t.index(['company_id', 'session_id', 'id']);
  });
  await evidence('purge_trace', (t) => {
    refer(t, 'session_id', 'purge_session');
    t.bigInteger('seq').notNullable();
    t.timestamp('at', { useTz: true, precision: 3 }).notNullable();
    t.text('device');
    t.double('value');
    t.timestamp('told_at', { useTz: true, precision: 3 });
    t.text('says');
    t.primary(['company_id', 'session_id', 'seq']);
  });
  // Which server reads the instruments of a session, and until when it may without saying so again.
  await db.schema.createTable('purge_reader', (t) => {
    t.uuid('company_id').notNullable();
    t.uuid('session_id').notNullable();
    t.uuid('holder').notNullable();
    t.timestamp('until', { useTz: true }).notNullable();
    t.bigInteger('batch').notNullable().defaultTo(0);
    t.primary(['company_id', 'session_id']);
    t.foreign(['company_id', 'session_id']).references(['company_id', 'id']).inTable('purge_session');
  });
}
