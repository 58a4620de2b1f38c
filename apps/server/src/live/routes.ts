import { type SessionDetail, type TraceRow, traceTable } from '@hephaist/contracts/records/purge-session';
import { STAND_IN_MISHAPS, type StandInMishap } from '@hephaist/core/live/simulated-line';
import { saysOf } from '@hephaist/core/words/says-of';
import { type Request, type Response } from 'express';
import Papa from 'papaparse';
import { storeOf } from '../access/guard.js';
import { answering, type AnsweringRouter } from '../http/answering.js';
import { NotFoundError, RefusedError } from '../http/errors.js';
import { idParam } from '../jobs/routes.js';
import type { RecordStore } from '../records/store.js';
import type { ReachableSet } from './instruments.js';
import { tellStandIn } from './stand-in-control.js';

/** How often the database is asked for news, and the browser told that the server lives, ms. */
const ASK_MS = 400;
/** How often it is asked whether who listens is signed in still, ms. */
const SIGNED_IN_MS = 3000;
/** Rows in one message. */
const AT_ONCE = 4000;

async function detailOf(store: RecordStore, id: string): Promise<SessionDetail> {
  const session = await store.find('purge_session', id);
  if (!session) throw new NotFoundError('No such purge session here.');
  const marks = await store.list('purge_mark', { session_id: id });
  return { session, marks };
}

/**
 * Sends a session's trace as it grows: only rows that the database has. A browser that comes back names the last row
 * it saw, and goes on from there.
 */
async function stream(
  store: RecordStore,
  id: string,
  from: number,
  res: Response,
  signedIn: () => Promise<boolean>,
): Promise<void> {
  res.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store, no-transform',
    Connection: 'keep-alive',
  });
  let [after, marks, closed, asked] = [from, -1, false, Date.now()];
  const send = (event: string, data: unknown): void =>
    void res.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
  res.on('close', () => (closed = true));
  while (!closed) {
    try {
      const rows: TraceRow[] = await store.trace.rows(id, after, AT_ONCE);
      if (rows.length) send('rows', rows);
      after = rows.at(-1)?.seq ?? after;
      const count = await store.count('purge_mark', { session_id: id });
      if (count !== marks) send('marks', await store.list('purge_mark', { session_id: id }));
      marks = count;
      send('now', { nowMs: Date.now() });
      if (rows.length === AT_ONCE) continue;
    } catch {
      // The database is away: the browser hears nothing and says so; it is tried again.
    }
    if (Date.now() - asked >= SIGNED_IN_MS) {
      asked = Date.now();
      if (!(await signedIn())) return void res.end();
    }
    await new Promise((next) => setTimeout(next, ASK_MS));
  }
}

const afterOf = (req: Request): number => {
  const n = Number(req.query['after'] ?? 0);
  return Number.isSafeInteger(n) && n >= 0 ? n : 0;
};

/** Purge sessions of a job, the stream of one, its trace as CSV, and the knobs of the stand-ins. */
export function liveRoutes(
  sets: readonly ReachableSet[],
  signedIn: (req: Request) => Promise<boolean>,
): AnsweringRouter {
  const router = answering();
  router.get('/instruments', (_req, res) => {
    res.json(sets.map(({ id, name, devices, standIn }) => ({ id, name, devices, standIn })));
  });
  router.get('/jobs/:id/sessions', async (req, res) => {
    const store = storeOf(req);
    const own = { job_id: idParam(req) };
    const [sessions, marks] = await Promise.all([store.list('purge_session', own), store.list('purge_mark', own)]);
    res.json(sessions.map((s) => ({ session: s, marks: marks.filter((m) => m.sessionId === s.id) })));
  });
  router.get('/sessions/:id', async (req, res) => {
    res.json(await detailOf(storeOf(req), idParam(req)));
  });
  router.get('/sessions/:id/trace', async (req, res) => {
    const store = storeOf(req);
    await detailOf(store, idParam(req));
    res.json(await store.trace.rows(idParam(req), afterOf(req)));
  });
  router.get('/sessions/:id/stream', async (req, res) => {
    const store = storeOf(req);
    await detailOf(store, idParam(req));
    await stream(store, idParam(req), afterOf(req), res, () => signedIn(req));
  });
  router.get('/sessions/:id/trace.csv', async (req, res) => {
    const store = storeOf(req);
    const { session, marks } = await detailOf(store, idParam(req));
    const joints = await store.list('joint', { job_id: session.jobId });
    const names = new Map(joints.map((j) => [j.id, j.mark]));
    const rows = traceTable(await store.trace.rows(session.id), marks, (id) => names.get(id) ?? id);
    res.attachment(`purge-${session.startedAt.slice(0, 10)}.csv`);
    res.type('text/csv').send(Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' }));
  });
  router.post('/instruments/:set/mishap', async (req, res) => {
    const set = sets.find((s) => s.id === req.params['set']);
    if (!set?.control) throw new NotFoundError('No such stand-ins here.');
    const { mishap } = req.body as { mishap?: StandInMishap };
    if (!mishap || !STAND_IN_MISHAPS.includes(mishap)) throw new RefusedError(`One of ${STAND_IN_MISHAPS.join(', ')}.`);
    try {
      await tellStandIn(set.control, [`mishap ${mishap}`]);
    } catch (e) {
      throw new RefusedError(`The stand-ins did not take it: ${saysOf(e)}.`);
    }
    res.json({ mishap });
  });
  return router;
}
