import type { Knex } from 'knex';
import { type Actor, RecordStore } from '../records/store.js';

/** The company that an installation begins with: its id is fixed, so that the demo is the same everywhere. */
export const HOME_COMPANY = '01900000-0000-7000-8000-000000000001';

export async function ensureCompany(db: Knex, id = HOME_COMPANY, name = 'This company'): Promise<string> {
  await db('company').insert({ id, name }).onConflict('id').ignore();
  return id;
}

/** The records of every company, each by itself. */
export async function everyCompany(db: Knex, by?: Actor): Promise<RecordStore[]> {
  const rows = await db('company').orderBy('id').select('id');
  return rows.map(({ id }) => new RecordStore(db, id, by));
}
