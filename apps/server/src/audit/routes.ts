import { idSchema, parse, type ShownSignature } from '@hephaist/contracts';
import { Router } from 'express';
import { accountOf, storeOf } from '../access/guard.js';
import { plain } from '../records/plain.js';
import { trailPage } from './trail.js';
import { verifyTrail } from './verify.js';

/** Entries in one answer. */
const PAGE = 200;

/** Reading the trail, checking it, and the signatures of a record. */
export function trailRoutes(): Router {
  const router = Router();
  router.get('/trail', async (req, res) => {
    const before = Number(req.query['before']);
    const { db, companyId } = storeOf(req);
    res.json(await trailPage(db, companyId, Number.isSafeInteger(before) && before > 0 ? before : null, PAGE));
  });
  router.post('/trail/check', async (req, res) => {
    res.json(await verifyTrail(storeOf(req).db, accountOf(req).companyId));
  });
  router.get('/signatures/:id', async (req, res) => {
    const recordId = parse<string>(idSchema, req.params['id']);
    const store = storeOf(req);
    const signatures = await store.list('signature', { record_id: recordId });
    const imported = await store.importedAmong(signatures.map((s) => s.id));
    res.json(signatures.map((s): ShownSignature => ({ ...plain(s), imported: imported.has(s.id) })));
  });
  return router;
}
