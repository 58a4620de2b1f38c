import type { Knex } from 'knex';
import { evidenceTable, recordTable, refer } from './evidence-table.js';

/** Torch rigs of the company, and the rounds gone through at each. */
export async function up(db: Knex): Promise<void> {
  await recordTable(db, 'rig', (t) => {
    t.text('name').notNullable();
  });
  await db.raw('create unique index rig_name_unique on rig (company_id, lower(name))');
  await evidenceTable(db, 'rig_check', (t) => {
    refer(t, 'rig_id', 'rig');
    t.text('on_day').notNullable();
    t.index(['company_id', 'on_day']);
  });
}
