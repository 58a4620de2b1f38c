import { type ShortCode, shortCodeSchema, type TakeOver, takeOverSchema } from '@hephaist/contracts/exchange/hand-on';
import { ContractError, parse } from '@hephaist/contracts/schemas/parse';
import { accountOf, deviceTokenOf, giveDevice, giveToken, storeOf, tokenOf } from '../access/guard.js';
import { appendTrail } from '../audit/trail.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import {
  agentOf,
  areShortCodesAllowed,
  deviceOf,
  devicesOf,
  handOnAnswer,
  revokeDevice,
  signedInOn,
} from './devices.js';
import { checkPassword, hashPassword, type PasswordCost } from './passwords.js';
import { actorOf, PeopleStore } from './people-store.js';
import { meOf, small } from './routes.js';
import { checkAgain, openSignIn } from './sign-in.js';

/** Handing a device on by a short code of its next holder, and revoking one that is lost. */
export function handOnRoutes(people: PeopleStore, now: () => Date, cost?: PasswordCost): AnsweringRouter {
  const router = answering();
  const body = small();
  const { db } = people;
  const guesses = people.limits.fromOne;
  const offWords = 'Your company hands no device on by short codes.';

  router.get('/hand-on', async (req, res) => {
    res.json(await handOnAnswer(db, await deviceOf(db, req)));
  });

  router.post('/hand-on', guesses, body, async (req, res) => {
    const { accountId, code } = parse<TakeOver>(takeOverSchema, req.body ?? {});
    const device = await deviceOf(db, req);
    if (!device) throw new RefusedError('This device is not known, or it was revoked: sign in with your password.');
    if (!(await areShortCodesAllowed(db, device.companyId))) throw new RefusedError(offWords);
    // Counted by device and person, so that a short code is soon spent by guessing.
    const tries = `${device.id} ${accountId}`;
    await people.limits.again(tries);
    const row = await db('short_code').where({ device_id: device.id, account_id: accountId }).first('code');
    const account = await people.byId(device.companyId, accountId);
    const right = row ? await checkPassword(code, row.code) : false;
    if (!account || !right || account.disabled || account.mustChange)
      throw new ContractError([{ field: 'code', says: 'this is not your code on this device' }]);
    await people.limits.wasRight(tries);
    const before = tokenOf(req);
    const token = await db.transaction(async (trx) => {
      const inside = new PeopleStore(trx);
      await appendTrail(trx, account.companyId, { at: now(), by: actorOf(account), deed: 'take a device over' });
      // Whoever was signed in here before is not any more.
      if (before) await inside.close(before);
      const from = { place: req.ip ?? '', agent: agentOf(req), deviceId: device.id, byCode: true };
      await signedInOn(trx, req, account, now());
      return openSignIn(inside, account, now(), from);
    });
    giveToken(req, res, token);
    res.json(meOf({ ...account, byCode: true }));
  });

  router.post('/short-code', guesses, body, async (req, res) => {
    const { password, code } = parse<ShortCode>(shortCodeSchema, req.body ?? {});
    const account = accountOf(req);
    await checkAgain(people, account, password, 'password', null);
    if (!(await areShortCodesAllowed(db, account.companyId))) throw new RefusedError(offWords);
    const hash = await hashPassword(code, cost);
    const fresh = await db.transaction(async (trx) => {
      const on = await signedInOn(trx, req, account, now());
      await trx('short_code')
        .insert({ account_id: account.id, device_id: on.id, code: hash })
        .onConflict(['account_id', 'device_id'])
        .merge();
      await appendTrail(trx, account.companyId, { at: now(), by: actorOf(account), deed: 'short code on a device' });
      return on.fresh;
    });
    giveDevice(req, res, fresh);
    res.json({});
  });

  router.post('/short-code/off', async (req, res) => {
    const account = accountOf(req);
    const device = await deviceOf(db, req);
    if (device) await db('short_code').where({ account_id: account.id, device_id: device.id }).del();
    res.json(await handOnAnswer(db, device));
  });

  router.get('/devices', async (req, res) => {
    res.json(await devicesOf(db, accountOf(req).companyId, deviceTokenOf(req)));
  });

  router.post('/devices/:id/revoke', async (req, res) => {
    const { companyId } = accountOf(req);
    const id = idParam(req);
    await db.transaction(async (trx) => {
      if (!(await revokeDevice(trx, companyId, id, now()))) throw new NotFoundError('No such device here.');
      await appendTrail(trx, companyId, { at: now(), by: storeOf(req).by, deed: 'revoke a device' });
    });
    res.json(await devicesOf(db, companyId, deviceTokenOf(req)));
  });
  return router;
}
