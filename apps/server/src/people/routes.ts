import {
  changePersonSchema,
  ContractError,
  firstRunSchema,
  newPasswordSchema,
  newPersonSchema,
  parse,
  signInSchema,
  type ChangePerson,
  type FirstRun,
  type Me,
  type NewPassword,
  type NewPerson,
  type SignIn,
} from '@hephaist/contracts';
import express, { Router } from 'express';
import { v7 as newId } from 'uuid';
import { accountOf, giveToken, storeOf, tokenOf } from '../access/guard.js';
import { appendTrail } from '../audit/trail.js';
import { touchedAccounts } from '../audit/watched.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import { hashPassword, type PasswordCost } from './passwords.js';
import { actorOf, PeopleStore, type Account } from './people-store.js';
import { checkAgain, checkPerson, openSignIn } from './sign-in.js';

const meOf = ({ companyId: _c, password: _p, disabled: _d, passwordGivenAt: _g, ...me }: Account): Me => me;

function mustNotBeTheName(name: string, password: string): void {
  if (password.toLowerCase().includes(name) && password.length < name.length + 8)
    throw new ContractError([{ field: 'password', says: 'not the sign-in name with little more' }]);
}

/** Signing in and out, the first administrator, one's own password, and the people of the company. */
export function peopleRoutes(people: PeopleStore, now: () => Date, cost?: PasswordCost): Router {
  const router = Router();
  const small = express.json({ limit: '10kb' });
  const guesses = people.limits.fromOne;

  router.post('/sign-in', guesses, small, async (req, res) => {
    const asked = parse<SignIn>(signInSchema, req.body ?? {});
    const account = await checkPerson(people, asked.name, asked.password, req.ip ?? '', now());
    const before = tokenOf(req);
    const token = await people.db.transaction(async (trx) => {
      await appendTrail(trx, account.companyId, { at: now(), by: actorOf(account), deed: 'sign in' });
      // Whoever was signed in here before is not any more.
      if (before) await new PeopleStore(trx).close(before);
      return openSignIn(new PeopleStore(trx), account, now());
    });
    giveToken(req, res, token);
    res.json(meOf(account));
  });

  router.get('/first-run', async (_req, res) => {
    res.json(await people.firstRun());
  });

  router.post('/first-run', guesses, small, async (req, res) => {
    const asked = parse<FirstRun>(firstRunSchema, req.body ?? {});
    mustNotBeTheName(asked.name, asked.password);
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
      await appendTrail(trx, companyId, {
        at: now(),
        by: actorOf(person),
        deed: 'first administrator',
        records: await touchedAccounts(trx, companyId, [person.id]),
        says: asked.name,
      });
      return inside.byId(companyId, person.id);
    });
    if (!account) throw new NotFoundError('No such account.');
    giveToken(req, res, await openSignIn(people, account, now()));
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

  router.post('/password', guesses, small, async (req, res) => {
    const asked = parse<NewPassword>(newPasswordSchema, req.body ?? {});
    const account = accountOf(req);
    await checkAgain(people, account, asked.old, 'old', null);
    if (asked.old === asked.password) throw new ContractError([{ field: 'password', says: 'choose another one' }]);
    mustNotBeTheName(account.name, asked.password);
    const hash = await hashPassword(asked.password, cost);
    await people.db.transaction(async (trx) => {
      const inside = new PeopleStore(trx);
      await inside.setPassword(account.id, hash, null);
      await inside.closeAll(account.id, tokenOf(req));
      const records = await touchedAccounts(trx, account.companyId, [account.id]);
      await appendTrail(trx, account.companyId, {
        at: now(),
        by: actorOf(account),
        deed: 'change own password',
        records,
      });
    });
    res.json(meOf({ ...account, mustChange: false }));
  });

  router.get('/people', async (req, res) => {
    res.json(await people.list(accountOf(req).companyId));
  });

  router.post('/people', small, async (req, res) => {
    const { password, ...person } = parse<NewPerson>(newPersonSchema, req.body ?? {});
    mustNotBeTheName(person.name, password);
    const { companyId } = accountOf(req);
    const hash = await hashPassword(password, cost);
    await people.db.transaction(async (trx) => {
      if (!(await new PeopleStore(trx).insert(companyId, person, hash, true))) return;
      const says = `${person.name}: ${person.roles.join(', ')}`;
      const records = await touchedAccounts(trx, companyId, [person.id]);
      await appendTrail(trx, companyId, { at: now(), by: storeOf(req).by, deed: 'let in', records, says });
    });
    res.status(201).json(await people.list(companyId));
  });

  router.put('/people/:id', small, async (req, res) => {
    const id = idParam(req);
    const { password, ...change } = parse<ChangePerson>(changePersonSchema, req.body ?? {});
    const { companyId } = accountOf(req);
    const hash = password ? await hashPassword(password, cost) : null;
    await people.db.transaction(async (trx) => {
      const inside = new PeopleStore(trx);
      const before = await inside.byId(companyId, id);
      if (!before) throw new NotFoundError('No such person here.');
      if (password) mustNotBeTheName(before.name, password);
      const left = (await inside.administrators(companyId)).filter((a) => a !== id);
      if (!left.length && (change.disabled || !change.roles.includes('administrator')))
        throw new RefusedError('The last administrator stays: let another one in first.');
      await inside.change(companyId, id, change);
      if (hash) await inside.setPassword(id, hash, now());
      if (hash || change.disabled) await inside.closeAll(id);
      const words = [change.disabled ? 'shut out' : change.roles.join(', '), hash ? 'new password given' : ''];
      const says = `${before.name}: ${words.filter(Boolean).join('; ')}`;
      const records = await touchedAccounts(trx, companyId, [id]);
      await appendTrail(trx, companyId, { at: now(), by: storeOf(req).by, deed: 'change person', records, says });
    });
    res.json(await people.list(companyId));
  });
  return router;
}
