import type { Crew } from '@hephaist/contracts/exchange/answers';
import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { StoredRecords } from '@hephaist/contracts/records/kinds';
import type { Role } from '@hephaist/contracts/records/roles';
import { dataOf } from '@hephaist/contracts/records/stored';
import { describe, expect, it } from 'vitest';
import { broughtIn, demoFile, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';
import { verifyTrail } from '../audit/verify.js';
import { onFile, recordsOf } from '../crew/crew.js';

const file = demoFile();
const h = withJob(file);

const annulment = (kind: Annulment['kind'], recordId: string, more: Partial<Annulment> = {}): Annulment => ({
  id: newId(),
  kind,
  recordId,
  reason: 'filed for the wrong person',
  replacedById: null,
  ...more,
});
const put = (kind: string, data: object, meaning: string | null, role: Role = 'quality') =>
  h
    .as(role)
    .post('/api/commands')
    .send({
      id: newId(),
      kind,
      records: [{ seen: 0, data }],
      ...(meaning ? { signature: { password: TEST_PASSWORD, meaning } } : {}),
    });
const annul = (data: object, role?: Role) => put('annulment', data, 'annulled', role);
const coupon = async (): Promise<Coupon> => {
  const id = newId();
  const one = { ...(file.coupons[0] as Coupon), id, number: `A-${id.slice(-6)}` };
  await put('coupon', one, 'judged').expect(200);
  return one;
};
const crew = async () => (await h.as('auditor').get('/api/crew').expect(200)).body as Crew;
const countedFor = async (brazerId: string): Promise<string[]> => {
  const { shopFor } = await import('../shop/shop.js');
  const found = recordsOf(onFile(await crew()), (await shopFor(h.store)).catalogue).find(
    (r) => r.brazer.id === brazerId,
  );
  return found?.record.coupons.map((c) => c.label) ?? [];
};
const oneLog = (of: Partial<JointLog> = {}): JointLog => {
  const joint = file.joints.find((j) => !file.logs.some((l) => l.jointId === j.id))!;
  return { ...file.logs[0]!, id: newId(), jointId: joint.id, sessionId: null, outOfRangeReason: 'for the test', ...of };
};

describe('evidence that was filed wrongly', () => {
  it('stays on file, and counts for nobody from then on', async () => {
    const one = await coupon();
    expect(await countedFor(one.brazerId)).toContain(one.number);
    await annul(annulment('coupon', one.id)).expect(200);
    expect(await countedFor(one.brazerId)).not.toContain(one.number);
    const now = await crew();
    expect(dataOf(now.coupon).map((c) => c.id)).toContain(one.id);
    expect(dataOf(now.annulment).map((a) => a.recordId)).toContain(one.id);
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
  });

  it('is annulled by quality alone, signed, with a reason', async () => {
    const one = await coupon();
    for (const role of ['fitter', 'lead', 'administrator', 'auditor'] as const)
      await annul(annulment('coupon', one.id), role).expect(403);
    const unsigned = await put('annulment', annulment('coupon', one.id), null).expect(422);
    expect(unsigned.body.fields[0].says).toContain('annulled');
    const empty = await annul(annulment('coupon', one.id, { reason: '' })).expect(422);
    expect(empty.body.fields[0]).toEqual({ field: 'reason', says: 'Say why it does not count' });
    await annul({ ...annulment('coupon', one.id), kind: 'joint' }).expect(422);
    expect(await h.store.standing('coupon')).toContainEqual(expect.objectContaining({ id: one.id }));
  });

  it('is annulled once, and only where it is; what replaces it is of its kind and stands itself', async () => {
    const [wrong, right] = [await coupon(), await coupon()];
    const says = async (a: Annulment) => (await annul(a).expect(422)).body.fields[0];
    expect(await says(annulment('coupon', newId()))).toEqual({ field: 'recordId', says: 'this record is not on file' });
    expect((await says(annulment('log', wrong.id))).says).toBe('this record is not on file');
    for (const replacedById of [wrong.id, newId(), file.logs[0]!.id])
      expect((await says(annulment('coupon', wrong.id, { replacedById }))).field).toBe('replacedById');
    await annul(annulment('coupon', wrong.id, { replacedById: right.id })).expect(200);
    expect((await says(annulment('coupon', wrong.id))).says).toBe('this record is annulled already');
    const third = await coupon();
    expect((await says(annulment('coupon', third.id, { replacedById: wrong.id }))).field).toBe('replacedById');
  });

  it('two at once annul it once', async () => {
    const one = await coupon();
    const answers = await Promise.all([annul(annulment('coupon', one.id)), annul(annulment('coupon', one.id))]);
    expect(answers.map((a) => a.status).sort()).toEqual([200, 422]);
  });

  it('cannot be changed or taken away by the database either', async () => {
    await expect(h.db('annulment').update({ version: 2 })).rejects.toThrow();
    await expect(h.db('annulment').del()).rejects.toThrow();
  });

  it('a log entry: its joint is brazed no more, and may be logged as made first again', async () => {
    const brazed = async () =>
      (await h.as('auditor').get('/api/jobs')).body.find((j: { id: string }) => j.id === file.job.id).brazed as number;
    const before = await brazed();
    const log = oneLog();
    await put('log', log, 'out-of-range').expect(200);
    expect(await brazed()).toBe(before + 1);
    await put('log', oneLog({ jointId: log.jointId }), 'out-of-range').expect(422);
    await annul(annulment('log', log.id)).expect(200);
    expect(await brazed()).toBe(before);
    expect((await crew()).brazings).toHaveLength(file.logs.length);
    await put('log', oneLog({ jointId: log.jointId }), 'out-of-range').expect(200);
    const logs = (await h.as('auditor').get(`/api/jobs/${file.job.id}/logs`)).body as StoredRecords<'log'>;
    expect(logs.log.map((l) => l.data.id)).toContain(log.id);
  });

  it('goes with its job, and comes in elsewhere as annulled, countersigned', async () => {
    const text = (await h.as('quality').get(`/api/jobs/${file.job.id}/export`).expect(200)).text;
    const out = JSON.parse(text) as JobFile;
    expect(out.annulments.length).toBeGreaterThan(3);
    const other = await harness();
    try {
      await broughtIn(other, text as never);
      const there = (await other.as('auditor').get('/api/crew').expect(200)).body;
      expect(there.annulment).toHaveLength(out.annulments.length);
      expect((await other.as('quality').get(`/api/jobs/${file.job.id}/export`).expect(200)).text).toBe(text);
    } finally {
      await other.close();
    }
  });

  it('a file that annuls what is annulled here already leaves it as it is here', async () => {
    const other = await harness();
    try {
      const first = demoFile();
      await broughtIn(other, { ...first, annulments: [annulment('coupon', first.coupons[0]!.id)] });
      const again = {
        ...first,
        job: { ...first.job, id: newId() },
        lines: [],
        joints: [],
        logs: [],
        pressureTests: [],
        hotWork: [],
        hotWorkMarks: [],
        reservedCoupons: [],
      };
      const twice = annulment('coupon', first.coupons[0]!.id, { reason: 'said otherwise' });
      const came = await broughtIn(other, { ...again, sessions: [], marks: [], trace: [], annulments: [twice] });
      expect([came.status, (await other.store.list('annulment')).map((a) => a.reason)]).toEqual([
        201,
        ['filed for the wrong person'],
      ]);
      const two = { ...demoFile(), annulments: [1, 2].map(() => annulment('coupon', first.coupons[0]!.id)) };
      const refused = await other.as('quality').post(`/api/import/${newId()}`).send(two).expect(422);
      expect(refused.body.fields).toEqual([
        { field: 'annulments.1.recordId', says: 'this record is annulled already' },
      ]);
    } finally {
      await other.close();
    }
  });

  it('a file that annuls what it does not hold is refused at its place', async () => {
    const bad = { ...demoFile(), annulments: [annulment('coupon', newId())] };
    const answer = await h.as('quality').post(`/api/import/${newId()}`).send(bad);
    expect(answer.status).toBe(422);
    expect(answer.body.fields[0]).toEqual({
      field: 'annulments.0.recordId',
      says: 'what it annuls is not in the file',
    });
  });
});
