import type { Crew } from '@hephaist/contracts';
import { Router } from 'express';
import { storeOf } from '../access/guard.js';
import { brazingsOf } from './brazings.js';

/** All that says who may braze: brazers, coupons, procedures, and each joint made on its calendar day. */
export function crewRoutes(): Router {
  const router = Router();
  router.get('/crew', async (req, res) => {
    const store = storeOf(req);
    const [brazers, coupons, procedures, brazings] = await Promise.all([
      store.list('brazer'),
      store.list('coupon'),
      store.list('procedure'),
      brazingsOf(store),
    ]);
    res.json({ brazers, coupons, procedures, brazings } satisfies Crew);
  });
  return router;
}
