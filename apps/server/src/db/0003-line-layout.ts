import type { Knex } from 'knex';

/** Lines may be drawn as runs and points; those written before are not. */
export async function up(db: Knex): Promise<void> {
  await db.raw(`update line set data = '{"layout": null}'::jsonb || data`);
}
