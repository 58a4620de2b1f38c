import { get, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId, TEST_COST, TEST_PASSWORD } from '../../test/harness.js';
import { sampleSession, until } from '../../test/instruments.js';
import { importJob } from '../exchange/job-file.js';
import { LOCK_S, MOST_ELSEWHERE, MOST_FROM_ONE, MOST_TRIES } from './limits.js';
import { checkPassword, hashPassword } from './passwords.js';
import { PeopleStore } from './people-store.js';

let h: Harness;
let serial = 0;
beforeAll(async () => {
  h = await harness(undefined, { trustProxy: 'loopback' });
});
afterAll(() => h.close());

const someone = async (roles: ('quality' | 'fitter')[] = ['quality']): Promise<{ id: string; name: string }> => {
  const [id, name] = [newId(), `someone${++serial}`];
  const hash = await hashPassword(TEST_PASSWORD, TEST_COST);
  await new PeopleStore(h.db).insert(
    h.store.companyId,
    { id, name, person: 'Ada', roles, brazerId: null },
    hash,
    false,
  );
  return { id, name };
};
/** Signs in as the proxy tells it came from an address. */
const signIn = (name: string, from: string, password = TEST_PASSWORD, proto = 'http') =>
  request(h.app)
    .post('/api/sign-in')
    .set('X-Forwarded-For', from)
    .set('X-Forwarded-Proto', proto)
    .send({ name, password });
const cookieOf = (answer: { headers: Record<string, unknown> }): string =>
  (answer.headers['set-cookie'] as string[] | undefined)?.[0]?.split(';')[0] ?? '';
const count = (answers: readonly { status: number }[], status: number): number =>
  answers.filter((a) => a.status === status).length;

describe('guessing', () => {
  it('55 guesses at once are judged no more than five times', async () => {
    const { name } = await someone();
    const answers = await Promise.all(Array.from({ length: 55 }, () => signIn(name, '10.1.0.1', 'a wrong guess')));
    expect(count(answers, 409)).toBe(MOST_TRIES);
    expect(count(answers, 429)).toBe(55 - MOST_TRIES);
    const waits = answers.find((a) => a.status === 429)!;
    expect(Number(waits.headers['retry-after'])).toBeGreaterThan(LOCK_S - 60);
    expect(waits.body.detail).toMatch(/from here\. Wait until \d\d:\d\d UTC/);
  });

  it('a stranger shuts out nobody but himself', async () => {
    const { name } = await someone();
    await Promise.all(Array.from({ length: 8 }, () => signIn(name, '10.2.0.1', 'a wrong guess')));
    await signIn(name, '10.2.0.1').expect(429);
    await signIn(name, '10.2.0.2').expect(200);
  });

  it('many strangers together are slowed by name; from where the person signed in before it stays open', async () => {
    const { name } = await someone();
    await signIn(name, '10.3.0.1').expect(200);
    for (let i = 0; i <= MOST_ELSEWHERE; i++) await signIn(name, `10.3.1.${i}`, 'a wrong guess');
    expect((await signIn(name, '10.3.2.1').expect(429)).body.detail).toContain('places it does not know');
    await signIn(name, '10.3.0.1').expect(200);
  });

  it('one address may try 60 times a minute, whatever names, and another is not held for it', async () => {
    const tries = Array.from({ length: MOST_FROM_ONE + 5 }, (_, i) =>
      signIn(`nobody${i}`, '10.4.0.1', 'a wrong guess'),
    );
    const answers = await Promise.all(tries);
    expect(answers.filter((a) => /Too many tries from here/.test(String(a.body.detail)))).toHaveLength(5);
    await signIn('nobody', '10.4.0.2', 'a wrong guess').expect(409);
  });

  it('signing is counted by itself: strangers do not use it up, wrong passwords do', async () => {
    const { name } = await someone();
    const cookie = cookieOf(await signIn(name, '10.5.0.1').expect(200));
    await Promise.all(Array.from({ length: 8 }, () => signIn(name, '10.5.0.1', 'a wrong guess')));
    const sign = (password: string) =>
      request(h.app).post(`/api/waiting-files/${newId()}/countersign`).set('Cookie', cookie).send({ password });
    await sign(TEST_PASSWORD).expect(404);
    for (let i = 0; i < MOST_TRIES; i++) await sign('wrong password').expect(422);
    await sign(TEST_PASSWORD).expect(429);
  });

  it('more than can be hashed at once are told to come again', async () => {
    const stored = await hashPassword('x', TEST_COST);
    const all = await Promise.allSettled(Array.from({ length: 60 }, () => checkPassword('x', stored)));
    expect(all.filter((a) => a.status === 'fulfilled').length).toBe(24);
    expect(String(all.find((a) => a.status === 'rejected')?.reason)).toContain('Too many sign in just now');
    expect(await checkPassword('x', stored)).toBe(true);
  });
});

describe('behind a proxy that is trusted', () => {
  it('by TLS the cookie is bound to this host and TLS, and TLS is asked from then on', async () => {
    const { name } = await someone();
    const answer = await signIn(name, '10.6.0.1', TEST_PASSWORD, 'https').expect(200);
    const [cookie = ''] = answer.headers['set-cookie'] as unknown as string[];
    expect(cookie).toMatch(/^__Host-hephaist=.*Path=\/;.*HttpOnly; Secure; SameSite=Strict/);
    expect(answer.headers['strict-transport-security']).toBe('max-age=31536000');
    const me = (proto: string) =>
      request(h.app).get('/api/me').set('X-Forwarded-Proto', proto).set('Cookie', cookieOf(answer));
    await me('https').expect(200);
    await me('http').expect(401);
  });

  it('without one, nobody’s word is taken', async () => {
    const plain = await harness();
    const answer = await plain.as('fitter').get('/api/me').set('X-Forwarded-Proto', 'https').expect(200);
    expect(answer.headers['strict-transport-security']).toBeUndefined();
    const tries = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        request(plain.app)
          .post('/api/sign-in')
          .set('X-Forwarded-For', `10.7.0.${i}`)
          .send({ name: 'ada', password: 'a wrong guess' }),
      ),
    );
    expect(count(tries, 429)).toBe(8 - MOST_TRIES);
    await plain.close();
  });

  it('a page of another origin may write nothing', async () => {
    const own = (origin: string) => h.as('fitter').post('/api/sign-out').set('Host', 'a.example').set('Origin', origin);
    await own('https://b.example').expect(403);
    await own('null').expect(403);
    await h.as('lead').post('/api/calendar').set('Host', 'a.example').set('Origin', 'http://a.example').expect(201);
  });
});

describe('what ends with a sign-in', () => {
  it('signing in anew ends the old one in the same browser', async () => {
    const { name } = await someone();
    const first = cookieOf(await signIn(name, '10.8.0.1').expect(200));
    const second = await signIn(name, '10.8.0.1').set('Cookie', first).expect(200);
    await request(h.app).get('/api/me').set('Cookie', first).expect(401);
    await request(h.app).get('/api/me').set('Cookie', cookieOf(second)).expect(200);
  });

  it('the address of a calendar ends with the password it was taken under', async () => {
    const { name } = await someone();
    const cookie = cookieOf(await signIn(name, '10.8.1.1').expect(200));
    const { path } = (await request(h.app).post('/api/calendar').set('Cookie', cookie).expect(201)).body as {
      path: string;
    };
    await request(h.app).get(path).expect(200);
    const change = { old: TEST_PASSWORD, password: 'another one, as long' };
    await request(h.app).post('/api/password').set('Cookie', cookie).send(change).expect(200);
    await request(h.app).get(path).expect(404);
  });

  it('a stream ends soon after signing out', async () => {
    await importJob(h.store, demoFile(), newId());
    const session = sampleSession();
    await h.store.insert('purge_session', session);
    const { name } = await someone(['fitter']);
    const cookie = cookieOf(await signIn(name, '10.8.2.1').expect(200));
    const server = await new Promise<Server>((ready) => {
      const opened = h.app.listen(0, '127.0.0.1', () => ready(opened));
    });
    const { port } = server.address() as AddressInfo;
    let [heard, ended] = [0, false];
    get({ port, path: `/api/sessions/${session.id}/stream`, headers: { Cookie: cookie } }, (answer) => {
      answer.on('data', () => (heard += 1));
      answer.on('end', () => (ended = true));
    });
    await until(
      () => heard,
      (n) => n > 1,
    );
    await request(h.app).post('/api/sign-out').set('Cookie', cookie).expect(200);
    await until(
      () => ended,
      (e) => e,
      20,
    );
    await new Promise((closed) => server.close(closed));
  });
});
