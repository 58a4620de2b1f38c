import { secondFactorSchema } from '@hephaist/contracts/exchange/people';
import { countersignSchema } from '@hephaist/contracts/records/intake-record';
import { parse } from '@hephaist/contracts/schemas/parse';
import { type Request } from 'express';
import type { Knex } from 'knex';
import { accountOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { RefusedError } from '../http/errors.js';
import { noteAccount } from './note-accounts.js';
import { actorOf, type PeopleStore } from './people-store.js';
import { small } from './routes.js';
import { beginSecond, confirmSecond, endSecond } from './second-factor.js';
import { checkAgain } from './sign-in.js';

/** One's own second factor: begun and ended with the password given again, counting once a code of it was typed. */
export function secondFactorRoutes(people: PeopleStore, now: () => Date): AnsweringRouter {
  const router = answering();
  const body = small();
  const guesses = people.limits.fromOne;
  const again = (req: Request): Promise<void> => {
    const { password } = parse<{ password: string }>(countersignSchema, req.body ?? {});
    return checkAgain(people, accountOf(req), password, 'password', null);
  };

  const noted = async <T>(req: Request, deed: string, work: (trx: Knex) => Promise<T>): Promise<T> => {
    const account = accountOf(req);
    return people.db.transaction(async (trx) => {
      const done = await work(trx);
      await noteAccount(trx, account.companyId, account.id, { at: now(), by: actorOf(account), deed });
      return done;
    });
  };

  router.post('/second-factor', guesses, body, async (req, res) => {
    const account = accountOf(req);
    await again(req);
    if (account.totpOn) throw new RefusedError('Your second factor is on already. Take it off first.');
    res.status(201).json(await noted(req, 'begin a second factor', (trx) => beginSecond(trx, account)));
  });

  router.post('/second-factor/confirm', guesses, body, async (req, res) => {
    const { code } = parse<{ code: string }>(secondFactorSchema, req.body ?? {});
    const account = accountOf(req);
    await people.limits.again(account.id);
    const codes = await noted(req, 'second factor on', (trx) => confirmSecond(trx, account, code, now()));
    await people.limits.wasRight(account.id);
    res.json({ codes });
  });

  router.post('/second-factor/off', guesses, body, async (req, res) => {
    const account = accountOf(req);
    await again(req);
    await noted(req, 'second factor off', (trx) => endSecond(trx, account.id));
    res.json({});
  });
  return router;
}
