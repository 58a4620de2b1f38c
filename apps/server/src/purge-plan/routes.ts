import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { goneOf } from '../http/gone.js';
import { idParam } from '../jobs/routes.js';
import type { WorkPool } from '../work/work-pool.js';
import { purgePlanPdf } from './pdf.js';
import { parsePurgePlanRequest, purgePlanOf } from './purge-plan.js';

/** The purge plan of a line as one page of PDF, worked out on the server. */
export function purgePlanRoutes(work: WorkPool): AnsweringRouter {
  const router = answering();
  router.post('/lines/:id/purge-plan.pdf', async (req, res) => {
    const request = parsePurgePlanRequest(req.body);
    const plan = await purgePlanOf(storeOf(req), idParam(req), request, (task) =>
      work.run(accountOf(req).id, 'purge', task, goneOf(res)),
    );
    const pdf = await purgePlanPdf(plan, request, new Date().toISOString().slice(0, 10));
    res.type('application/pdf').setHeader('Content-Disposition', 'attachment; filename="purge-plan.pdf"');
    res.send(pdf);
  });
  return router;
}
