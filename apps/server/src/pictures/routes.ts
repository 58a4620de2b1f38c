import { idSchema, MOST_PICTURE_BYTES, parse } from '@hephaist/contracts';
import { sha256Bytes } from '@hephaist/core';
import express, { Router } from 'express';
import { storeOf } from '../access/guard.js';
import { NotFoundError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import { keepPicture, pictureFacts } from './picture.js';

/** Taking photographs in and giving them out, as they were taken. */
export function pictureRoutes(): Router {
  const router = Router();
  const raw = express.raw({ type: () => true, limit: MOST_PICTURE_BYTES });
  router.post('/pictures/:id', raw, async (req, res) => {
    const id = parse<string>(idSchema, req.params['id']);
    const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
    const facts = await pictureFacts(bytes);
    const hash = sha256Bytes(bytes);
    await storeOf(req).inTransaction(async (trx) => {
      if (!(await keepPicture(trx, { id, hash, bytes, ...facts }))) return;
      await trx.note('take picture', `${id} ${hash}`);
    });
    res.status(201).json({ id, hash, ...facts });
  });
  router.get('/pictures/:id', async (req, res) => {
    const { db, companyId } = storeOf(req);
    const row = (await db('picture')
      .where({ company_id: companyId, id: idParam(req) })
      .first('type', 'bytes')) as { type: string; bytes: Buffer } | undefined;
    if (!row) throw new NotFoundError('No such picture here.');
    // It shows as a picture and as nothing else.
    res.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
    res.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    res.type(row.type).send(row.bytes);
  });
  return router;
}
