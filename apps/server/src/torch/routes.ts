import type { HotWorkAnswer, RigsAnswer } from '@hephaist/contracts/exchange/answers';
import { storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { jobOf } from '../jobs/routes.js';

/** Rounds that are read with the rigs: those of so many days. */
const LATE_DAYS = 60;
const dayBefore = (now: Date, days: number): string =>
  new Date(now.getTime() - days * 86_400_000).toISOString().slice(0, 10);

/** Reading torch rigs with their rounds of late, and the hot work of a job. */
export function torchRoutes(now: () => Date): AnsweringRouter {
  const router = answering();
  router.get('/rigs', async (req, res) => {
    const store = storeOf(req);
    const { rig, rig_check } = await store.all(['rig', 'rig_check']);
    const from = dayBefore(now(), LATE_DAYS);
    res.json({ rig, rig_check: rig_check.filter((c) => c.data.on >= from) } satisfies RigsAnswer);
  });
  router.get('/jobs/:id/hot-work', async (req, res) => {
    const job = await jobOf(req);
    res.json((await storeOf(req).all(['hot_work', 'hot_work_mark'], { job_id: job.id })) satisfies HotWorkAnswer);
  });
  return router;
}
