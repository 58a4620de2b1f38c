import { contentHash } from '@hephaist/contracts/records/content';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { SecondLook } from '@hephaist/contracts/records/second-look';
import type { ShownSignature } from '@hephaist/contracts/records/signature';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';
import { exportJob } from '../exchange/job-file.js';

const file = demoFile();
const coupon: Coupon = { ...file.coupons[0]!, id: newId(), number: 'C-950' };
const put = (role: 'quality' | 'lead' | 'fitter' | 'auditor', kind: string, data: object, meaning: string) =>
  h
    .as(role)
    .post('/api/commands')
    .send({
      id: newId(),
      kind,
      records: [{ seen: 0, data }],
      signature: { password: TEST_PASSWORD, meaning },
    });
const h = withJob(file);
beforeAll(async () => {
  await put('quality', 'coupon', coupon, 'judged').expect(200);
});

const look = (change: Partial<SecondLook> = {}): SecondLook => ({
  id: newId(),
  kind: 'coupon',
  recordId: coupon.id,
  as: 'witness',
  contentHash: contentHash(coupon),
  note: '',
  ...change,
});

describe('a second look', () => {
  it('is somebody else’s, of exactly what stands, once as each', async () => {
    const own = await put('quality', 'second_look', look(), 'witnessed').expect(422);
    expect(own.body.fields[0]).toMatchObject({ field: 'recordId' });
    const other = await put('lead', 'second_look', look({ contentHash: 'a'.repeat(64) }), 'witnessed').expect(422);
    expect(other.body.fields[0].field).toBe('contentHash');
    await put('lead', 'second_look', look({ recordId: newId() }), 'witnessed').expect(422);
    await put('lead', 'second_look', look(), 'reviewed').expect(422);
    await put('lead', 'second_look', look(), 'witnessed').expect(200);
    await put('lead', 'second_look', look(), 'witnessed').expect(422);
    await put('auditor', 'second_look', look(), 'witnessed').expect(403);
    await put('fitter', 'second_look', look({ as: 'reviewer' }), 'reviewed').expect(403);
    await put('lead', 'second_look', look({ as: 'reviewer' }), 'reviewed').expect(200);
  });

  it('stands by the signatures of its record, and in the job’s file', async () => {
    const { body } = await h.as('auditor').get(`/api/signatures/${coupon.id}`).expect(200);
    expect((body as ShownSignature[]).map((s) => [s.person, s.meaning])).toEqual([
      ['Test quality', 'judged'],
      ['Test lead', 'witnessed'],
      ['Test lead', 'reviewed'],
    ]);
    const out = JSON.parse(await exportJob(h.store, file.job.id)) as typeof file;
    expect(out.secondLooks.map((s) => s.as).sort()).toEqual(['reviewer', 'witness']);
    expect(out.signatures.filter((s) => s.meaning === 'witnessed')).toHaveLength(1);
  });
});
