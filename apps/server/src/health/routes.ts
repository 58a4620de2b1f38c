import { Router } from 'express';
import type { Knex } from 'knex';

/** "ok" when the database answers, else 503 with what is wrong. */
export function healthRoutes(db: Knex): Router {
  const router = Router();
  router.get('/health', async (_req, res) => {
    try {
      const at = (await db('knex_migrations').orderBy('id', 'desc').first('name')) as { name: string } | undefined;
      res.json({ status: 'ok', database: { state: 'answering', migration: at?.name ?? null } });
    } catch {
      res.status(503).json({ status: 'degraded', database: { state: 'not answering' } });
    }
  });
  return router;
}
