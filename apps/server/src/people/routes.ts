import {
  type FirstRun,
  firstRunSchema,
  type FirstRunState,
  type Me,
  type NewPassword,
  newPasswordSchema,
  type Reset,
  resetSchema,
  type SignIn,
  signInSchema,
} from '@hephaist/contracts/exchange/people';
import { ContractError, parse } from '@hephaist/contracts/schemas/parse';
import express, { type Request, type RequestHandler } from 'express';
import { v7 as newId } from 'uuid';
import { accountOf, giveDevice, giveToken, tokenOf } from '../access/guard.js';
import { appendTrail } from '../audit/trail.js';
import { demoPeople } from '../demo/load.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import { mustBeGood } from './common-passwords.js';
import { agentOf, signedInOn } from './devices.js';
import { noteAccount } from './note-accounts.js';
import { hashPassword, type PasswordCost } from './passwords.js';
import { type Account, actorOf, PeopleStore, type SignInFrom } from './people-store.js';
import { checkAgain, checkPerson, openSignIn } from './sign-in.js';

/** Small bodies: nothing about people is long. */
export const small = (): RequestHandler => express.json({ limit: '10kb' });

export const meOf = ({
  id,
  name,
  person,
  company,
  roles,
  brazerId,
  mustChange,
  secondFactor,
  byCode,
}: Account): Me => ({
  id,
  name,
  person,
  company,
  roles,
  brazerId,
  mustChange,
  secondFactor,
  byCode,
});

const fromOf = (req: Request, deviceId: string): SignInFrom => ({ place: req.ip ?? '', agent: agentOf(req), deviceId });

/** Signing in and out, the first administrator, and one's own password. */
export function peopleRoutes(people: PeopleStore, now: () => Date, cost?: PasswordCost): AnsweringRouter {
  const router = answering();
  const body = small();
  const guesses = people.limits.fromOne;

  router.post('/sign-in', guesses, body, async (req, res) => {
    const asked = parse<SignIn>(signInSchema, req.body ?? {});
    const account = await checkPerson(people, asked, req.ip ?? '', now());
    const before = tokenOf(req);
    const { token, fresh } = await people.db.transaction(async (trx) => {
      await appendTrail(trx, account.companyId, { at: now(), by: actorOf(account), deed: 'sign in' });
      // Whoever was signed in here before is not any more.
      if (before) await new PeopleStore(trx).close(before);
      const device = await signedInOn(trx, req, account, now());
      const opened = await openSignIn(new PeopleStore(trx), account, now(), fromOf(req, device.id));
      return { token: opened, fresh: device.fresh };
    });
    giveToken(req, res, token);
    giveDevice(req, res, fresh);
    res.json(meOf(account));
  });

  router.post('/reset', guesses, body, async (req, res) => {
    const asked = parse<Reset>(resetSchema, req.body ?? {});
    const name = asked.name.toLowerCase();
    mustBeGood(name, asked.password);
    await people.limits.signIn(name, req.ip ?? '');
    const hash = await hashPassword(asked.password, cost);
    await people.db.transaction(async (trx) => {
      const inside = new PeopleStore(trx);
      const account = (await inside.takeReset(name, asked.code.toUpperCase(), now()))
        ? await inside.byName(name)
        : null;
      if (!account)
        throw new ContractError([{ field: 'code', says: 'this is not the code, or it was used or is too old' }]);
      await inside.setPassword(account.id, hash, now());
      await inside.closeAll(account.id);
      const deed = 'new password by a one-time code';
      await noteAccount(trx, account.companyId, account.id, { at: now(), by: actorOf(account), deed });
    });
    res.json({});
  });

  router.get('/first-run', async (_req, res) => {
    res.json({ ...(await people.firstRun()), demo: await demoPeople(people.db) } satisfies FirstRunState);
  });

  router.post('/first-run', guesses, body, async (req, res) => {
    const asked = parse<FirstRun>(firstRunSchema, req.body ?? {});
    mustBeGood(asked.name, asked.password);
    const hash = await hashPassword(asked.password, cost);
    const account = await people.db.transaction(async (trx) => {
      const inside = new PeopleStore(trx);
      const companyId = await inside.takeFirstRun(asked.code.toUpperCase());
      if (!companyId) throw new ContractError([{ field: 'code', says: 'this is not the code, or it was used' }]);
      const person = {
        id: newId(),
        name: asked.name,
        person: asked.person,
        roles: ['administrator' as const, 'quality' as const, 'lead' as const],
        brazerId: null,
      };
      await inside.nameCompany(companyId, asked.company);
      await inside.insert(companyId, person, hash, false);
      const what = { at: now(), by: actorOf(person), deed: 'first administrator', says: asked.name };
      await noteAccount(trx, companyId, person.id, what);
      return inside.byId(companyId, person.id);
    });
    if (!account) throw new NotFoundError('No such account.');
    const device = await signedInOn(people.db, req, account, now());
    giveToken(req, res, await openSignIn(people, account, now(), fromOf(req, device.id)));
    giveDevice(req, res, device.fresh);
    res.status(201).json(meOf(account));
  });

  router.get('/me', (req, res) => {
    res.json(meOf(accountOf(req)));
  });

  router.post('/sign-out', async (req, res) => {
    await people.close(tokenOf(req) ?? '');
    giveToken(req, res, null);
    res.json({});
  });

  router.get('/sign-ins', async (req, res) => {
    res.json(await people.signIns(accountOf(req).id, tokenOf(req) ?? ''));
  });

  router.post('/sign-ins/:id/end', async (req, res) => {
    const { id } = accountOf(req);
    if (!(await people.endSignIn(id, idParam(req)))) throw new NotFoundError('No such sign-in of yours.');
    res.json(await people.signIns(id, tokenOf(req) ?? ''));
  });

  router.post('/password', guesses, body, async (req, res) => {
    const asked = parse<NewPassword>(newPasswordSchema, req.body ?? {});
    const account = accountOf(req);
    await checkAgain(people, account, asked.old, 'old', null);
    if (asked.old === asked.password) throw new ContractError([{ field: 'password', says: 'choose another one' }]);
    mustBeGood(account.name, asked.password);
    const hash = await hashPassword(asked.password, cost);
    await people.db.transaction(async (trx) => {
      const inside = new PeopleStore(trx);
      await inside.setPassword(account.id, hash, null);
      await inside.closeAll(account.id, tokenOf(req));
      const what = { at: now(), by: actorOf(account), deed: 'change own password' };
      await noteAccount(trx, account.companyId, account.id, what);
    });
    res.json(meOf({ ...account, mustChange: false }));
  });
  return router;
}
