import { parseJobFile } from '@hephaist/contracts/exchange/exchange';
import type { DemoSignIn } from '@hephaist/contracts/exchange/people';
import type { Knex } from 'knex';
import { DEMO_PEOPLE } from '../../../../demo/people.js';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { appendTrail } from '../audit/trail.js';
import { touchedAccounts } from '../audit/watched.js';
import { importJob } from '../exchange/job-file.js';
import { hashPassword, type PasswordCost } from '../people/passwords.js';
import { PeopleStore } from '../people/people-store.js';
import type { Actor, RecordStore } from '../records/store.js';

/** In whose name the demo stands in the trail, and by which it is known that nobody entered anything yet. */
export const DEMO_ACTOR: Actor = { id: null, person: 'demo' };

/** Loads the demo job where the database has no job at all. True when it did. */
export async function loadDemo(store: RecordStore, today: string): Promise<boolean> {
  if ((await store.count('job')) > 0) return false;
  await importJob(store, demoFile(today), '01900000-0000-7000-8000-0000000000de');
  return true;
}

const demoFile = (today: string) => parseJobFile(JSON.parse(JSON.stringify(saltmarsh(today))));

/** Lets the demo's people in where nobody can sign in yet and nobody entered anything: their passwords are no secret. */
export async function loadDemoPeople(store: RecordStore, today: string, cost?: PasswordCost): Promise<void> {
  const people = new PeopleStore(store.db);
  if (!(await people.withoutPeople()).includes(store.companyId) || (await store.hasUserEntries())) return;
  const { brazers } = demoFile(today);
  await people.nameCompany(store.companyId, 'Tidewater Pipe Fitters');
  for (const { password, brazerMark, does: _does, ...person } of DEMO_PEOPLE) {
    const found = brazers.find((b) => b.mark === brazerMark);
    const brazerId = found && (await store.find('brazer', found.id)) ? found.id : null;
    await people.insert(store.companyId, { ...person, brazerId }, await hashPassword(password, cost), false);
  }
  await appendTrail(store.db, store.companyId, {
    at: new Date(),
    by: DEMO_ACTOR,
    deed: 'let in',
    records: await touchedAccounts(store.db, store.companyId),
    says: 'the people of the demo',
  });
}

/** The demo's people who can sign in here, for the page where one signs in; their passwords are no secret. */
export async function demoPeople(db: Knex): Promise<DemoSignIn[]> {
  const rows = await db('account')
    .whereIn(
      'id',
      DEMO_PEOPLE.map((p) => p.id),
    )
    .where({ disabled: false })
    .select('id');
  const here = new Set(rows.map((r) => r.id));
  return DEMO_PEOPLE.filter((p) => here.has(p.id)).map(({ name, person, roles, password, does }) => {
    return { name, person, roles, password, does };
  });
}

/** The demo's sign-ins that are good here, as they are printed when it starts; empty where there are none. */
export async function demoSignIns(store: RecordStore): Promise<string> {
  const here = new Set((await new PeopleStore(store.db).list(store.companyId)).map((p) => p.id));
  const people = DEMO_PEOPLE.filter((p) => here.has(p.id));
  if (!people.length) return '';
  return [
    'Demo sign-ins (invented people; do not keep real work in the demo):',
    ...people.map((p) => `  ${p.name.padEnd(8)} ${p.password.padEnd(20)} ${p.roles.join(', ')}: ${p.person}`),
    '',
  ].join('\n');
}
