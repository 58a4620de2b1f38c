import { FOLLOWABLE, type Followable, type Followed } from '@hephaist/contracts/exchange/followed';
import { type Request } from 'express';
import { storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import { paperAsked } from '../papers/routes.js';
import type { RecordStore } from '../records/store.js';
import { findFollowed } from './find.js';
import { followJoint } from './joint.js';
import { Known } from './known.js';
import { followBrazer, followCoupon, followLot, followProcedure } from './others.js';
import { followedPdf } from './pdf.js';

/** Longest text of a lot. */
const MOST_LOT = 60;

/** All that bears on a joint, brazer, procedure, coupon or lot. @throws NotFoundError */
export async function followed(store: RecordStore, of: Followable, id: string, today: string): Promise<Followed> {
  const known = await Known.of(store);
  if (of === 'joint') return followJoint(known, id);
  if (of === 'brazer') return followBrazer(known, id, today);
  if (of === 'procedure') return followProcedure(known, id, store);
  return of === 'coupon' ? followCoupon(known, id) : followLot(known, id, store);
}

/** What the path asks for. @throws NotFoundError */
function asked(req: Request): { of: Followable; id: string } {
  const of = FOLLOWABLE.find((f) => f === req.params['of']);
  if (!of) throw new NotFoundError('Nothing of this kind can be followed.');
  return { of, id: of === 'lot' ? String(req.params['id']).slice(0, MOST_LOT) : idParam(req) };
}

export function followRoutes(now: () => Date): AnsweringRouter {
  const router = answering();
  router.get('/follow/:of/:id', async (req, res) => {
    const { of, id } = asked(req);
    res.json(await followed(storeOf(req), of, id, now().toISOString().slice(0, 10)));
  });
  router.get('/follow/:of/:id/page.pdf', async (req, res) => {
    const { of, id } = asked(req);
    const day = now().toISOString().slice(0, 10);
    const page = await followed(storeOf(req), of, id, day);
    const pdf = await followedPdf(page, await paperAsked(req, day));
    res.type('application/pdf').attachment('page.pdf').send(pdf);
  });
  router.get('/follow', async (req, res) => {
    const sought = typeof req.query['sought'] === 'string' ? req.query['sought'].slice(0, MOST_LOT) : '';
    res.json(await findFollowed(storeOf(req), sought));
  });
  return router;
}
