import { storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { idParam } from '../jobs/routes.js';
import { rodListPdf } from './pdf.js';
import { jobRodList, parseRodListRequest } from './rod-list.js';

/** The rod and flux list as PDF. */
export function rodListRoutes(): AnsweringRouter {
  const router = answering();
  router.post('/jobs/:id/rod-list.pdf', async (req, res) => {
    const request = parseRodListRequest(req.body);
    const list = await jobRodList(storeOf(req), idParam(req), request);
    const pdf = await rodListPdf(list, request, new Date().toISOString().slice(0, 10));
    res.type('application/pdf').setHeader('Content-Disposition', 'attachment; filename="rod-list.pdf"');
    res.send(pdf);
  });
  return router;
}
