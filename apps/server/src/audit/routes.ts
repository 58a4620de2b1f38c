import type { OthersAnswer } from '@hephaist/contracts/exchange/answers';
import { ACCESS_PAGE } from '@hephaist/contracts/exchange/people';
import type { ShownSignature } from '@hephaist/contracts/records/signature';
import { MOST_SOUGHT, TRAIL_OF, type TrailAsked, type TrailPage } from '@hephaist/contracts/records/trail';
import { idSchema } from '@hephaist/contracts/schemas/ids';
import { parse } from '@hephaist/contracts/schemas/parse';
import { type Request } from 'express';
import { accessPage } from '../access/access-log.js';
import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { TooManyError } from '../http/errors.js';
import { goneOf } from '../http/gone.js';
import { signaturesOf } from '../records/reader.js';
import type { WorkPool } from '../work/work-pool.js';
import type { Anchors } from './anchor.js';
import { leadsOf, namesIn } from './names.js';
import { othersWrote, trailPage, trailPeople } from './trail.js';

/** Entries in one answer. */
const PAGE = 200;

/** Before which entry a page ends; null for the newest. */
function beforeOf(req: Request): number | null {
  const before = Number(req.query['before']);
  return Number.isSafeInteger(before) && before > 0 ? before : null;
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** What is looked for; what is no day is no bound. */
function askedOf(req: Request): TrailAsked {
  const word = (name: string): string => {
    const value = req.query[name];
    return typeof value === 'string' ? value.trim().slice(0, MOST_SOUGHT) : '';
  };
  const day = (name: string): string => (DAY.test(word(name)) ? word(name) : '');
  return {
    of: TRAIL_OF.find((of) => of === word('of')) ?? 'changes',
    sought: word('sought'),
    person: word('person'),
    from: day('from'),
    until: day('until'),
  };
}

/** Reading the trail, checking it, and the signatures of a record. */
export function trailRoutes(url: string, work: WorkPool, known: Anchors | null): AnsweringRouter {
  const router = answering();
  /** Companies whose trail is being checked now: one check at a time for each. */
  const checking = new Set<string>();
  router.get('/trail', async (req, res) => {
    const { db, companyId } = storeOf(req);
    const before = beforeOf(req);
    const entries = await trailPage(db, companyId, before, PAGE, askedOf(req));
    const names = await namesIn(db, companyId, entries);
    const people = before === null ? await trailPeople(db, companyId) : [];
    res.json({ entries, names, people, leads: await leadsOf(db, companyId, entries) } satisfies TrailPage);
  });
  router.get('/others', async (req, res) => {
    const store = storeOf(req);
    const [seq, since] = [await store.state(), Number(req.query['since'])];
    const asked = req.query['since'] !== undefined && Number.isSafeInteger(since) && since >= 0;
    const wrote = asked && since < seq && (await othersWrote(store.db, store.companyId, since, accountOf(req).id));
    res.json({ seq, wrote } satisfies OthersAnswer);
  });
  router.get('/access-log', async (req, res) => {
    const { db, companyId } = storeOf(req);
    res.json(await accessPage(db, companyId, beforeOf(req), ACCESS_PAGE));
  });
  router.post('/trail/check', async (req, res) => {
    const { id, companyId } = accountOf(req);
    const { db } = storeOf(req);
    if (checking.has(companyId))
      throw new TooManyError('This trail is being checked already. Wait for that answer.', 5);
    checking.add(companyId);
    try {
      const anchors = known ? await known.known(db, companyId) : [];
      res.json(await work.run(id, 'trail', { url, companyId, anchors }, goneOf(res)));
    } finally {
      checking.delete(companyId);
    }
  });
  router.get('/signatures/:id', async (req, res) => {
    const recordId = parse<string>(idSchema, req.params['id']);
    const store = storeOf(req);
    const signatures = await signaturesOf(store, recordId);
    const imported = await store.importedAmong(signatures.map((s) => s.id));
    res.json(signatures.map((s): ShownSignature => ({ ...s, imported: imported.has(s.id) })));
  });
  return router;
}
