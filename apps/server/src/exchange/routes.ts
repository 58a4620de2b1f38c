import { MOST_PACKAGE_BYTES } from '@hephaist/contracts/records/hand-over';
import { countersignSchema, type IntakeAnswer } from '@hephaist/contracts/records/intake-record';
import { idSchema } from '@hephaist/contracts/schemas/ids';
import { parse } from '@hephaist/contracts/schemas/parse';
import express, { type Request, type RequestHandler, type Response } from 'express';
import { logRead } from '../access/access-log.js';
import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { goneOf } from '../http/gone.js';
import type { KeptAnswers } from '../http/kept-answers.js';
import { idParam, jobOf } from '../jobs/routes.js';
import type { PeopleStore } from '../people/people-store.js';
import { checkAgain } from '../people/sign-in.js';
import type { WorkPool } from '../work/work-pool.js';
import { bringIn, countersign } from './bring-in.js';
import { exportJob } from './job-file.js';
import { type CameIn, refuseWaiting, waitingFiles } from './waiting-files.js';

/** 201 where it is in, 202 where it waits for a signature. */
const answer = (res: Response, is: IntakeAnswer): void => void res.status(is.waits ? 202 : 201).json(is);

async function take(req: Request, res: Response, came: CameIn, work: WorkPool): Promise<void> {
  answer(res, await bringIn(storeOf(req), accountOf(req), idParam(req), came, work, goneOf(res)));
}

/** Files come in as they are; before anything reads bodies as JSON. */
export function importRoutes(maxBytes: number, work: WorkPool): AnsweringRouter {
  const router = answering();
  const whole = (limit: number): RequestHandler => express.raw({ type: () => true, limit });
  const bytesOf = (req: Request): Buffer => (Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0));
  router.post('/import/:id', whole(maxBytes), (req, res) => take(req, res, { type: 'job', bytes: bytesOf(req) }, work));
  router.post('/import-package/:id', whole(MOST_PACKAGE_BYTES), (req, res) =>
    take(req, res, { type: 'package', bytes: bytesOf(req) }, work),
  );
  return router;
}

/** Export of a job as one JSON file, import of such a file, and what waits to be countersigned. */
export function exchangeRoutes(
  people: PeopleStore,
  now: () => Date,
  work: WorkPool,
  kept: KeptAnswers,
): AnsweringRouter {
  const router = answering();
  router.get('/jobs/:id/export', async (req, res) => {
    const store = storeOf(req);
    const { id } = await jobOf(req);
    await logRead(people.db, req, `export of job ${id}`, now());
    res.setHeader('Content-Disposition', 'attachment; filename="job.hephaist.json"');
    const key = ['export', store.companyId, id, await store.state(), await store.trace.rowsOf(id)].join(' ');
    await kept.send(req, res, key, () => exportJob(store, id));
  });
  router.get('/waiting-files', async (req, res) => {
    res.json(await waitingFiles(storeOf(req)));
  });
  router.post('/waiting-files/:id/countersign', async (req, res) => {
    const [id, account] = [parse<string>(idSchema, req.params['id']), accountOf(req)];
    const { password } = parse<{ password: string }>(countersignSchema, req.body ?? {});
    await checkAgain(people, account, password, 'password', now());
    answer(res, await countersign(storeOf(req), id, account, work));
  });
  router.post('/waiting-files/:id/refuse', async (req, res) => {
    await refuseWaiting(storeOf(req), parse<string>(idSchema, req.params['id']));
    res.status(204).end();
  });
  return router;
}
