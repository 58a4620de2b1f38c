import type { PeopleAnswer } from '@hephaist/contracts/exchange/people';
import request from 'supertest';
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest';
import { type Harness, harness, newId, TEST_COST, TEST_PASSWORD } from '../../test/harness.js';
import { offerFirstRun } from './first-run.js';
import { LOCK_S, MOST_TRIES } from './limits.js';
import { checkPassword, hashPassword } from './passwords.js';
import { PeopleStore } from './people-store.js';
import { IDLE_MS, LONGEST_MS } from './sign-in.js';

let h: Harness;
let now = new Date('2026-06-15T12:00:00Z');
const LOCK_MS = 1000 * LOCK_S;
let serial = 0;
const later = (ms: number): void => {
  now = new Date(now.getTime() + ms);
  vi.setSystemTime(now);
};

beforeAll(async () => {
  // Its own sign-ins are made by the real clock, which is later than the one that then runs.
  h = await harness(undefined, { now: () => now });
  vi.useFakeTimers({ toFake: ['Date'], now });
});
afterAll(async () => {
  vi.useRealTimers();
  await h.close();
});

const admin = () => h.as('administrator');
/** Lets someone in and answers their sign-in name. */
async function letIn(roles = ['fitter']): Promise<{ id: string; name: string }> {
  const [id, name] = [newId(), `person${++serial}`];
  const body = { id, name, person: 'Ada Marsh', roles, brazerId: null, password: TEST_PASSWORD };
  await admin().post('/api/people').send(body).expect(201);
  return { id, name };
}
const signIn = (name: string, password = TEST_PASSWORD, ip = `10.0.0.${++serial % 250}`) =>
  request(h.app).post('/api/sign-in').set('X-Test', ip).send({ name, password });
const cookieOf = (answer: { headers: Record<string, unknown> }): string =>
  String((answer.headers['set-cookie'] as string[] | undefined)?.[0] ?? '');
const me = (cookie: string) =>
  request(h.app)
    .get('/api/me')
    .set('Cookie', cookie.split(';')[0] ?? '');

describe('passwords', () => {
  it('are kept as salted hashes with their cost beside them', async () => {
    const [a, b] = [await hashPassword('correct horse', TEST_COST), await hashPassword('correct horse', TEST_COST)];
    expect(a).not.toBe(b);
    expect(a).toMatch(/^scrypt\$4\$1\$1\$/);
    expect(await checkPassword('correct horse', a)).toBe(true);
    expect(await checkPassword('correct horsE', a)).toBe(false);
    expect(await checkPassword('correct horse', 'correct horse')).toBe(false);
    expect(await hashPassword('x')).toMatch(/^scrypt\$15\$8\$3\$/);
  });

  it('the key is that of RFC 7914', async () => {
    const key = Buffer.from(
      'fdbabe1c9d3472007856e7190d01e9fe7c6ad7cbc8237830e77376634b3731622eaf30d92e22a3886ff109279d9830dac727afb94a83ee6d8360cbdfa2cc0640',
      'hex',
    ).subarray(0, 32);
    const salt = Buffer.from('NaCl').toString('base64url');
    expect(await checkPassword('password', `scrypt$10$8$16$${salt}$${key.toString('base64url')}`)).toBe(true);
  });
});

describe('signing in', () => {
  beforeEach(() => later(LOCK_MS * 2));

  it('gives a cookie that no script reads and no other site sends', async () => {
    const { name } = await letIn();
    const answer = await signIn(name).expect(200);
    expect(answer.body).toMatchObject({ name, roles: ['fitter'], mustChange: true });
    expect(JSON.stringify(answer.body)).not.toContain('scrypt');
    expect(cookieOf(answer)).toMatch(/HttpOnly/);
    expect(cookieOf(answer)).toMatch(/SameSite=Strict/);
    expect((await me(cookieOf(answer)).expect(200)).body.name).toBe(name);
  });

  it('says the same of a wrong name and a wrong password', async () => {
    const { name } = await letIn();
    const [a, b] = [await signIn(name, 'not it at all'), await signIn('nobody-at-all', 'not it at all')];
    expect([a.status, a.body.detail]).toEqual([b.status, b.body.detail]);
    await request(h.app).post('/api/sign-in').send({ name: 7 }).expect(422);
  });

  it('shuts a name after too many wrong tries from here, even for the right password, and opens it later', async () => {
    const { name } = await letIn();
    for (let i = 0; i < MOST_TRIES; i++) await signIn(name, 'wrong password').expect(409);
    expect((await signIn(name).expect(429)).body.detail).toMatch(/Wait until \d\d:\d\d UTC/);
    later(LOCK_MS + 1000);
    await signIn(name).expect(200);
  });

  it('a right password in between begins the count anew', async () => {
    const { name } = await letIn();
    for (let round = 0; round < 2; round++) {
      for (let i = 0; i < MOST_TRIES - 1; i++) await signIn(name, 'wrong password').expect(409);
      await signIn(name).expect(200);
    }
  });

  it('ends when unused too long, and in any case after a week', async () => {
    const { name } = await letIn();
    const idle = cookieOf(await signIn(name));
    later(IDLE_MS + 1000);
    await me(idle).expect(401);
    const used = cookieOf(await signIn(name));
    for (let t = 0; t < LONGEST_MS - IDLE_MS; t += IDLE_MS / 2) {
      later(IDLE_MS / 2);
      await me(used).expect(200);
    }
    later(IDLE_MS + 1000);
    await me(used).expect(401);
  });

  it('out is out, for this browser only', async () => {
    const { name } = await letIn();
    const [a, b] = [cookieOf(await signIn(name)), cookieOf(await signIn(name))];
    await request(h.app)
      .post('/api/sign-out')
      .set('Cookie', a.split(';')[0] ?? '')
      .expect(200);
    await me(a).expect(401);
    await me(b).expect(200);
  });

  it('a token read from the table opens nothing', async () => {
    const row = (await h.db('sign_in').first('token_hash')) as { token_hash: string };
    await me(`hephaist=${row.token_hash}`).expect(401);
  });

  it('what another site had the browser send is refused', async () => {
    await admin().post('/api/sign-out').set('Sec-Fetch-Site', 'cross-site').expect(403);
    await request(h.app).post('/api/sign-in').set('Sec-Fetch-Site', 'same-site').send({}).expect(403);
    await admin().get('/api/me').set('Sec-Fetch-Site', 'cross-site').expect(200);
  });
});

describe('people', () => {
  beforeEach(() => later(LOCK_MS * 2));

  it('a given password is changed before anything else; then other sign-ins end', async () => {
    const { name } = await letIn(['lead']);
    const [here, there] = [cookieOf(await signIn(name)), cookieOf(await signIn(name))].map(
      (c) => c.split(';')[0] ?? '',
    );
    const ask = (cookie: string) => request(h.app).get('/api/jobs').set('Cookie', cookie);
    expect((await ask(here!).expect(403)).body.detail).toContain('Change the password');
    const change = (body: object) => request(h.app).post('/api/password').set('Cookie', here!).send(body);
    expect((await change({ old: 'no', password: 'long enough now' }).expect(422)).body.fields[0].field).toBe('old');
    expect((await change({ old: TEST_PASSWORD, password: 'short' }).expect(422)).body.fields[0].says).toContain('10');
    await change({ old: TEST_PASSWORD, password: TEST_PASSWORD }).expect(422);
    await change({ old: TEST_PASSWORD, password: 'only I know this one' }).expect(200);
    await ask(here!).expect(200);
    await ask(there!).expect(401);
    await signIn(name).expect(409);
    await signIn(name, 'only I know this one').expect(200);
  });

  it('shut out is out at once', async () => {
    const { id, name } = await letIn();
    const cookie = cookieOf(await signIn(name));
    const change = { person: 'Ada Marsh', roles: ['fitter'], brazerId: null, disabled: true };
    await admin().put(`/api/people/${id}`).send(change).expect(200);
    await me(cookie).expect(401);
    await signIn(name).expect(409);
  });

  it('names are one in the installation; bad entries are told at their field', async () => {
    const { name } = await letIn();
    const again = { id: newId(), name, person: 'B', roles: ['fitter'], brazerId: null, password: TEST_PASSWORD };
    expect((await admin().post('/api/people').send(again).expect(422)).body.fields[0].field).toBe('name');
    const bad = { ...again, name: 'Big Name', roles: ['owner'], password: 'x' };
    const fields = (await admin().post('/api/people').send(bad).expect(422)).body.fields as { field: string }[];
    expect(fields.map((f) => f.field).sort()).toEqual(['name', 'password', 'roles.0']);
  });

  it('the last administrator stays', async () => {
    const people = ((await admin().get('/api/people').expect(200)).body as PeopleAnswer).people;
    const [first, second] = people.filter((p) => p.roles.includes('administrator'));
    const change = { person: 'P', roles: ['fitter'], brazerId: null, disabled: false };
    await h
      .as()
      .put(`/api/people/${first?.id}`)
      .send({ ...change, roles: ['administrator'] })
      .expect(200);
    await h.as().put(`/api/people/${first?.id}`).send(change).expect(200);
    const answer = await h.as().put(`/api/people/${second?.id}`).send(change);
    // Whoever asked may have been the first: then the role is gone with it.
    expect([403, 409]).toContain(answer.status);
    const left = await new PeopleStore(h.db).administrators(h.store.companyId);
    expect(left).toHaveLength(1);
  });
});

describe('the first administrator', () => {
  it('is made once, by who has the code', async () => {
    const empty = await harness();
    const company = newId();
    await empty.db('company').insert({ id: company, name: 'New' });
    const [code] = await offerFirstRun(empty.db);
    const ask = (body: object) => request(empty.app).post('/api/first-run').send(body);
    const given = { code, company: 'Marsh & Sons', person: 'Ida Marsh', name: 'ida', password: 'a long password' };
    // Others can sign in already: they go on seeing the page for that, and who has a code finds a way beside it.
    expect((await request(empty.app).get('/api/first-run')).body).toEqual({ waiting: false, code: true, demo: [] });
    await ask({ ...given, code: 'AAAA-BBBB-CCCC-DDDD' }).expect(422);
    await ask({ ...given, password: 'ida1234567' }).expect(422);
    const two = await Promise.all([ask(given), ask({ ...given, name: 'ida2' })]);
    expect(two.map((a) => a.status).sort()).toEqual([201, 422]);
    const won = two.find((a) => a.status === 201);
    expect(won?.body).toMatchObject({ company: 'Marsh & Sons', roles: ['administrator', 'quality', 'lead'] });
    expect((await request(empty.app).get('/api/first-run')).body).toEqual({ waiting: false, code: false, demo: [] });
    await empty.db('account').del();
    expect((await request(empty.app).get('/api/first-run')).body).toEqual({ waiting: true, code: true, demo: [] });
    await ask(given).expect(422);
    await empty.close();
  });
});
