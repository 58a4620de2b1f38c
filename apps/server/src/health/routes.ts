import type { Knex } from 'knex';
import { MIGRATIONS } from '../db/migrations.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { LEAST_FREE, type Room } from '../http/room.js';
import type { Metrics } from './metrics.js';

/** How it stands: alive, ready for work, and in numbers. */
export function healthRoutes(db: Knex, room: Room | null, metrics: Metrics | null): AnsweringRouter {
  const router = answering();
  const migration = async (): Promise<string | null> => {
    const at = await db('knex_migrations').orderBy('id', 'desc').first('name');
    return at?.name ?? null;
  };
  router.get('/metrics', (req, res, next) => {
    if (!metrics) throw new NotFoundError('Nothing answers at this address.');
    return metrics.answer(req, res, next);
  });

  router.get('/health', async (_req, res) => {
    try {
      res.json({ status: 'ok', database: { state: 'answering', migration: await migration() } });
    } catch {
      res.status(503).json({ status: 'degraded', database: { state: 'not answering' } });
    }
  });

  // Ready: the database answers, is up to date, and has room. A proxy sends nothing here meanwhile.
  router.get('/ready', async (_req, res) => {
    const wrong: string[] = [];
    try {
      if ((await migration()) !== MIGRATIONS.at(-1)?.name) wrong.push('the database is not up to date');
    } catch {
      wrong.push('the database is not answering');
    }
    if (room && (await room.free()) < LEAST_FREE) wrong.push('the disk is full');
    res.status(wrong.length ? 503 : 200).json({ ready: !wrong.length, wrong });
  });
  return router;
}
