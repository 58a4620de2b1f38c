import type { AccessEntry, Me, OwnSignIn, PeopleAnswer } from '@hephaist/contracts/exchange/people';
import type { Role } from '@hephaist/contracts/records/roles';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { verifyTrail } from '../audit/verify.js';
import { isCommon } from './common-passwords.js';
import { codeAt } from './second-factor.js';

/** Second factor, one-time codes, roles given by two, one's sign-ins, and the log of access. */

let h: Harness;
let now = new Date('2026-11-20T12:00:10Z');
beforeAll(async () => {
  h = await harness(undefined, { now: () => now });
});
afterAll(() => h.close());

const later = (seconds: number): void => void (now = new Date(now.getTime() + 1000 * seconds));
const cookieOf = (r: request.Response): string =>
  (r.headers['set-cookie'] as unknown as string[])[0]?.split(';')[0] ?? '';
const admin = () => h.as('administrator');
const people = async () => ((await admin().get('/api/people').expect(200)).body as PeopleAnswer).people;
const nameOf = async (role: Role): Promise<string> =>
  (await people()).find((p) => p.person === `Test ${role}`)?.name ?? '';
const signIn = (name: string, code?: string, password = TEST_PASSWORD) =>
  request(h.app)
    .post('/api/sign-in')
    .send({ name, password, ...(code === undefined ? {} : { code }) });

/** Begins a second factor for a role's account and confirms it. */
async function enrol(role: Role): Promise<{ secret: string; codes: string[] }> {
  const { secret, uri } = (await h.as(role).post('/api/second-factor').send({ password: TEST_PASSWORD }).expect(201))
    .body as { secret: string; uri: string };
  expect(uri).toMatch(new RegExp(`^otpauth://totp/Hephaist:.*secret=${secret}`));
  await h.as(role).post('/api/second-factor/confirm').send({ code: '000000' }).expect(422);
  const answer = await h
    .as(role)
    .post('/api/second-factor/confirm')
    .send({ code: codeAt(secret, now) })
    .expect(200);
  return { secret, codes: (answer.body as { codes: string[] }).codes };
}

describe('codes of an authenticator', () => {
  it('are those of RFC 6238, appendix B, in six digits', () => {
    const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
    const at = (s: number) => codeAt(secret, new Date(1000 * s));
    expect([59, 1111111109, 1111111111, 1234567890, 2000000000].map(at)).toEqual([
      '287082',
      '081804',
      '050471',
      '005924',
      '279037',
    ]);
  });

  it('are asked for after the password, good once, and half a minute early or late', async () => {
    const name = await nameOf('quality');
    const { secret, codes } = await enrol('quality');
    expect(codes).toHaveLength(10);
    expect((await signIn(name).expect(422)).body.fields[0]).toEqual({
      field: 'code',
      says: 'type the six digits of your authenticator, or a recovery code',
    });
    await signIn(name, codeAt(secret, now), 'wrong password').expect(409);
    await signIn(name, codeAt(secret, now)).expect(422);
    later(60);
    const code = codeAt(secret, now);
    expect((await signIn(name, code).expect(200)).body).toMatchObject({ secondFactor: 'on' });
    await signIn(name, code).expect(422);
    later(30);
    await signIn(name, codeAt(secret, new Date(now.getTime() + 30_000))).expect(200);
    later(90);
    await signIn(name, codeAt(secret, new Date(now.getTime() - 60_000))).expect(422);
    const [recovery] = codes;
    await signIn(name, recovery!.toLowerCase().replace('-', ' ')).expect(200);
    await signIn(name, recovery).expect(422);
  });

  it('a right password without the code uses tries up like a wrong one', async () => {
    const name = await nameOf('quality');
    later(3600);
    for (let i = 0; i < 5; i++) await signIn(name, '123456');
    await signIn(name, '123456').expect(429);
  });

  it('it is ended with the password, or by an administrator, and the trail holds', async () => {
    await h.as('quality').post('/api/second-factor').send({ password: TEST_PASSWORD }).expect(409);
    await h.as('quality').post('/api/second-factor/off').send({ password: 'no' }).expect(422);
    await h.as('quality').post('/api/second-factor/off').send({ password: TEST_PASSWORD }).expect(200);
    await enrol('lead');
    const lead = (await people()).find((p) => p.person === 'Test lead')!;
    expect(lead.secondFactor).toBe('on');
    const off = (await admin().post(`/api/people/${lead.id}/second-factor/off`).expect(200)).body as PeopleAnswer;
    expect(off.people.find((p) => p.id === lead.id)?.secondFactor).toBe('off');
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
  });

  it('where the company asks for it, who signs or administers does nothing before it is there', async () => {
    await admin().post('/api/company/second-factor').send({ required: true }).expect(200);
    const me = (await h.as('lead').get('/api/me').expect(200)).body as Me;
    expect(me.secondFactor).toBe('wanted');
    expect((await h.as('lead').get('/api/jobs').expect(403)).body.detail).toContain('set it up first');
    await h.as('fitter').get('/api/jobs').expect(200);
    later(60);
    await enrol('lead');
    await h.as('lead').get('/api/jobs').expect(200);
    await enrol('administrator');
    await admin().post('/api/company/second-factor').send({ required: false }).expect(200);
    await h.as('quality').get('/api/jobs').expect(200);
  });
});

describe('a one-time code', () => {
  it('gives a new password once, within a day, and ends every sign-in', async () => {
    const fitter = (await people()).find((p) => p.person === 'Test fitter')!;
    const ask = async () =>
      ((await admin().post(`/api/people/${fitter.id}/reset-code`).expect(201)).body as { code: string }).code;
    const reset = (code: string, password = 'a phrase of my very own') =>
      request(h.app).post('/api/reset').send({ name: fitter.name, code, password });
    const old = await ask();
    const code = await ask();
    await reset(old).expect(422);
    expect((await reset(code, 'Password1!').expect(422)).body.fields[0].says).toContain('too common');
    later(24 * 3600);
    await reset(code).expect(422);
    const fresh = await ask();
    await h.as('fitter').get('/api/me').expect(200);
    await reset(fresh.toLowerCase()).expect(200);
    await h.as('fitter').get('/api/me').expect(401);
    await reset(fresh).expect(422);
    await signIn(fitter.name, undefined, 'a phrase of my very own').expect(200);
    const self = (await people()).find((p) => p.person === 'Test administrator')!;
    await admin().post(`/api/people/${self.id}/reset-code`).expect(409);
    await h.signInAgain();
  });
});

describe('roles that sign or administer', () => {
  it('are given by two; other roles by one', async () => {
    const id = newId();
    const body = {
      id,
      name: `two-${id.slice(-6)}`,
      person: 'Given By Two',
      roles: ['fitter', 'quality'],
      brazerId: null,
      password: TEST_PASSWORD,
    };
    const mine = (answer: request.Response) => (answer.body as PeopleAnswer).people.find((p) => p.id === id)!;
    const made = mine(await admin().post('/api/people').send(body).expect(201));
    expect(made).toMatchObject({ roles: ['fitter'], waiting: { roles: ['quality'], by: 'Test administrator' } });
    expect((await admin().post(`/api/people/${id}/roles/give`).expect(409)).body.detail).toContain(
      'another one gives them',
    );
    await h.as('lead').post(`/api/people/${id}/roles/give`).expect(403);
    const given = mine(await h.as('quality').post(`/api/people/${id}/roles/give`).expect(200));
    expect([...given.roles].sort()).toEqual(['fitter', 'quality']);
    expect(given.waiting).toBeNull();
    await h.as('quality').post(`/api/people/${id}/roles/give`).expect(409);
    // What was given stays through other changes, and what no longer is asked for waits no more.
    const change = {
      person: 'Given By Two',
      roles: ['fitter', 'quality', 'administrator'],
      brazerId: null,
      disabled: false,
    };
    expect(mine(await admin().put(`/api/people/${id}`).send(change).expect(200)).waiting?.roles).toEqual([
      'administrator',
    ]);
    const less = mine(
      await admin()
        .put(`/api/people/${id}`)
        .send({ ...change, roles: ['quality'] })
        .expect(200),
    );
    expect(less).toMatchObject({ roles: ['quality'], waiting: null });
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
  });

  it('by one where there is nobody else, and the trail says so', async () => {
    const alone = await harness();
    const first = ((await alone.as().get('/api/people')).body as PeopleAnswer).people.find(
      (p) => p.person === 'Test everything',
    )!;
    await alone.db('account').whereNot({ id: first.id }).del();
    const body = {
      id: newId(),
      name: 'second',
      person: 'Second',
      roles: ['quality'],
      brazerId: null,
      password: TEST_PASSWORD,
    };
    const made = ((await alone.as().post('/api/people').send(body).expect(201)).body as PeopleAnswer).people.find(
      (p) => p.id === body.id,
    );
    expect(made).toMatchObject({ roles: ['quality'], waiting: null });
    const { body: last } = (await alone.db('audit').orderBy('seq', 'desc').first('body')) as { body: string };
    expect((JSON.parse(last) as { says: string }).says).toContain('nobody else could give them too');
    await alone.close();
  });
});

describe('sign-ins and access', () => {
  it('one sees where one is signed in, and ends what one does not know', async () => {
    const name = await nameOf('auditor');
    const [here, there] = [
      cookieOf(await signIn(name)),
      cookieOf(await signIn(name).set('User-Agent', 'A browser elsewhere')),
    ];
    const list = (await request(h.app).get('/api/sign-ins').set('Cookie', here).expect(200)).body as OwnSignIn[];
    const other = list.find((s) => s.agent === 'A browser elsewhere')!;
    expect([list.filter((s) => s.here).length, other.here]).toEqual([1, false]);
    await h.as('fitter').post(`/api/sign-ins/${other.id}/end`).expect(404);
    await request(h.app).post(`/api/sign-ins/${other.id}/end`).set('Cookie', here).expect(200);
    await request(h.app).get('/api/me').set('Cookie', there).expect(401);
    await request(h.app).get('/api/me').set('Cookie', here).expect(200);
  });

  it('failed sign-ins and what leaves the house stand in the log of access', async () => {
    const name = await nameOf('auditor');
    await signIn(name, undefined, 'a wrong password').expect(409);
    const file = demoFile();
    await h.as('quality').get('/api/jobs').expect(200);
    expect((await broughtIn(h, file)).status).toBe(201);
    await h.as('auditor').get(`/api/jobs/${file.job.id}/export`).expect(200);
    const log = (await h.as('auditor').get('/api/access-log').expect(200)).body as AccessEntry[];
    expect(log[0]).toMatchObject({ who: name, what: `export of job ${file.job.id}` });
    expect(log[1]).toMatchObject({ who: name, what: 'sign-in failed' });
    expect(log.some((e) => e.what === 'sign-in failed at the second factor')).toBe(true);
    const before = (await h.as('auditor').get(`/api/access-log?before=${log[0]!.id}`).expect(200))
      .body as AccessEntry[];
    expect(before[0]).toEqual(log[1]);
    await h.as('fitter').get('/api/access-log').expect(403);
    expect(
      await (
        await h.otherCompany()
      )('auditor')
        .get('/api/access-log')
        .then((r) => r.body as unknown),
    ).toEqual([]);
  });
});

describe('common passwords', () => {
  it.each([
    'password',
    'Password123!',
    '1234567890',
    'qwertyuiop',
    'dragondragon',
    'aaaaaaaaaaaa',
    '!!letmein!!',
    'ababababab',
  ])('%s is one', (p) => expect(isCommon(p)).toBe(true));
  it.each(['strip-and-void', 'a password for tests', 'only I know this one', 'heron eats copper'])('%s is none', (p) =>
    expect(isCommon(p)).toBe(false),
  );
});
