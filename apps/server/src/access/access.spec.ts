import { ALL_DEEDS, type Deed, mayDo, type PeopleAnswer, whoMay } from '@hephaist/contracts/exchange/people';
import { KINDS } from '@hephaist/contracts/records/kinds';
import { ROLES } from '@hephaist/contracts/records/roles';
import request from 'supertest';
import { describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';
import { deedOf, ROUTE_DEEDS } from './route-deeds.js';

const file = demoFile();
const h = withJob(file);

interface Layer {
  readonly route?: { readonly path: string; readonly methods: Record<string, boolean> };
  readonly handle: { readonly stack?: Layer[] };
}
/** Every route that the application really has under /api. */
function registered(): string[] {
  const walk = (layers: readonly Layer[]): string[] =>
    layers.flatMap((l) =>
      l.route
        ? Object.keys(l.route.methods).map((m) => `${m.toUpperCase()} ${l.route?.path}`)
        : l.handle.stack
          ? walk(l.handle.stack)
          : [],
    );
  return walk((h.app as unknown as { router: { stack: Layer[] } }).router.stack);
}

/** A path with identifiers that are nobody's. */
const filled = (path: string): string => path.replace(/:\w+/g, () => newId());
const ask = (agent: request.Agent, method: string, path: string): request.Test =>
  agent[method.toLowerCase() as 'get'](`/api${path}`);

describe('who may what', () => {
  it('every route of the application stands in the table, and the table has no other', () => {
    const here = registered().filter((r) => !r.includes('{*path}'));
    expect([...new Set(here)].sort()).toEqual(ROUTE_DEEDS.map(([m, p]) => `${m} ${p}`).sort());
    expect(deedOf('GET', '/no/such/route')).toBeNull();
    expect(deedOf('DELETE', '/jobs')).toBeNull();
  });

  it.each(ROUTE_DEEDS.filter(([, , deed]) => deed !== 'open'))('%s %s asks who it is', async (method, path) => {
    await ask(request.agent(h.app), method, filled(path)).expect(401);
    await ask(request.agent(h.app).set('Cookie', 'hephaist=made-up'), method, filled(path)).expect(401);
  });

  const closed = ROUTE_DEEDS.filter(([m, p, deed]) => deed !== 'open' && deed !== 'own' && !p.endsWith('stream') && m);
  it.each(closed.flatMap(([m, p, d]) => ROLES.map((role) => [role, m, p, d as Deed] as const)))(
    '%s, %s %s',
    async (role, method, path, deed) => {
      const answer = await ask(h.as(role), method, filled(path));
      if (mayDo([role], deed)) expect([401, 403]).not.toContain(answer.status);
      else {
        expect(answer.status).toBe(403);
        expect(answer.body.detail).toContain(`you are signed in as ${role}`);
      }
    },
  );

  it.each(KINDS.flatMap((kind) => ROLES.map((role) => [role, kind] as const)))('%s writes %s', async (role, kind) => {
    const before = await h.store.count(kind);
    const record = {
      job: file.job,
      line: file.lines[0],
      joint: { ...file.joints[0], id: newId(), mark: `R-${newId().slice(-6)}` },
      brazer: { ...file.brazers[0], id: newId(), mark: newId().slice(-6) },
      procedure: file.procedures[0],
      log: file.logs[0],
      coupon: file.coupons[0],
    }[kind as 'joint'];
    const answer = await h
      .as(role)
      .post('/api/commands')
      .send({ id: newId(), kind, records: [{ seen: 0, data: record ?? {} }] });
    if (mayDo([role], `write:${kind}`)) expect(answer.status).not.toBe(403);
    else {
      expect([403, 422]).toContain(answer.status);
      expect(await h.store.count(kind)).toBe(before);
    }
  });

  it('nobody writes a signature by hand, and a role in the request counts for nothing', async () => {
    expect(whoMay('write:signature')).toEqual([]);
    const joint = { ...file.joints[0], id: newId(), mark: 'FORGED' };
    await h
      .as('auditor')
      .post('/api/commands?role=administrator')
      .set('X-Role', 'administrator')
      .set('X-Company', newId())
      .send({ id: newId(), kind: 'joint', records: [{ seen: 0, data: joint }] })
      .expect(403);
    expect(await h.store.find('joint', joint.id)).toBeNull();
    expect(ALL_DEEDS.filter((d) => mayDo(['auditor'], d)).sort()).toEqual([
      'calendar',
      'export',
      'original',
      'read',
      'trail',
    ]);
  });

  it('another company’s identifiers open nothing, on any route', async () => {
    const theirs = (await h.otherCompany())();
    const [line, session] = [file.lines[0]?.id ?? '', newId()];
    const ids: Record<string, string> = { jobs: file.job.id, lines: line, sessions: session, people: '' };
    const [person] = ((await h.as().get('/api/people')).body as PeopleAnswer).people;
    ids['people'] = person?.id ?? '';
    for (const [method, path, deed] of ROUTE_DEEDS) {
      const first = path.split('/')[1] ?? '';
      if (deed === 'open' || !path.includes(':id') || !ids[first]) continue;
      const bodies: Record<string, object> = {
        people: { person: 'X', roles: ['fitter'], brazerId: null, disabled: true, password: null },
        jobs: { units: 'us', name: 'Copy' },
        lines: { units: 'us' },
      };
      const answer = await ask(theirs, method, path.replace(':id', ids[first]).replace(/:\w+/g, newId())).send(
        method === 'GET' ? undefined : bodies[first],
      );
      const empty = answer.status === 200 && Array.isArray(answer.body) && answer.body.length === 0;
      expect([404, 422].includes(answer.status) || empty, `${method} ${path}: ${answer.status}`).toBe(true);
    }
    expect(((await theirs.get('/api/people').expect(200)).body as PeopleAnswer).people).not.toContainEqual(
      expect.objectContaining({ id: person?.id }),
    );
    expect(((await h.as().get('/api/people').expect(200)).body as PeopleAnswer).people).toContainEqual(
      expect.objectContaining({ id: person?.id, disabled: false }),
    );
  });
});
