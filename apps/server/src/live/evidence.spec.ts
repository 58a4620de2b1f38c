import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId } from '../../test/harness.js';
import { sampleMark, sampleSession } from '../../test/instruments.js';
import { verifyTrail } from '../audit/verify.js';
import { importJob } from '../exchange/job-file.js';

/** What makes a purge evidence: who did it, and that its readings are in the trail. */

let h: Harness;
beforeAll(async () => {
  h = await harness();
  await importJob(h.store, demoFile(), newId());
});
afterAll(() => h.close());

const send = (kind: string, data: object) =>
  h
    .as()
    .post('/api/commands')
    .send({ id: newId(), kind, records: [{ seen: 0, data }] });

describe('who runs a purge', () => {
  it('is who is signed in, or somebody told by that one', async () => {
    const refused = await send('purge_session', sampleSession({ by: 'Somebody Else' })).expect(422);
    expect(refused.body.fields).toEqual([
      {
        field: 'by',
        says: '"Test everything", who is signed in; somebody else as "Somebody Else, told by Test everything"',
      },
    ]);
    const session = sampleSession({ by: 'Somebody Else, told by Test everything' });
    await send('purge_session', session).expect(200);
    expect(
      (await send('purge_mark', { ...sampleMark(session), by: 'Somebody Else' }).expect(422)).body.fields[0].field,
    ).toBe('by');
    await send('purge_mark', { ...sampleMark(session), by: 'Somebody Else, told by Test everything' }).expect(200);
  });
});

describe('readings get into the trail', () => {
  const reading = (i: number) => ({
    atMs: Date.now() - 600_000 + i,
    device: 'oxygen' as const,
    value: 0.01,
    toldMs: null,
    says: null,
  });
  const entries = async (id: string): Promise<number[]> => {
    const { rows } = (await h.db.raw(`select body from audit where body like ? order by seq`, [
      `%"readings","${id}"%`,
    ])) as {
      rows: { body: string }[];
    };
    return rows.map((r) => (JSON.parse(r.body) as { records: [string, string, number][] }).records[0]![2]);
  };
  const session = async (): Promise<string> => {
    const s = sampleSession();
    await send('purge_session', s).expect(200);
    return s.id;
  };

  it('once a minute while it is read, and when it is let go', async () => {
    const [id, holder, { trace: t }] = [await session(), newId(), h.store];
    await t.hold(id, holder, 60);
    await t.add(id, holder, 1, [reading(1), reading(2)]);
    expect(await entries(id)).toEqual([]);
    await h
      .db('purge_reader')
      .where({ session_id: id })
      .update({ sealed_at: h.db.raw(`now() - interval '61 s'`) });
    await t.add(id, holder, 2, [reading(3)]);
    await t.add(id, holder, 3, [reading(4)]);
    expect(await entries(id)).toEqual([3]);
    await t.letGo(id, holder);
    expect(await entries(id)).toEqual([3, 4]);
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
  });

  it('where the server that read it is gone; until then the check misses what is old and not there', async () => {
    const [id, { trace: t }] = [await session(), h.store];
    await t.hold(id, newId(), -1);
    const holder = ((await h.db('purge_reader').where({ session_id: id }).first('holder')) as { holder: string })
      .holder;
    await t.add(id, holder, 1, [reading(1)]);
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([
      `readings ${id}: some stand here without an entry`,
    ]);
    await t.sealLeft();
    expect(await entries(id)).toEqual([1]);
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
    await t.sealLeft();
    expect(await entries(id)).toEqual([1]);
  });
});
