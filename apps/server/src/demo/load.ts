import { parseJobFile } from '@hephaist/contracts';
import { DEMO_PEOPLE } from '../../../../demo/people.js';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { importJob } from '../exchange/job-file.js';
import { hashPassword, type PasswordCost } from '../people/passwords.js';
import { PeopleStore } from '../people/people-store.js';
import type { Actor, RecordStore } from '../records/store.js';

/** In whose name the demo stands in the trail, and by which it is known that nobody entered anything yet. */
export const DEMO_ACTOR: Actor = { id: null, person: 'demo' };

/** Loads the demo job where the database has no job at all, and its people where it has none. True when it did. */
export async function loadDemo(store: RecordStore, today: string, cost?: PasswordCost): Promise<boolean> {
  if ((await store.count('job')) > 0) return false;
  const file = parseJobFile(JSON.parse(JSON.stringify(saltmarsh(today))));
  await importJob(store, file, '01900000-0000-7000-8000-0000000000de');
  const people = new PeopleStore(store.db);
  if (!(await people.withoutPeople()).includes(store.companyId)) return true;
  await people.nameCompany(store.companyId, 'Tidewater Pipe Fitters');
  for (const { password, brazerMark, ...person } of DEMO_PEOPLE) {
    const brazerId = file.brazers.find((b) => b.mark === brazerMark)?.id ?? null;
    await people.insert(store.companyId, { ...person, brazerId }, await hashPassword(password, cost), false);
  }
  return true;
}

/** The demo's sign-ins, as they are printed when it starts. */
export const demoSignIns = (): string =>
  [
    'Demo sign-ins (invented people; do not keep real work in the demo):',
    ...DEMO_PEOPLE.map((p) => `  ${p.name.padEnd(8)} ${p.password.padEnd(20)} ${p.roles.join(', ')}: ${p.person}`),
    '',
  ].join('\n');
