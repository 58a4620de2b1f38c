import { idSchema, parse, parseJobFile } from '@hephaist/contracts';
import { Router } from 'express';
import { storeOf } from '../access/guard.js';
import { idParam } from '../jobs/routes.js';
import { exportJob, importJob } from './job-file.js';

/** Export of a job as one JSON file, and import of such a file. */
export function exchangeRoutes(): Router {
  const router = Router();
  router.get('/jobs/:id/export', async (req, res) => {
    const text = await exportJob(storeOf(req), idParam(req));
    res.type('application/json').setHeader('Content-Disposition', 'attachment; filename="job.hephaist.json"');
    res.send(text);
  });
  router.post('/import/:id', async (req, res) => {
    const commandId = parse<string>(idSchema, req.params['id']);
    res.status(201).json(await importJob(storeOf(req), parseJobFile(req.body), commandId));
  });
  return router;
}
