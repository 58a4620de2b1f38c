import { contentHash } from '@hephaist/contracts/records/content';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { Signature } from '@hephaist/contracts/records/signature';
import { beforeEach, describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { killedAt } from '../../test/kill.js';
import { withJob } from '../../test/with-job.js';
import { put } from './put.js';

const file = demoFile();
const h = withJob(file);

let coupon: Coupon;
beforeEach(() => {
  const id = newId();
  coupon = { ...(file.coupons[0] as Coupon), id, number: `S-${id.slice(-6)}` };
});
const command = (data: object, kind = 'coupon', seen = 0, id = newId()) => ({ id, kind, records: [{ seen, data }] });
const send = (body: object, signature?: object) =>
  h
    .as('quality')
    .post('/api/commands')
    .send(signature ? { ...body, signature } : body);
const judged = { password: TEST_PASSWORD, meaning: 'judged' };
const signaturesOf = (id: string) => h.store.list('signature', { record_id: id });

describe('a signature', () => {
  it('binds name, role, meaning, time and exactly the content that was written', async () => {
    const from = Date.now();
    await send(command(coupon), judged).expect(200);
    const [s, more] = (await h.as('auditor').get(`/api/signatures/${coupon.id}`).expect(200)).body as Signature[];
    expect(more).toBeUndefined();
    expect(s).toMatchObject({
      kind: 'coupon',
      recordId: coupon.id,
      signedVersion: 1,
      meaning: 'judged',
      roles: ['quality'],
    });
    expect(s?.person).toBe('Test quality');
    expect(Date.parse(s?.at ?? '')).toBeGreaterThanOrEqual(from - 1);
    const stored = (await h.store.find('coupon', coupon.id))!;
    expect(s?.contentHash).toBe(contentHash(stored));
    expect(s?.contentHash).not.toBe(contentHash({ ...stored, lookedBy: `${stored.lookedBy} ` }));
  });

  it('is asked for where a record needs one, with the right meaning', async () => {
    const unsigned = await send(command(coupon)).expect(422);
    expect(unsigned.body.fields[0]).toEqual({ field: 'signature', says: 'sign it: read and judged' });
    await send(command(coupon), { ...judged, meaning: 'released' }).expect(422);
    await send(command(coupon), { ...judged, meaning: 'anything' }).expect(422);
    expect(await h.store.find('coupon', coupon.id)).toBeNull();
  });

  it('a wrong password signs nothing, and after too many the right one waits', async () => {
    for (let i = 0; i < 5; i++) {
      const answer = await send(command(coupon), { ...judged, password: 'not mine at all' }).expect(422);
      expect(answer.body.fields[0].field).toBe('signature.password');
    }
    await send(command(coupon), judged).expect(429);
    await h.db('try_limit').del();
    expect(await h.store.find('coupon', coupon.id)).toBeNull();
    expect(await signaturesOf(coupon.id)).toEqual([]);
  });

  it('sent again it is one signature, not two', async () => {
    const body = command(coupon);
    const one = await send(body, judged).expect(200);
    const two = await send(body, judged).expect(200);
    expect(two.body).toEqual(one.body);
    expect(await signaturesOf(coupon.id)).toHaveLength(1);
  });

  it('raced by an edit, what was not seen is not signed', async () => {
    const id = newId();
    const adopted = { from: 'an institute', document: 'Q-7', conditions: 'used as it is written' };
    const draft: Procedure = { ...(file.procedures[0] as Procedure), id, name: 'BPS-R', signedOn: null, adopted };
    await send(command(draft, 'procedure')).expect(200);
    const signed = { ...draft, signedOn: '2026-06-15' };
    const [edit, sign] = await Promise.all([
      send(command({ ...draft, note: 'changed meanwhile' }, 'procedure', 1)),
      send(command(signed, 'procedure', 1), { ...judged, meaning: 'released' }),
    ]);
    expect([edit.status, sign.status].sort()).toEqual([200, 409]);
    const now = (await h.store.find('procedure', id))!;
    const signatures = await signaturesOf(id);
    if (sign.status === 200) expect(signatures[0]?.contentHash).toBe(contentHash(now));
    else expect(signatures).toEqual([]);
    expect(now.signedOn).toBe(sign.status === 200 ? '2026-06-15' : null);
  });

  it('cannot be changed in the database, nor can what was logged, nor the trail', async () => {
    await send(command(coupon), judged).expect(200);
    for (const table of ['signature', 'coupon', 'log', 'audit']) {
      await expect(h.db(table).update(table === 'audit' ? { body: '{}' } : { data: '{}' })).rejects.toThrow('evidence');
      await expect(h.db(table).del()).rejects.toThrow('evidence');
      await expect(h.db.raw(`truncate ${table} cascade`)).rejects.toThrow('evidence');
    }
  });

  it('with the connection killed before any statement: record, signature and trail together or none', async () => {
    const signer = { id: newId(), person: 'Test quality', roles: ['quality'] as const };
    let [done, before] = [false, 0];
    for (let n = 1; !done && n < 40; n++) {
      const id = newId();
      const one = { ...coupon, id, number: `K-${id.slice(-6)}` };
      const entries = Number((await h.db('audit').count({ n: '*' }).first())?.n);
      const command = { id: newId(), kind: 'coupon' as const, records: [{ seen: 0, data: one }], removals: [] };
      const { outcome, reached } = await killedAt(h, n, () => put(h.store, command, { meaning: 'judged', by: signer }));
      const [record, signatures] = [await h.store.find('coupon', id), await signaturesOf(id)];
      const after = Number((await h.db('audit').count({ n: '*' }).first())?.n);
      expect([record !== null, signatures.length, after - entries]).toSatisfy(
        ([r, s, a]: [boolean, number, number]) => (r && s === 1 && a === 1) || (!r && s === 0 && a === 0),
      );
      if (outcome) expect(record).not.toBeNull();
      // The same command again settles it, whatever happened before.
      await put(h.store, command, { meaning: 'judged', by: signer });
      expect(await signaturesOf(id)).toHaveLength(1);
      done = !reached;
      before = n;
    }
    expect(done).toBe(true);
    expect(before).toBeGreaterThan(5);
  });
});
