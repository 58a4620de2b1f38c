import type { RequestHandler } from 'express';
import type { Knex } from 'knex';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import { TooManyError } from '../http/errors.js';
import { hashOf } from '../records/hash.js';

/** Wrong tries of one name from one address, and of one account that signs, before it must wait; and how long, s. */
export const MOST_TRIES = 5;
export const LOCK_S = 15 * 60;
/** Tries of one name from places it never signed in from, in an hour. */
export const MOST_ELSEWHERE = 50;
/** Tries from one address, whatever names they try, in a minute. */
export const MOST_FROM_ONE = 60;

/** Counts tries in the database, each before it is judged, so that many at once count as many. */
export interface Limits {
  /** A try to sign in. @throws TooManyError while there were too many */
  readonly signIn: (name: string, address: string) => Promise<void>;
  /** It was right: its tries are forgotten, and its place is remembered. */
  readonly signedIn: (name: string, address: string, accountId: string, at: Date) => Promise<void>;
  /** A password given again by who is signed in; strangers cannot use these up. @throws TooManyError */
  readonly again: (accountId: string) => Promise<void>;
  readonly wasRight: (accountId: string) => Promise<void>;
  /** Before every route that takes a password or a code. */
  readonly fromOne: RequestHandler;
}

/** @throws TooManyError with words where the limit is reached */
async function count(limiter: RateLimiterPostgres, key: string, words: string): Promise<void> {
  try {
    await limiter.consume(key);
  } catch (e) {
    if (!(e instanceof RateLimiterRes)) throw e;
    const until = new Date(Date.now() + e.msBeforeNext).toISOString().slice(11, 16);
    throw new TooManyError(`${words} Wait until ${until} UTC.`, e.msBeforeNext / 1000);
  }
}

export function limitsOf(db: Knex): Limits {
  const limiter = (keyPrefix: string, points: number, duration: number): RateLimiterPostgres =>
    new RateLimiterPostgres({
      storeClient: db,
      storeType: 'knex',
      tableName: 'try_limit',
      tableCreated: true,
      keyPrefix,
      points,
      duration,
    });
  const here = limiter('here', MOST_TRIES, LOCK_S);
  const elsewhere = limiter('name', MOST_ELSEWHERE, 3600);
  const signing = limiter('sign', MOST_TRIES, LOCK_S);
  const address = limiter('from', MOST_FROM_ONE, 60);
  const keyOf = (name: string, from: string): string => hashOf(`${name}\n${from}`);
  const isKnown = async (name: string, from: string): Promise<boolean> =>
    Boolean(
      await db('sign_in_place')
        .where({ place: hashOf(from) })
        .whereIn('account_id', db('account').where({ name }).select('id'))
        .first('place'),
    );
  return {
    signIn: async (name, from) => {
      await count(here, keyOf(name, from), 'Too many wrong tries with this name from here.');
      if (!(await isKnown(name, from)))
        await count(elsewhere, hashOf(name), 'Too many wrong tries with this name from places it does not know.');
    },
    signedIn: async (name, from, accountId, at) => {
      await here.delete(keyOf(name, from));
      await db('sign_in_place')
        .insert({ account_id: accountId, place: hashOf(from), at })
        .onConflict(['account_id', 'place'])
        .merge();
    },
    again: (accountId) => count(signing, accountId, 'Too many wrong passwords.'),
    wasRight: async (accountId) => void (await signing.delete(accountId)),
    fromOne: async (req, _res, next) => {
      await count(address, hashOf(req.ip ?? ''), 'Too many tries from here.');
      next();
    },
  };
}
