import {
  type ChangePerson,
  changePersonSchema,
  type NewPerson,
  newPersonSchema,
  type PeopleAnswer,
  secondFactorRuleSchema,
} from '@hephaist/contracts/exchange/people';
import { parse } from '@hephaist/contracts/schemas/parse';
import { type Request } from 'express';
import type { Knex } from 'knex';
import { accountOf, storeOf } from '../access/guard.js';
import { appendTrail } from '../audit/trail.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import { mustBeGood } from './common-passwords.js';
import { noteAccount } from './note-accounts.js';
import { hashPassword, type PasswordCost } from './passwords.js';
import { type Account, PeopleStore } from './people-store.js';
import { askFor, giveToo, rolesNow } from './roles-by-two.js';
import { small } from './routes.js';
import { endSecond } from './second-factor.js';
import { newCode } from './sign-in.js';

/** How long a one-time code opens an account, ms. */
const RESET_MS = 24 * 3600_000;

/** The people of the company: who may sign in, as what, and what the company asks of them. */
export function accountRoutes(people: PeopleStore, now: () => Date, cost?: PasswordCost): AnsweringRouter {
  const router = answering();
  const body = small();

  const answer = async (companyId: string): Promise<PeopleAnswer> => ({
    people: await people.list(companyId),
    secondFactorRequired: await people.isSecondFactorRequired(companyId),
  });

  /** Changes one account, with its entry in the trail, all or nothing. */
  const changing = (
    req: Request,
    deed: string,
    work: (inside: PeopleStore, before: Account, trx: Knex) => Promise<string>,
  ): Promise<void> =>
    people.db.transaction(async (trx) => {
      const { companyId } = accountOf(req);
      const inside = new PeopleStore(trx);
      const before = await inside.byId(companyId, idParam(req));
      if (!before) throw new NotFoundError('No such person here.');
      const says = `${before.name}: ${await work(inside, before, trx)}`;
      await noteAccount(trx, companyId, before.id, { at: now(), by: storeOf(req).by, deed, says });
    });

  router.get('/people', async (req, res) => {
    res.json(await answer(accountOf(req).companyId));
  });

  router.post('/people', body, async (req, res) => {
    const { password, ...person } = parse<NewPerson>(newPersonSchema, req.body ?? {});
    mustBeGood(person.name, password);
    const asker = accountOf(req);
    const hash = await hashPassword(password, cost);
    await people.db.transaction(async (trx) => {
      const { roles, waiting, says } = await rolesNow(trx, asker, person.id, [], person.roles);
      if (!(await new PeopleStore(trx).insert(asker.companyId, { ...person, roles }, hash, true))) return;
      await askFor(trx, asker, person.id, waiting, now());
      const what = { at: now(), by: storeOf(req).by, deed: 'let in', says: `${person.name}: ${says}` };
      await noteAccount(trx, asker.companyId, person.id, what);
    });
    res.status(201).json(await answer(asker.companyId));
  });

  router.put('/people/:id', body, async (req, res) => {
    const change = parse<ChangePerson>(changePersonSchema, req.body ?? {});
    const asker = accountOf(req);
    await changing(req, 'change person', async (inside, before, trx) => {
      const left = (await inside.administrators(asker.companyId)).filter((a) => a !== before.id);
      if (!left.length && (change.disabled || !change.roles.includes('administrator')))
        throw new RefusedError('The last administrator stays: let another one in first.');
      const { roles, waiting, says } = await rolesNow(trx, asker, before.id, before.roles, change.roles);
      await inside.change(asker.companyId, before.id, { ...change, roles });
      await askFor(trx, asker, before.id, waiting, now());
      if (change.disabled) await inside.closeAll(before.id);
      return change.disabled ? 'shut out' : says;
    });
    res.json(await answer(asker.companyId));
  });

  router.post('/people/:id/roles/give', async (req, res) => {
    await changing(req, 'gave roles too', async (_inside, before, trx) =>
      (await giveToo(trx, accountOf(req), before.id)).join(', '),
    );
    res.json(await answer(accountOf(req).companyId));
  });

  router.post('/people/:id/reset-code', async (req, res) => {
    const code = newCode();
    await changing(req, 'gave a one-time code', async (inside, before) => {
      if (before.id === accountOf(req).id) throw new RefusedError('Change your own password by the one you have.');
      await inside.setReset(before.id, code, new Date(now().getTime() + RESET_MS));
      return 'good for a day';
    });
    res.status(201).json({ code });
  });

  router.post('/people/:id/second-factor/off', async (req, res) => {
    await changing(req, 'took a second factor off', async (_inside, before, trx) => {
      await endSecond(trx, before.id);
      return 'second factor off';
    });
    res.json(await answer(accountOf(req).companyId));
  });

  router.post('/company/second-factor', body, async (req, res) => {
    const { required } = parse<{ required: boolean }>(secondFactorRuleSchema, req.body ?? {});
    const { companyId } = accountOf(req);
    await people.db.transaction(async (trx) => {
      await new PeopleStore(trx).requireSecondFactor(companyId, required);
      const says = required ? 'asked of who signs or administers' : 'asked of nobody';
      await appendTrail(trx, companyId, { at: now(), by: storeOf(req).by, deed: 'second factor', says });
    });
    res.json(await answer(companyId));
  });
  return router;
}
