import type { Knex } from 'knex';
import { type Actor, appendTrail } from '../audit/trail.js';
import { touchedAccounts } from '../audit/watched.js';

/** Writes into the trail what was done to an account, with the account as it now stands. Within the transaction. */
export async function noteAccount(
  trx: Knex,
  companyId: string,
  id: string,
  what: { readonly at: Date; readonly by: Actor; readonly deed: string; readonly says?: string },
): Promise<void> {
  await appendTrail(trx, companyId, { ...what, records: await touchedAccounts(trx, companyId, [id]) });
}
