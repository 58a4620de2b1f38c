import type { Knex } from 'knex';

/** What a record written before these fields existed holds for them. */
const NEW_FIELDS: Readonly<Record<string, object>> = {
  job: { codeSet: 'asme-ix', carried: [], archived: false },
  line: { fitUpK: 294.26111111111106, codeSet: null, schools: {} },
  joint: { bush: null, groove: null, rodForm: 'flat', schools: {}, setAside: null },
};

/**
 * The company's own table rows and weights; new fields of jobs, lines and joints; marks may be exchanged within one
 * write, so their uniqueness is checked when it is done.
 */
export async function up(db: Knex): Promise<void> {
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
  await record('own_row', (t) => {
    t.text('table_id').notNullable();
    t.text('key').notNullable();
    t.unique(['company_id', 'table_id', 'key'], { indexName: 'own_row_key_unique' });
  });
  await record('weighing', (t) => {
    t.unique(['company_id'], { indexName: 'weighing_unique' });
  });
  for (const [table, fields] of Object.entries(NEW_FIELDS))
    await db.raw(`update ${table} set data = cast(:fields as jsonb) || data`, { fields: JSON.stringify(fields) });
  await db.raw(`update joint set data = jsonb_set(data, '{socket}', '{"cup": null}'::jsonb || (data->'socket'))`);
  await db.raw('alter table joint drop constraint joint_mark_unique');
  await db.raw(
    'alter table joint add constraint joint_mark_unique unique (company_id, job_id, mark) deferrable initially deferred',
  );
}
