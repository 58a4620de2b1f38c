import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { type HandOverRequest, handOverRequestSchema } from '@hephaist/contracts/records/hand-over';
import { parse } from '@hephaist/contracts/schemas/parse';
import { logRead } from '../access/access-log.js';
import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { idParam, jobOf } from '../jobs/routes.js';
import type { PeopleStore } from '../people/people-store.js';
import { checkAgain } from '../people/sign-in.js';
import type { RecordStore } from '../records/store.js';
import { handOver, handOversOf } from './hand-over.js';
import { partsOf } from './parts.js';

/** Handing a job over, how its packages stand, and the packages themselves. */
export function packageRoutes(
  people: PeopleStore,
  now: () => Date,
  wake: () => void,
  anchored: (store: RecordStore) => Promise<void>,
): AnsweringRouter {
  const router = answering();
  router.get('/jobs/:id/hand-overs', async (req, res) => {
    res.json(await handOversOf(storeOf(req), idParam(req)));
  });
  router.post('/jobs/:id/hand-overs', async (req, res) => {
    const [store, account] = [storeOf(req), accountOf(req)];
    const { password, ...request } = parse<HandOverRequest>(handOverRequestSchema, req.body);
    await checkAgain(people, account, password, 'password', now());
    const { id: jobId } = await jobOf(req);
    const done = await handOver(store, jobId, request, account, account.company);
    await anchored(store);
    res.status(201).json(done);
    wake();
  });
  router.get('/hand-overs/:id/package.zip', async (req, res) => {
    const [store, id] = [storeOf(req), idParam(req)];
    const row = await store.db('package').where({ company_id: store.companyId, id }).first('state', 'build', 'bytes');
    if (!row) throw new NotFoundError('No such hand-over here.');
    if (row.state !== 'ready') throw new RefusedError('The package is not built yet.');
    await logRead(people.db, req, `package of hand-over ${id}`, now());
    res.type('application/zip').setHeader('Content-Length', row.bytes ?? 0);
    res.setHeader('Content-Disposition', 'attachment');
    // What breaks on the way, the database or the reader, ends this answer and nothing else.
    await pipeline(Readable.from(partsOf(store, id, row.build ?? '')), res);
  });
  return router;
}
