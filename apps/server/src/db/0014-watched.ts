import type { Touched } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import { appendTrail } from '../audit/trail.js';
import { touchedAccounts, touchedPictures } from '../audit/watched.js';

/** From now on the trail holds accounts and photographs too; those of before stand in one entry. */
export async function up(db: Knex): Promise<void> {
  for (const { id } of await db<{ id: string }>('company').select('id')) {
    const records: Touched[] = await touchedAccounts(db, id);
    for await (const picture of touchedPictures(db, id)) records.push(picture);
    if (records.length)
      await appendTrail(db, id, {
        at: new Date(),
        by: { id: null, person: 'the upgrade' },
        deed: 'trail takes in accounts and photographs',
        records,
      });
  }
}
