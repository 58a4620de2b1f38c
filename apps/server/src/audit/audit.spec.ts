import type { TrailPage, TrailVerdict } from '@hephaist/contracts/records/trail';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { demoFile, type Harness, newId } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';
import { verifyTrail } from './verify.js';

const file = demoFile();
const h = withJob(file);
beforeAll(async () => {
  for (let i = 0; i < 6; i++) {
    const joint = { ...file.joints[0], id: newId(), mark: `T-${i}` };
    await h
      .as('lead')
      .post('/api/commands')
      .send({ id: newId(), kind: 'joint', records: [{ seen: 0, data: joint }] })
      .expect(200);
  }
});

describe('the audit trail', () => {
  let verdict: TrailVerdict;
  beforeEach(async () => {
    verdict = (await h.as('auditor').post('/api/trail/check').expect(200)).body as TrailVerdict;
  });

  it('tells who did what, newest first, by pages', async () => {
    const { entries: page } = (await h.as('auditor').get('/api/trail').expect(200)).body as TrailPage;
    expect(page[0]?.body).toMatchObject({ by: { person: 'Test lead' }, deed: 'write joint' });
    expect(page[0]?.body.records[0]?.[0]).toBe('joint');
    expect(page.at(-1)?.body).toMatchObject({ by: { person: 'demo' }, deed: 'let in' });
    expect(page.at(-2)?.body).toMatchObject({ by: { person: 'demo' }, deed: 'import' });
    const older = (await h.as('auditor').get(`/api/trail?before=${page[1]?.seq}`)).body as TrailPage;
    expect(older.entries).toEqual(page.slice(2));
  });

  it('calls records by what they are called, and is searched by it', async () => {
    const found = async (sought: string) =>
      (await h.as('auditor').get('/api/trail').query({ sought }).expect(200)).body as TrailPage;
    const all = await found('');
    const touched = all.entries.flatMap((e) => e.body.records);
    const named = (kind: string) => touched.filter(([k, id]) => k === kind && all.names[id]).length;
    for (const kind of ['joint', 'coupon', 'brazer', 'log', 'account']) expect(named(kind), kind).toBeGreaterThan(0);
    const log = file.logs[0]!;
    const mark = file.joints.find((j) => j.id === log.jointId)!.mark;
    // A log entry is known by its joint, in whatever case the mark is typed.
    expect(all.names[log.id]).toBe(mark);
    const byMark = await found(mark.toLowerCase());
    expect(byMark.entries.length).toBeGreaterThan(0);
    for (const e of byMark.entries)
      expect(JSON.stringify(e.body)).toMatch(new RegExp(`${log.jointId}|${log.id}|${mark}`, 'i'));
    expect((await found('Test lead')).entries.every((e) => e.body.by.person === 'Test lead')).toBe(true);
    // What stands for anything in SQL stands here for itself, and nothing is found of nothing.
    for (const odd of ['%%', 'PF_01', "' or 1=1 --", 'no such mark']) expect((await found(odd)).entries).toEqual([]);
  });

  it('says what was changed, from what to what, and calls by name what a field points at', async () => {
    const made = { ...file.joints[0]!, id: newId(), mark: 'CH-1', note: '' };
    const put = async (data: object, seen: number) =>
      h
        .as('lead')
        .post('/api/commands')
        .send({ id: newId(), kind: 'joint', records: [{ seen, data }] })
        .expect(200);
    await put(made, 0);
    const other = file.lines.find(
      (l) => l.id !== made.lineId && l.serviceId === file.lines.find((x) => x.id === made.lineId)!.serviceId,
    )!;
    await put({ ...made, note: 'lifted', lineId: other.id, tube: { ...made.tube, size: '7/8' } }, 1);
    const { entries, names } = (await h.as('auditor').get('/api/trail')).body as TrailPage;
    expect(entries[0]?.body.changes).toEqual([
      [made.id, 'lineId', made.lineId, other.id],
      [made.id, 'note', '', 'lifted'],
      [made.id, 'tube.size', made.tube.size, '7/8'],
    ]);
    expect([names[made.lineId], names[other.id]]).toEqual([
      file.lines.find((l) => l.id === made.lineId)!.name,
      other.name,
    ]);
    // Nothing is said of what is new.
    expect(entries[1]?.body.changes).toBeUndefined();
  });

  it('is narrowed to a person, to days and to who signed in', async () => {
    const ask = async (query: object) =>
      (await h.as('auditor').get('/api/trail').query(query).expect(200)).body as TrailPage;
    const all = await ask({});
    expect(all.people).toEqual([...all.people].sort());
    expect(all.people).toContain('Test lead');
    const lead = await ask({ person: 'Test lead' });
    expect(lead.entries.length).toBeGreaterThan(0);
    expect(lead.entries.every((e) => e.body.by.person === 'Test lead')).toBe(true);
    const [day] = all.entries[0]!.body.at.split('T') as [string];
    expect((await ask({ from: day, until: day })).entries.length).toBe(all.entries.length);
    expect((await ask({ from: '2999-01-01' })).entries).toEqual([]);
    expect((await ask({ until: '1999-01-01' })).entries).toEqual([]);
    // What is no day is no bound; what is no view is the usual one.
    expect((await ask({ from: 'yesterday', of: 'nothing' })).entries.length).toBe(all.entries.length);
    const signed = await ask({ of: 'sign-ins' });
    expect(signed.entries.every((e) => e.body.deed === 'sign in')).toBe(true);
    expect(all.entries.some((e) => e.body.deed === 'sign in')).toBe(false);
  });

  it('holds, with every record as it says', () => {
    expect(verdict.problems).toEqual([]);
    expect(verdict.entries).toBe(10);
    expect(verdict.records).toBeGreaterThan(file.joints.length + file.logs.length + file.coupons.length);
  });

  it('each company has its own', async () => {
    const theirs = await h.otherCompany();
    expect((await theirs('auditor').get('/api/trail').expect(200)).body).toMatchObject({
      entries: [{ body: { deed: 'let in' } }],
      names: {},
    });
    const own = (await theirs('auditor').post('/api/trail/check').expect(200)).body as TrailVerdict;
    expect(own).toMatchObject({ entries: 1, records: 6, problems: [] });
  });

  it('writers at once each leave one entry, in one chain', async () => {
    const joints = Array.from({ length: 12 }, (_, i) => ({ ...file.joints[0], id: newId(), mark: `W-${i}` }));
    await Promise.all(
      joints.map((data) =>
        h
          .as('lead')
          .post('/api/commands')
          .send({ id: newId(), kind: 'joint', records: [{ seen: 0, data }] })
          .expect(200),
      ),
    );
    const after = await verifyTrail(h.db, h.store.companyId);
    expect(after).toMatchObject({ entries: verdict.entries + 12, problems: [] });
  });

  it.each<[string, (trx: Harness['db']) => Promise<unknown>, RegExp]>([
    [
      'an entry altered',
      (t) =>
        t('audit')
          .where({ seq: 3 })
          .update({ body: t.raw(`replace(body, 'lead', 'Iead')`) }),
      /entry 3 was altered/,
    ],
    ['an entry removed', (t) => t('audit').where({ seq: 4 }).del(), /entry 4 is missing/],
    [
      'the last removed',
      (t) => t.raw('delete from audit where seq = (select max(seq) from audit)'),
      /the trail ends at entry/,
    ],
    [
      'two exchanged',
      async (t) => {
        await t('audit').where({ seq: 3 }).update({ seq: 999 });
        await t('audit').where({ seq: 4 }).update({ seq: 3 });
        await t('audit').where({ seq: 999 }).update({ seq: 4 });
      },
      /entry 3 was altered/,
    ],
    [
      'a record changed beside it',
      (t) =>
        t('log')
          .where({ id: file.logs[0]?.id })
          .update({ data: t.raw(`data || '{"fillerLot":"other"}'`) }),
      /log .* is not as the trail says/,
    ],
    [
      'a record added beside it',
      (t) => t.raw(`insert into brazer select company_id, '${newId()}', version, data, 'zz' from brazer limit 1`),
      /brazer .* without an entry/,
    ],
    ['a record taken away beside it', (t) => t('log').where({ id: file.logs[1]?.id }).del(), /log .* is gone/],
  ])('finds %s', async (_what, work, words) => {
    const problems = await new Promise<readonly string[]>((found, fail) => {
      h.db
        .transaction(async (trx) => {
          for (const t of ['audit', 'log']) await trx.raw(`alter table ${t} disable trigger user`);
          await work(trx as unknown as Harness['db']);
          found((await verifyTrail(trx as unknown as Harness['db'], h.store.companyId)).problems);
          await trx.rollback();
        })
        .catch(fail);
    });
    expect(problems[0]).toMatch(words);
  });

  it('finds a trail written anew by who owns the database, from one line written down elsewhere', async () => {
    const good = await verifyTrail(h.db, h.store.companyId, { byHand: { seq: verdict.entries, hash: verdict.head } });
    expect(good.problems).toEqual([]);
    const other = await verifyTrail(h.db, h.store.companyId, { byHand: { seq: 2, hash: 'f'.repeat(64) } });
    expect(other.problems).toEqual(['entry 2 is not the one that was written down elsewhere']);
    const short = await verifyTrail(h.db, h.store.companyId, { byHand: { seq: 10_000, hash: verdict.head } });
    expect(short.problems[0]).toContain('before entry 10000');
  });
});
