import type { Knex } from 'knex';

/** Tries are counted before they are judged, by name and address together; and from where a person signed in before. */
export async function up(db: Knex): Promise<void> {
  await db.schema.createTable('try_limit', (t) => {
    // As rate-limiter-flexible writes them, in this order.
    t.string('key', 255).primary();
    t.integer('points').notNullable().defaultTo(0);
    t.bigInteger('expire');
  });
  await db.schema.createTable('sign_in_place', (t) => {
    t.uuid('account_id').notNullable().references('id').inTable('account').onDelete('cascade');
    t.text('place').notNullable();
    t.timestamp('at', { useTz: true }).notNullable();
    t.primary(['account_id', 'place']);
  });
  await db.schema.dropTable('sign_in_try');
}
