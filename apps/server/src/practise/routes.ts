import type { PracticeAnswer } from '@hephaist/contracts/exchange/answers';
import { whoMay } from '@hephaist/contracts/exchange/people';
import { type Request } from 'express';
import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { idParam, jobOf } from '../jobs/routes.js';

/** Who composes courses, and who audits, sees everybody's runs; anybody else their own. */
function seesAll(req: Request): boolean {
  const instructs = [...whoMay('write:practice_course'), 'auditor'];
  return accountOf(req).roles.some((r) => instructs.includes(r));
}

/** Reading practice: courses and runs of a job, and one run with all that its hand did. */
export function practiceRoutes(): AnsweringRouter {
  const router = answering();
  router.get('/jobs/:id/practice', async (req, res) => {
    const [job, store] = [await jobOf(req), storeOf(req)];
    const by = seesAll(req) ? null : store.by.person;
    res.json({
      ...(await store.all(['practice_course'], { job_id: job.id })),
      runs: await store.practiceRows(job.id, by),
    } satisfies PracticeAnswer);
  });
  router.get('/practice-runs/:id', async (req, res) => {
    const run = await storeOf(req).stored('practice_run', idParam(req));
    if (!run || (run.data.by !== storeOf(req).by.person && !seesAll(req))) throw new NotFoundError('No such run here.');
    res.json(run);
  });
  return router;
}
