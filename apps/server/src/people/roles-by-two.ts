import { GIVEN_BY_TWO, mayDo } from '@hephaist/contracts/exchange/people';
import type { Role } from '@hephaist/contracts/records/roles';
import type { Knex } from 'knex';
import { RefusedError } from '../http/errors.js';

/** Roles that sign for the company or let people in are given by two: one asks, another one gives too. */

interface Asker {
  readonly id: string;
  readonly person: string;
  readonly companyId: string;
}

/** Whether there is anybody else who could give them too. */
async function hasOther(db: Knex, { companyId, id }: Asker, whose: string): Promise<boolean> {
  const rows = await db('account').where({ company_id: companyId, disabled: false }).select('id', 'roles');
  return rows.some((r) => r.id !== id && r.id !== whose && mayDo(r.roles, 'give-roles'));
}

/**
 * Which of the wished roles an account has now. Those that two give wait for the second, unless there is nobody else.
 * @returns the roles, and a few words for the trail
 */
export async function rolesNow(
  db: Knex,
  asker: Asker,
  whose: string,
  before: readonly Role[],
  wished: readonly Role[],
): Promise<{ readonly roles: Role[]; readonly waiting: Role[]; readonly says: string }> {
  const fresh = wished.filter((r) => GIVEN_BY_TWO.includes(r) && !before.includes(r));
  const waits = fresh.length > 0 && (await hasOther(db, asker, whose));
  const waiting = waits ? fresh : [];
  const roles = wished.filter((r) => !waiting.includes(r));
  const words = waits
    ? `; ${fresh.join(', ')} wait for a second`
    : fresh.length
      ? '; nobody else could give them too'
      : '';
  return { roles, waiting, says: `${roles.join(', ')}${words}` };
}

/** What waits for an account, from now on. */
export async function askFor(db: Knex, asker: Asker, whose: string, roles: readonly Role[], at: Date): Promise<void> {
  await db('role_grant').where({ account_id: whose }).del();
  if (roles.length)
    await db('role_grant').insert({
      account_id: whose,
      company_id: asker.companyId,
      roles: [...roles],
      asked_by: asker.id,
      asked_person: asker.person,
      at,
    });
}

/** The second gives them too. @throws RefusedError where none wait, or the same person asked */
export async function giveToo(db: Knex, giver: Asker, whose: string): Promise<Role[]> {
  const row = await db('role_grant')
    .where({ account_id: whose, company_id: giver.companyId })
    .forUpdate()
    .first('roles', 'asked_by');
  if (!row) throw new RefusedError('No roles wait for this person.');
  if (row.asked_by === giver.id) throw new RefusedError('You asked for these roles: another one gives them too.');
  if (whose === giver.id) throw new RefusedError('Nobody gives roles to themselves.');
  await db('role_grant').where({ account_id: whose }).del();
  await db('account')
    .where({ id: whose })
    .update({ roles: db.raw('(select array_agg(distinct r) from unnest(roles || ?::text[]) r)', [row.roles]) });
  return row.roles;
}
