import type { JobDetail, JointPage } from '@hephaist/contracts/exchange/answers';
import { type Job, jobSchema } from '@hephaist/contracts/records/job';
import { idSchema } from '@hephaist/contracts/schemas/ids';
import { parse } from '@hephaist/contracts/schemas/parse';
import { type Request, text } from 'express';
import { accountOf, storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError } from '../http/errors.js';
import { goneOf } from '../http/gone.js';
import type { KeptAnswers } from '../http/kept-answers.js';
import type { WorkPool } from '../work/work-pool.js';
import { copyJob } from './copy.js';

const PAGE = 1000;
const UUID = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/** The id in the path. @throws NotFoundError when it is not an id at all */
export function idParam(req: Request): string {
  const id = String(req.params['id']);
  if (!UUID.test(id)) throw new NotFoundError('No such record.');
  return id;
}

/** The job in the path as it is stored. @throws NotFoundError */
async function storedJobOf(req: Request) {
  const job = await storeOf(req).stored('job', idParam(req));
  if (!job) throw new NotFoundError('No such job here.');
  return job;
}

/** The job in the path. @throws NotFoundError */
export const jobOf = async (req: Request): Promise<Job> => (await storedJobOf(req)).data;

function cursorOf(value: unknown): { sort: number; id: string } | null {
  const m = typeof value === 'string' ? /^(\d{1,9})~(.{36})$/.exec(value) : null;
  return m?.[2] && UUID.test(m[2]) ? { sort: Number(m[1]), id: m[2] } : null;
}

/** Reading jobs: list, one with its lines, its joints by page, its log; and checking a joint list in CSV. */
export function jobRoutes(maxBytes: number, work: WorkPool, kept: KeptAnswers): AnsweringRouter {
  const router = answering();
  router.get('/jobs', async (req, res) => {
    res.json(await storeOf(req).jobSummaries());
  });
  router.get('/jobs/:id', async (req, res) => {
    const job = await storedJobOf(req);
    const { line } = await storeOf(req).all(['line'], { job_id: job.data.id });
    res.json({ job: [job], line } satisfies JobDetail);
  });
  router.get('/jobs/:id/joints', async (req, res) => {
    const store = storeOf(req);
    const job = await jobOf(req);
    const limit = Math.min(PAGE, Math.max(1, Number(req.query['limit']) || PAGE));
    const after = cursorOf(req.query['after']);
    const key = ['joints', store.companyId, job.id, await store.state(), limit, after?.sort, after?.id].join(' ');
    await kept.send(req, res, key, async () => {
      const { texts, last } = await store.jointsAsText(job.id, after, limit);
      const rest: Omit<JointPage, 'joint'> = {
        next: last ? `${last.sort}~${last.id}` : null,
        total: await store.count('joint', { job_id: job.id }),
      };
      return `{"joint": [${texts.join(', ')}], ${JSON.stringify(rest).slice(1)}`;
    });
  });
  router.get('/jobs/:id/logs', async (req, res) => {
    const job = await jobOf(req);
    res.json(await storeOf(req).all(['log'], { job_id: job.id }));
  });
  router.get('/jobs/:id/pressure-tests', async (req, res) => {
    const job = await jobOf(req);
    res.json(await storeOf(req).all(['pressure_test', 'line_step'], { job_id: job.id }));
  });
  router.post('/jobs/:id/joints/check-csv', text({ type: '*/*', limit: maxBytes }), async (req, res) => {
    const store = storeOf(req);
    const job = await jobOf(req);
    const [lines, joints, rows] = await Promise.all([
      store.list('line', { job_id: job.id }),
      store.list('joint', { job_id: job.id }),
      store.list('own_row'),
    ]);
    const list = typeof req.body === 'string' ? req.body : '';
    const asked = { text: list, lines, marks: joints.map((j) => j.mark), rows };
    res.json(await work.run(accountOf(req).id, 'csv', asked, goneOf(res)));
  });
  return router;
}

/** Copying a job. */
export function jobCommandRoutes(): AnsweringRouter {
  const router = answering();
  router.post('/jobs/:id/copy/:commandId', async (req, res) => {
    const commandId = parse<string>(idSchema, req.params['commandId']);
    const { name } = parse<Pick<Job, 'name'>>(jobSchema.pick(['name']), req.body);
    res.status(201).json(await copyJob(storeOf(req), idParam(req), name, commandId));
  });
  return router;
}
