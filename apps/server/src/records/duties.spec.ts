import { type Brazer, readmitted } from '@hephaist/contracts/records/brazer';
import request from 'supertest';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId, TEST_COST, TEST_PASSWORD } from '../../test/harness.js';
import { importJob } from '../exchange/job-file.js';
import { hashPassword } from '../people/passwords.js';
import { PeopleStore } from '../people/people-store.js';

/** Who may sign what, and when. */

let h: Harness;
const file = demoFile();
let now = new Date('2026-11-20T12:00:00Z');
beforeAll(async () => {
  h = await harness(undefined, { now: () => now });
  await importJob(h.store, file, newId());
});
afterAll(() => h.close());

const signed = (meaning: string, password = TEST_PASSWORD) => ({ signature: { password, meaning } });
const command = (kind: string, data: object, seen = 0) => ({ id: newId(), kind, records: [{ seen, data }] });
const send = (role: 'lead' | 'quality' | 'administrator', body: object) => h.as(role).post('/api/commands').send(body);

describe('separate duties', () => {
  it('a brazer is corrected by the lead, and taken away only while nothing rests on it', async () => {
    const fresh: Brazer = { ...file.brazers[0]!, id: newId(), mark: 'W9', withdrawnOn: null, withdrawnReason: null };
    await send('lead', command('brazer', fresh)).expect(200);
    await send('lead', command('brazer', { ...fresh, name: 'Spelt right', mark: 'W8' }, 1)).expect(200);
    const remove = (id: string, seen: number) =>
      send('lead', { id: newId(), kind: 'brazer', records: [], removals: [{ id, seen }] });
    await remove(fresh.id, 2).expect(200);
    expect(await h.store.find('brazer', fresh.id)).toBeNull();
    const made = file.logs[0]!.brazerId;
    const { version } = (await h.store.stored('brazer', made))!;
    const refused = await remove(made, version).expect(409);
    expect(refused.body.detail).toMatch(/rest|on file|stays/i);
  });

  it('lifting a withdrawal is signed, by quality', async () => {
    const brazer: Brazer = { ...file.brazers[0]!, id: newId(), mark: 'W1' };
    await send('lead', command('brazer', brazer)).expect(200);
    const out = { ...brazer, withdrawnOn: '2026-06-15', withdrawnReason: 'purge shut off' };
    await send('lead', { ...command('brazer', out, 1), ...signed('withdrawn') }).expect(200);
    const back = readmitted(out, '2026-06-20', true)!;
    const unsigned = await send('quality', command('brazer', back, 2)).expect(422);
    expect(unsigned.body.fields).toEqual([{ field: 'signature', says: 'sign it: withdrawal lifted' }]);
    await send('lead', { ...command('brazer', back, 2), ...signed('readmitted') }).expect(403);
    // As if it had never been: refused.
    const silent = await send('quality', { ...command('brazer', brazer, 2), ...signed('readmitted') }).expect(422);
    expect(silent.body.fields[0].field).toBe('ended');
    await send('quality', { ...command('brazer', back, 2), ...signed('readmitted') }).expect(200);
    // What was decided stays: neither forgotten nor softened by who corrects the name.
    for (const ended of [undefined, [], [{ ...back.ended![0]!, newCoupon: false }]])
      expect((await send('lead', command('brazer', { ...back, ended }, 3)).expect(422)).body.fields[0].field).toBe(
        'ended',
      );
    await send('lead', command('brazer', { ...back, name: 'Spelt right' }, 3)).expect(200);
    expect((await h.store.list('signature', { record_id: brazer.id })).map((s) => s.meaning)).toEqual([
      'withdrawn',
      'readmitted',
    ]);
  });

  it('nobody signs a job as handed over by a command, nor what needs no signature', async () => {
    const job = { ...file.job, id: newId() };
    for (const role of ['administrator', 'lead', 'quality'] as const) {
      await send(role, { ...command('job', job), ...signed('handed-over') }).expect(403);
      await send(role, { ...command('job', job), ...signed('countersigned') }).expect(403);
    }
    const answer = await send('quality', { ...command('job', job), ...signed('judged') }).expect(422);
    expect(answer.body.fields).toEqual([{ field: 'signature', says: 'this needs no signature' }]);
    await send('administrator', { ...command('job', job), ...signed('judged') }).expect(403);
    expect(await h.store.find('job', job.id)).toBeNull();
  });

  it('for a day after a new password by a code that somebody else gave nothing is signed with it', async () => {
    const [id, name] = [newId(), 'judge'];
    const hash = await hashPassword(TEST_PASSWORD, TEST_COST);
    const person = { person: 'Ada', roles: ['quality' as const], brazerId: null };
    await new PeopleStore(h.db).insert(h.store.companyId, { id, name, ...person }, hash, false);
    const { code } = (await h.as('administrator').post(`/api/people/${id}/reset-code`).expect(201)).body as {
      code: string;
    };
    // Who gave the code may have been who used it.
    const own = 'what somebody chose by the code';
    await request(h.app).post('/api/reset').send({ name, code, password: own }).expect(200);
    const signIn = await request(h.app).post('/api/sign-in').send({ name, password: own }).expect(200);
    const cookie = (signIn.headers['set-cookie'] as unknown as string[])[0]?.split(';')[0] ?? '';
    const coupon = { ...file.coupons[0]!, id: newId(), number: 'D-1' };
    const judge = () =>
      request(h.app)
        .post('/api/commands')
        .set('Cookie', cookie)
        .send({ ...command('coupon', coupon), ...signed('judged', own) });
    expect((await judge().expect(409)).body.detail).toContain('before 2026-11-21 12:00 UTC');
    // Unused for so long the sign-in has ended; signing in anew does not shorten the wait.
    const judgeAt = async (at: string) => {
      now = new Date(at);
      const again = await request(h.app).post('/api/sign-in').send({ name, password: own }).expect(200);
      const fresh = (again.headers['set-cookie'] as unknown as string[])[0]?.split(';')[0] ?? '';
      const body = { ...command('coupon', coupon), ...signed('judged', own) };
      return (await request(h.app).post('/api/commands').set('Cookie', fresh).send(body)).status;
    };
    expect(await judgeAt('2026-11-21T11:59:59Z')).toBe(409);
    expect(await judgeAt('2026-11-21T12:00:00Z')).toBe(200);
  });
});
