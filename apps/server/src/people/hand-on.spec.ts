import type { Device, HandOnAnswer } from '@hephaist/contracts/exchange/hand-on';
import type { House } from '@hephaist/contracts/records/house';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';

let h: Harness;
let serial = 0;
const sample: Omit<House, 'id'> = {
  paper: 'letter',
  editions: '',
  laboratory: '',
  lookedByAnother: false,
  rigChecksSigned: false,
  shortCodes: true,
};
beforeAll(async () => void (h = await harness()));
afterAll(() => h.close());

const NEW_PASSWORD = 'a password of their own';
/** Lets a fitter in, who has chosen a password. */
async function person(roles = ['fitter']): Promise<{ id: string; name: string }> {
  const [id, name] = [newId(), `holder${++serial}`];
  const body = { id, name, person: `Holder ${serial}`, roles, brazerId: null, password: TEST_PASSWORD };
  await h.as('administrator').post('/api/people').send(body).expect(201);
  const own = request.agent(h.app);
  await own.post('/api/sign-in').send({ name, password: TEST_PASSWORD }).expect(200);
  await own.post('/api/password').send({ old: TEST_PASSWORD, password: NEW_PASSWORD }).expect(200);
  return { id, name };
}
/** A tablet on which some people chose a short code, one after the other; the last is signed in. */
async function tablet(...holders: { name: string; code: string }[]) {
  const agent = request.agent(h.app);
  for (const { name, code } of holders) {
    await agent.post('/api/sign-in').send({ name, password: NEW_PASSWORD }).expect(200);
    await agent.post('/api/short-code').send({ password: NEW_PASSWORD, code }).expect(200);
  }
  return agent;
}
const offered = async (agent: request.Agent) => (await agent.get('/api/hand-on')).body as HandOnAnswer;
const devices = async () => (await h.as('administrator').get('/api/devices')).body as Device[];
const byAgent = (agent: request.Agent, accountId: string, code: string) =>
  agent.post('/api/hand-on').send({ accountId, code });

describe('a tablet that is handed on', () => {
  it('knows who has a short code on it, and takes the right one: from then on it logs in that name', async () => {
    const [a, b] = [await person(), await person(['fitter', 'quality'])];
    const agent = await tablet({ ...a, code: '4711' }, { ...b, code: '080915' });
    expect((await offered(agent)).people.map((p) => p.id).sort()).toEqual([a.id, b.id].sort());
    await byAgent(agent, a.id, '080915').expect(422);
    const me = await byAgent(agent, a.id, '4711').expect(200);
    expect(me.body).toMatchObject({ id: a.id, byCode: true });
    expect((await agent.get('/api/me')).body).toMatchObject({ id: a.id, byCode: true });
    await agent.get('/api/jobs').expect(200);
    expect((await byAgent(agent, b.id, '080915').expect(200)).body).toMatchObject({ id: b.id });
  });

  it('logs, and neither signs, writes anything else, nor touches its own account', async () => {
    const a = await person(['fitter', 'lead']);
    const agent = await tablet({ ...a, code: '4712' });
    await byAgent(agent, a.id, '4712').expect(200);
    const demo = await import('../../../../demo/saltmarsh.js');
    const data = { ...demo.saltmarsh('2026-06-15').job, id: newId() };
    const command = { id: newId(), kind: 'job', records: [{ seen: 0, data }] };
    const refused = await agent.post('/api/commands').send(command).expect(403);
    expect(refused.body.detail).toContain('Sign in with your password');
    for (const path of ['/api/sign-ins', '/api/people', '/api/devices', '/api/trail'])
      await agent.get(path).expect(403);
    const again = { password: NEW_PASSWORD, code: '9913' };
    for (const path of ['/api/short-code', '/api/second-factor', '/api/short-code/off', '/api/password'])
      await agent.post(path).send(again).expect(403);
    // With the password again it is the person themselves.
    await agent.post('/api/sign-in').send({ name: a.name, password: NEW_PASSWORD }).expect(200);
    await agent.get('/api/sign-ins').expect(200);
    await agent.post('/api/commands').send(command).expect(200);
  });

  it('takes no signature, whatever the password says', async () => {
    const a = await person();
    const agent = await tablet({ ...a, code: '4713' });
    await byAgent(agent, a.id, '4713').expect(200);
    const demo = await import('../../../../demo/saltmarsh.js');
    const [log] = demo.saltmarsh('2026-06-15').logs;
    const command = { id: newId(), kind: 'log', records: [{ seen: 0, data: { ...log, id: newId() } }] };
    const signature = { password: NEW_PASSWORD, meaning: 'out-of-range' };
    const refused = await agent
      .post('/api/commands')
      .send({ ...command, signature })
      .expect(403);
    expect(refused.body.detail).toContain('it logs');
  });

  it('is on that device only, soon spent by guessing, and ends with a new password', async () => {
    const a = await person();
    const agent = await tablet({ ...a, code: '4714' });
    const elsewhere = request.agent(h.app);
    expect((await offered(elsewhere)).people).toEqual([]);
    await byAgent(elsewhere, a.id, '4714').expect(409);
    for (const wrong of ['1112', '1113', '1114', '1115', '1116']) await byAgent(agent, a.id, wrong).expect(422);
    await byAgent(agent, a.id, '4714').expect(429);
    const b = await person();
    const other = await tablet({ ...b, code: '4715' });
    await other.post('/api/password').send({ old: NEW_PASSWORD, password: 'yet another one of theirs' }).expect(200);
    expect((await offered(other)).people).toEqual([]);
    await byAgent(other, b.id, '4715').expect(422);
  });

  it('a code is four to eight digits, none that is guessed first, with the right password', async () => {
    const a = await person();
    const agent = await tablet({ ...a, code: '4716' });
    const says = async (code: string, password = NEW_PASSWORD) =>
      (await agent.post('/api/short-code').send({ password, code })).body.fields?.[0]?.field as string;
    for (const code of ['471', '123456789', '12a4', '1111', '2345', '9876', '']) expect(await says(code)).toBe('code');
    expect(await says('4717', 'not their password')).toBe('password');
  });

  it('is given up by its owner, and switched off by the company', async () => {
    const a = await person();
    const agent = await tablet({ ...a, code: '4718' });
    expect((await agent.post('/api/short-code/off').expect(200)).body.people).toEqual([]);
    await agent.post('/api/short-code').send({ password: NEW_PASSWORD, code: '4719' }).expect(200);
    const [house] = (await h.store.list('house')) as { id: string }[];
    const data = { ...sample, id: house?.id ?? newId(), shortCodes: false };
    const put = (seen: number, more: object) =>
      h
        .as('quality')
        .post('/api/commands')
        .send({ id: newId(), kind: 'house', records: [{ seen, data: { ...data, ...more } }] })
        .expect(200);
    await put(house ? 1 : 0, {});
    expect(await offered(agent)).toEqual({ allowed: false, people: [] });
    await byAgent(agent, a.id, '4719').expect(409);
    await put(house ? 2 : 1, { shortCodes: true });
    await byAgent(agent, a.id, '4719').expect(200);
  });
});

describe('devices', () => {
  // Tries from one address are counted: these have a company of their own.
  beforeAll(async () => {
    await h.close();
    h = await harness();
  });
  it('are listed by the administrator; a revoked one has nobody signed in and no codes, until somebody signs in anew', async () => {
    const a = await person();
    const agent = await tablet({ ...a, code: '4720' });
    const mine = (await devices()).find((d) => d.codes.includes(`Holder ${serial}`))!;
    expect(mine).toMatchObject({ person: `Holder ${serial}`, revoked: false });
    await h.as('fitter').get('/api/devices').expect(403);
    await h.as('administrator').post(`/api/devices/${mine.id}/revoke`).expect(200);
    await agent.get('/api/me').expect(401);
    expect((await offered(agent)).people).toEqual([]);
    await byAgent(agent, a.id, '4720').expect(409);
    expect((await devices()).find((d) => d.id === mine.id)).toMatchObject({ revoked: true, codes: [] });
    await agent.post('/api/sign-in').send({ name: a.name, password: NEW_PASSWORD }).expect(200);
    await agent.get('/api/me').expect(200);
    expect((await devices())[0]?.id).not.toBe(mine.id);
    await h.as('administrator').post(`/api/devices/${newId()}/revoke`).expect(404);
  });

  it('one company sees none of another, and revokes none', async () => {
    const other = await h.otherCompany();
    expect((await other('administrator').get('/api/devices')).body).toEqual([]);
    const [one] = await devices();
    await other('administrator').post(`/api/devices/${one?.id}/revoke`).expect(404);
  });
});
