import { MOST_PICTURE_BYTES, REPORT_TYPE } from '@hephaist/contracts/records/strip-marks';
import { idSchema } from '@hephaist/contracts/schemas/ids';
import { parse } from '@hephaist/contracts/schemas/parse';
import express, { type Request, type Response } from 'express';
import { logRead } from '../access/access-log.js';
import { accountOf, storeOf } from '../access/guard.js';
import { mustFit } from '../db/quota.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import { hashOf } from '../records/hash.js';
import { orRefuse } from '../work/tasks.js';
import type { WorkPool } from '../work/work-pool.js';
import { bare } from './bare.js';
import { type FileFacts, findPicture, keepPicture, pictureFacts } from './picture.js';
import { isPdf } from './report.js';

/** It shows as a picture and as nothing else; a report is saved rather than shown. */
function show(res: Response, type: FileFacts['type'], bytes: Buffer): void {
  if (type === REPORT_TYPE) res.attachment('laboratory-report.pdf');
  res.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
  res.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
  res.type(type).send(bytes);
}

/** The photograph in the path. @throws NotFoundError */
async function pictureOf(req: Request) {
  const picture = await findPicture(storeOf(req), idParam(req));
  if (!picture) throw new NotFoundError('No such picture here.');
  return picture;
}

/** Reads a report beside the server's own thread: what somebody built to keep it busy keeps nobody else waiting. */
const reportIn = async (bytes: Buffer, person: string, work: WorkPool): Promise<FileFacts> =>
  orRefuse(await work.run(person, 'file', bytes));

/** Taking photographs and reports in, and giving them out without what the camera wrote into them; the original to who may see it. */
export function pictureRoutes(work: WorkPool): AnsweringRouter {
  const router = answering();
  const raw = express.raw({ type: () => true, limit: MOST_PICTURE_BYTES });
  router.post('/pictures/:id', raw, async (req, res) => {
    const id = parse<string>(idSchema, req.params['id']);
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const facts = isPdf(bytes) ? await reportIn(bytes, accountOf(req).id, work) : await pictureFacts(bytes);
    const hash = hashOf(bytes);
    await storeOf(req).inTransaction(async (trx) => {
      if (!(await keepPicture(trx, { id, hash, bytes, ...facts }))) return;
      await mustFit(trx, 0);
      await trx.note('take picture', `${id} ${hash}`);
    });
    res.status(201).json({ id, hash, ...facts });
  });
  router.get('/pictures/:id', async (req, res) => {
    const { type, bytes } = await pictureOf(req);
    show(res, type, bare(type, bytes));
  });
  router.get('/pictures/:id/original', async (req, res) => {
    const { type, bytes } = await pictureOf(req);
    await logRead(storeOf(req).db, req, `original of photograph ${idParam(req)}`);
    show(res, type, bytes);
  });
  return router;
}
