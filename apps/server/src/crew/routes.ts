import type { OnFileAnswer } from '@hephaist/contracts/exchange/answers';
import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import type { PeopleStore } from '../people/people-store.js';
import { newToken } from '../people/sign-in.js';
import { RecordStore } from '../records/store.js';
import { tablesOf } from '../shop/shop.js';
import { crewCalendar } from './calendar.js';
import { crewOf } from './crew.js';

/** All that says who may braze, and the calendar of when it ends. */
export function crewRoutes(people: PeopleStore, now: () => Date): AnsweringRouter {
  const router = answering();
  router.get('/crew', async (req, res) => {
    const store = storeOf(req);
    res.json(await crewOf(store, await tablesOf(store)));
  });
  router.get('/on-file', async (req, res) => {
    res.json((await storeOf(req).all(['instrument', 'lot', 'house'])) satisfies OnFileAnswer);
  });
  // A calendar program cannot sign in: it is given an address that only its owner knows. A new one ends the old.
  router.post('/calendar', async (req, res) => {
    const token = newToken();
    await people.setFeed(accountOf(req).id, token);
    res.status(201).json({ path: `/api/calendar/${token}` });
  });
  router.get('/calendar/:token', async (req, res) => {
    const account = await people.byFeed(String(req.params['token']));
    if (!account || account.disabled) throw new NotFoundError('No such calendar.');
    const store = new RecordStore(people.db, account.companyId);
    const text = await crewCalendar(store, account.company, now());
    res.type('text/calendar; charset=utf-8').attachment('brazers.ics').send(text);
  });
  return router;
}
