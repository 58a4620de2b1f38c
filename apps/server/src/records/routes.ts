import { parseCommand } from '@hephaist/contracts/exchange/commands';
import { maySign } from '@hephaist/contracts/exchange/people';
import { type Signing, signingSchema } from '@hephaist/contracts/records/signature';
import { parse } from '@hephaist/contracts/schemas/parse';
import { accountOf, BY_CODE_ONLY, mustBeAllowed, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { ForbiddenError } from '../http/errors.js';
import type { PeopleStore } from '../people/people-store.js';
import { checkAgain } from '../people/sign-in.js';
import { tablesOf } from '../shop/shop.js';
import { put } from './put.js';

/** Writing records: a command, and beside it the password again where it is signed. */
export function commandRoutes(people: PeopleStore, now: () => Date): AnsweringRouter {
  const router = answering();
  router.post('/commands', async (req, res) => {
    const { signature, ...body } = (req.body ?? {}) as { signature?: unknown };
    const [store, account] = [storeOf(req), accountOf(req)];
    const command = parseCommand(body, await tablesOf(store));
    mustBeAllowed(account, `write:${command.kind}`);
    if (signature === undefined) return void res.json(await put(store, command));
    if (account.byCode) throw new ForbiddenError(BY_CODE_ONLY);
    const { password, meaning } = parse<Signing>(signingSchema, signature, 'signature.');
    if (!maySign(account.roles, meaning))
      throw new ForbiddenError(`You are signed in as ${account.roles.join(', ')}: this is not yours to sign.`);
    await checkAgain(people, account, password, 'signature.password', now());
    res.json(await put(store, command, { meaning, by: account }));
  });
  return router;
}
