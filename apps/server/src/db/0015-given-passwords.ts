import type { Knex } from 'knex';

/** When somebody else gave an account a new password: for a day its owner changes it, and nobody signs with it. */
export async function up(db: Knex): Promise<void> {
  await db.schema.alterTable('account', (t) => t.timestamp('password_given_at', { useTz: true }));
}
