import type { Knex } from 'knex';

/** The company of an installation without sign-in: its id is fixed, so that a job file moves between databases. */
export const HOME_COMPANY = '01900000-0000-7000-8000-000000000001';

export async function ensureCompany(db: Knex): Promise<string> {
  await db('company').insert({ id: HOME_COMPANY, name: 'This company' }).onConflict('id').ignore();
  return HOME_COMPANY;
}
