import type { Knex } from 'knex';
import { PeopleStore } from './people-store.js';
import { newCode } from './sign-in.js';

/** A code for each company that nobody can sign in to; who types it becomes its first administrator. */
export async function offerFirstRun(db: Knex): Promise<string[]> {
  const people = new PeopleStore(db);
  const codes: string[] = [];
  for (const companyId of await people.withoutPeople()) {
    const code = newCode();
    await people.setFirstRun(companyId, code);
    codes.push(code);
  }
  return codes;
}
