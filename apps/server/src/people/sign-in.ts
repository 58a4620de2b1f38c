import { randomBytes } from 'node:crypto';
import type { SignIn } from '@hephaist/contracts/exchange/people';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { logAccess } from '../access/access-log.js';
import { RefusedError, SignedOutError } from '../http/errors.js';
import { checkPassword, hashPassword } from './passwords.js';
import type { Account, PeopleStore, SignInFrom } from './people-store.js';
import { checkSecond } from './second-factor.js';

/** A sign-in ends after so long unused, and after so long in all, ms. */
export const IDLE_MS = 12 * 3600_000;
export const LONGEST_MS = 7 * 24 * 3600_000;
/** For so long after somebody else gave a new password its account signs nothing, ms. */
export const GIVEN_MS = 24 * 3600_000;
/** How stale the last use may be before it is written again, ms. */
const TOUCH_MS = 5 * 60_000;

/** Compared with where there is no such name, so that the answer takes as long. */
const nobody = hashPassword(randomBytes(12).toString('hex'));

/**
 * Checks name and password of who signs in from an address. The try is counted first; the same words for a wrong name
 * and a wrong password. Where the account has a second factor, its code too.
 * @throws TooManyError while there were too many tries, RefusedError when wrong
 */
export async function checkPerson(
  people: PeopleStore,
  { name, password, code }: SignIn,
  address: string,
  now: Date,
): Promise<Account> {
  const key = name.toLowerCase();
  await people.limits.signIn(key, address);
  const account = await people.byName(key);
  const right = await checkPassword(password, account?.password ?? (await nobody));
  const failed = async (what: string): Promise<void> => {
    if (!account) return;
    await logAccess(people.db, { companyId: account.companyId, at: now, who: key, what, place: address });
  };
  if (!account || !right || account.disabled) {
    await failed('sign-in failed');
    throw new RefusedError('Name or password is wrong.');
  }
  try {
    await checkSecond(people.db, account, code ?? '', now);
  } catch (e) {
    if (code) await failed('sign-in failed at the second factor');
    throw e;
  }
  await people.limits.signedIn(key, address, account.id, now);
  return account;
}

/**
 * The password given again by who is signed in; counted by account, so that nobody else can use the tries up. Where
 * something is signed, not within a day of a new password that somebody else gave: who gave it knows it too.
 * @param signsAt when something is signed; null where nothing is
 * @throws TooManyError, RefusedError, ContractError at `field` when it is wrong
 */
export async function checkAgain(
  people: PeopleStore,
  account: Pick<Account, 'id' | 'companyId'>,
  password: string,
  field: string,
  signsAt: Date | null,
): Promise<void> {
  await people.limits.again(account.id);
  const now = await people.byId(account.companyId, account.id);
  if (!now || now.disabled || !(await checkPassword(password, now.password)))
    throw new ContractError([{ field, says: 'this is not your password' }]);
  await people.limits.wasRight(account.id);
  const from = now.passwordGivenAt && new Date(now.passwordGivenAt.getTime() + GIVEN_MS);
  if (signsAt && from && signsAt < from)
    throw new RefusedError(
      `Your new password came by a code that somebody else gave: nothing is signed with your name before ${from.toISOString().slice(0, 16).replace('T', ' ')} UTC.`,
    );
}

/** What nobody guesses. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** Opens a sign-in and answers its token; only the browser has it. */
export async function openSignIn(
  people: PeopleStore,
  account: Pick<Account, 'id'>,
  now: Date,
  from?: SignInFrom,
): Promise<string> {
  const token = newToken();
  await people.open(token, account.id, now, from);
  return token;
}

/** Who a token stands for. @throws SignedOutError when it is unknown, too old, or its account is shut */
export async function whoIs(people: PeopleStore, token: string | undefined, now: Date): Promise<Account> {
  const found = token ? await people.signedIn(token) : null;
  if (!found || !token || found.account.disabled) throw new SignedOutError();
  const [idle, age] = [now.getTime() - found.seenAt.getTime(), now.getTime() - found.madeAt.getTime()];
  if (idle > IDLE_MS || age > LONGEST_MS) {
    await people.close(token);
    throw new SignedOutError();
  }
  if (idle > TOUCH_MS) await people.seen(token, now);
  return found.account;
}

/** A code that can be read aloud: four groups of four. */
export const newCode = (): string =>
  [...randomBytes(16)]
    .map((b) => 'ABCDEFGHJKMNPQRSTUVWXYZ23456789'[b % 31])
    .join('')
    .replace(/(.{4})(?=.)/g, '$1-');
