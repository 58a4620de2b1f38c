import { parse, parseCommand, signingSchema, type Signing } from '@hephaist/contracts';
import { Router, type RequestHandler } from 'express';
import { accountOf, mustBeAllowed, storeOf } from '../access/guard.js';
import type { PeopleStore } from '../people/people-store.js';
import { checkAgain } from '../people/sign-in.js';
import { guesses } from '../people/routes.js';
import { tablesOf } from '../shop/shop.js';
import { put } from './put.js';

/** A password comes with the command only where it is signed; then guesses are counted. */
const countGuess: RequestHandler = (req, res, next) => {
  const { signature } = (req.body ?? {}) as { signature?: unknown };
  return signature === undefined ? next() : guesses(req, res, next);
};

/** Writing records: a command, and beside it the password again where it is signed. */
export function commandRoutes(people: PeopleStore, now: () => Date): Router {
  const router = Router();
  router.post('/commands', countGuess, async (req, res) => {
    const { signature, ...body } = (req.body ?? {}) as { signature?: unknown };
    const [store, account] = [storeOf(req), accountOf(req)];
    const command = parseCommand(body, await tablesOf(store));
    mustBeAllowed(account, `write:${command.kind}`);
    if (signature === undefined) return void res.json(await put(store, command));
    const { password, meaning } = parse<Signing>(signingSchema, signature, 'signature.');
    await checkAgain(people, account.name, password, now(), 'signature.password');
    res.json(await put(store, command, { meaning, by: account }));
  });
  return router;
}
