import type { Crew, OnFileAnswer, OthersAnswer } from '@hephaist/contracts/exchange/answers';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Role } from '@hephaist/contracts/records/roles';
import { describe, expect, it } from 'vitest';
import { onFileSamples } from '../../../../packages/contracts/src/testing/on-file-samples.js';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const h = withJob(file);

const put = (role: Role, kind: string, data: object, seen = 0, signature?: object) =>
  h
    .as(role)
    .post('/api/commands')
    .send({ id: newId(), kind, records: [{ seen, data }], ...(signature ? { signature } : {}) });
const remove = (role: Role, kind: string, id: string, seen: number) =>
  h
    .as(role)
    .post('/api/commands')
    .send({ id: newId(), kind, records: [], removals: [{ id, seen }] });
const { reserved_coupon: reserved, instrument, lot, house } = onFileSamples(newId);

describe('numbers of coupons', () => {
  it('are reserved once, not where a coupon has them, and stand in what the crew answers', async () => {
    await put('fitter', 'reserved_coupon', reserved).expect(403);
    await put('lead', 'reserved_coupon', reserved).expect(200);
    const twice = await put('lead', 'reserved_coupon', { ...reserved, id: newId() }).expect(422);
    expect(twice.body.fields[0]).toEqual({ field: 'number', says: 'another coupon has this number reserved' });
    const taken = { ...reserved, id: newId(), number: file.coupons[0]!.number };
    expect((await put('lead', 'reserved_coupon', taken).expect(422)).body.fields[0].field).toBe('number');
    const crew = (await h.as('auditor').get('/api/crew').expect(200)).body as Crew;
    expect(crew.reserved_coupon.map((c) => c.data.number)).toEqual(['C-907']);
  });

  it('the result takes the number that was reserved; one that is not brazed is given up', async () => {
    const coupon: Coupon = { ...file.coupons[0]!, id: newId(), number: 'C-907' };
    await put('quality', 'coupon', coupon, 0, { password: TEST_PASSWORD, meaning: 'judged' }).expect(200);
    await remove('fitter', 'reserved_coupon', reserved.id, 1).expect(403);
    await remove('quality', 'reserved_coupon', reserved.id, 1).expect(200);
  });
});

describe('instruments, lots and the ways of the company', () => {
  it('are written by who may, stand once, change and go', async () => {
    await put('fitter', 'instrument', instrument).expect(403);
    await put('lead', 'instrument', instrument).expect(200);
    expect((await put('lead', 'instrument', { ...instrument, id: newId() }).expect(422)).body.fields[0].field).toBe(
      'number',
    );
    await put('lead', 'instrument', { ...instrument, dueOn: '2028-01-10' }, 1).expect(200);
    await put('fitter', 'lot', lot).expect(200);
    expect((await put('fitter', 'lot', { ...lot, id: newId() }).expect(422)).body.fields[0].field).toBe('lot');
    await put('lead', 'house', house).expect(403);
    await put('administrator', 'house', house).expect(200);
    await put('quality', 'house', { ...house, id: newId() }).expect(422);
    const answer = (await h.as('auditor').get('/api/on-file').expect(200)).body as OnFileAnswer;
    expect(answer.instrument[0]).toMatchObject({ version: 2, data: { dueOn: '2028-01-10' } });
    expect([answer.lot.length, answer.house.length]).toEqual([1, 1]);
    await remove('lead', 'instrument', instrument.id, 2).expect(200);
    await remove('quality', 'house', house.id, 1).expect(409);
  });
});

describe('a second pair of eyes', () => {
  it('is asked where the company asks for it: who logs a joint may not be who looked at it', async () => {
    const [kept] = await h.store.list('house');
    const stands = (await h.store.stored('house', kept!.id))!;
    const entry = (lookedBy: string) => ({
      ...file.logs[0],
      id: newId(),
      jointId: file.joints.find((j) => !file.logs.some((l) => l.jointId === j.id))!.id,
      outOfRangeReason: 'a test',
      lookedBy,
    });
    const log = (lookedBy: string) =>
      put('fitter', 'log', entry(lookedBy), 0, { password: TEST_PASSWORD, meaning: 'out-of-range' });
    await put('quality', 'house', { ...stands.data, lookedByAnother: true }, stands.version).expect(200);
    const refused = await log(' test FITTER ').expect(422);
    expect(refused.body.fields[0].field).toBe('lookedBy');
    await log('Somebody else').expect(200);
    await put('quality', 'house', { ...stands.data, lookedByAnother: false }, stands.version + 1).expect(200);
  });
});

describe('what others write', () => {
  it('is heard of by everybody but who wrote it; a sign-in is nothing that was written', async () => {
    const ask = async (role: Role, since?: number): Promise<OthersAnswer> =>
      (
        await h
          .as(role)
          .get('/api/others')
          .query(since === undefined ? {} : { since })
          .expect(200)
      ).body as OthersAnswer;
    const { seq } = await ask('lead');
    expect(await ask('lead', seq)).toEqual({ seq, wrote: false });
    await put('lead', 'lot', { ...lot, id: newId(), lot: 'R-200' }).expect(200);
    expect((await ask('lead', seq)).wrote).toBe(false);
    expect(await ask('fitter', seq)).toEqual({ seq: seq + 1, wrote: true });
    expect((await ask('fitter', seq + 1)).wrote).toBe(false);
    expect((await ask('fitter', -1)).wrote).toBe(false);
  });
});
