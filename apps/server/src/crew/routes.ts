import type { Crew } from '@hephaist/contracts';
import { dayIn } from '@hephaist/core';
import { Router } from 'express';
import type { RecordStore } from '../records/store.js';

/** All that says who may braze: brazers, coupons, procedures, and each joint made on its calendar day. */
export function crewRoutes(store: RecordStore): Router {
  const router = Router();
  router.get('/crew', async (_req, res) => {
    const [brazers, coupons, procedures, brazings] = await Promise.all([
      store.list('brazer'),
      store.list('coupon'),
      store.list('procedure'),
      store.brazings(),
    ]);
    const crew: Crew = {
      brazers,
      coupons,
      procedures,
      brazings: brazings.map((b) => ({
        brazerId: b.brazerId,
        day: dayIn(b.brazedAt.toISOString(), b.timeZone),
        label: b.mark,
      })),
    };
    res.json(crew);
  });
  return router;
}
