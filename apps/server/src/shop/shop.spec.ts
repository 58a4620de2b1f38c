import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { OwnRowRecord } from '@hephaist/contracts/records/own-row';
import type { Stored } from '@hephaist/contracts/records/stored';
import { DEFAULT_WEIGHTS } from '@hephaist/core/selection/preferences';
import { describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';
import { RecordStore } from '../records/store.js';
import { shopFor } from './shop.js';

const file = demoFile();
const h = withJob(file);

const send = (kind: string, data: object, seen = 0) =>
  h
    .as()
    .post('/api/commands')
    .send({ id: newId(), kind, records: [{ seen, data }] });
const remove = (kind: string, id: string, seen: number) =>
  h
    .as()
    .post('/api/commands')
    .send({ id: newId(), kind, records: [], removals: [{ id, seen }] });
const ownTube = {
  table: 'tube',
  key: 'own:30x2',
  values: {
    temper: 'drawn',
    odM: 0.03,
    wallM: 0.002,
    odToleranceM: 0.00005,
    annealedOdToleranceM: 0.00005,
    wallToleranceM: 0.0002,
  },
  source: 'mill certificate',
};

describe('the company’s tables', () => {
  it('holds the demo’s own row and no weights at first', async () => {
    const shop = (await h.as().get('/api/shop').expect(200)).body;
    expect(shop.own_row).toHaveLength(1);
    expect(shop.weighing).toEqual([]);
  });
  it('a tube it added may be used by a joint, and not before', async () => {
    const joint: Joint = {
      ...file.joints[3]!,
      id: newId(),
      mark: 'OWN-1',
      tube: { standardId: 'own', size: '30x2', metalId: 'copper' },
    };
    const early = await send('joint', joint).expect(422);
    expect(early.body.fields[0].field).toBe('tube.standardId');
    const row = { id: newId(), ...ownTube };
    await send('own_row', row).expect(200);
    await send('joint', joint).expect(200);
    const again = await send('own_row', { ...row, id: newId() }).expect(422);
    expect(again.body.fields[0].says).toContain('already');
  });
  it('refuses values that no table can hold, at their field', async () => {
    const bad = await send('own_row', {
      id: newId(),
      ...ownTube,
      key: 'own:1x1',
      values: { ...ownTube.values, wallM: 0.5 },
    }).expect(422);
    expect(bad.body.fields.map((f: { field: string }) => f.field)).toContain('values.wallM');
  });
  it('can be put back: the row goes, and comes back only anew', async () => {
    const [row] = (await h.as().get('/api/shop')).body.own_row as Stored<OwnRowRecord>[];
    await remove('own_row', row!.data.id, row!.version).expect(200);
    expect((await shopFor(h.store)).catalogue.part('txv')?.limitK).toBeCloseTo(394.26, 1);
  });
  it('weights: one set a company, and another company has its own', async () => {
    const id = newId();
    await send('weighing', { id, weights: { ...DEFAULT_WEIGHTS, gap: 55 } }).expect(200);
    await send('weighing', { id: newId(), weights: DEFAULT_WEIGHTS }).expect(422);
    expect((await shopFor(h.store)).weights.gap).toBe(55);
    const other = newId();
    await h.db('company').insert({ id: other, name: 'Another' });
    expect((await shopFor(new RecordStore(h.db, other))).weights.gap).toBe(DEFAULT_WEIGHTS.gap);
    expect((await shopFor(new RecordStore(h.db, other))).catalogue.tube('own', '30x2')).toBeUndefined();
  });
  it('nothing else may be taken away', async () => {
    await remove('job', file.job.id, 1).expect(409);
    await remove('weighing', newId(), 1).expect(409);
  });
});

describe('lines and jobs', () => {
  it('a line with joints stays, one without may go', async () => {
    const line = file.lines[0] as Line;
    expect((await remove('line', line.id, 1).expect(409)).body.detail).toContain('A line with joints stays');
    const empty = { ...line, id: newId(), prefix: 'ZZ', name: 'Empty' };
    await send('line', empty).expect(200);
    await remove('line', empty.id, 1).expect(200);
  });
  it('marks may be exchanged within one write, and not doubled', async () => {
    const [a, b] = file.joints as [Joint, Joint];
    const swap = (m1: string, m2: string) =>
      h
        .as()
        .post('/api/commands')
        .send({
          id: newId(),
          kind: 'joint',
          records: [
            { seen: 1, data: { ...a, mark: m1 } },
            { seen: 1, data: { ...b, mark: m2 } },
          ],
        });
    const twice = await swap('SAME', 'SAME').expect(422);
    expect(twice.body.fields[0].field).toBe('mark');
    await swap(b.mark, a.mark).expect(200);
    expect((await h.store.find('joint', a.id))?.mark).toBe(b.mark);
  });
  it('thousands of new joints go in together, all or none', async () => {
    const many = Array.from({ length: 3000 }, (_, i) => ({
      seen: 0,
      data: { ...file.joints[0], id: newId(), mark: `M-${i}` },
    }));
    const command = { id: newId(), kind: 'joint', records: many };
    const before = await h.store.count('joint', { job_id: file.job.id });
    const bad = {
      ...command,
      id: newId(),
      records: [...many.slice(0, 2999), { seen: 0, data: { ...many[0]!.data, id: newId() } }],
    };
    await h.as().post('/api/commands').send(bad).expect(422);
    expect(await h.store.count('joint', { job_id: file.job.id })).toBe(before);
    const done = await h.as().post('/api/commands').send(command).expect(200);
    expect(done.body.records).toHaveLength(3000);
    expect(await h.store.count('joint', { job_id: file.job.id })).toBe(before + 3000);
  });
  it('a copy has the lines and joints under new ids, and nothing that was brazed; sent twice it is made once', async () => {
    const id = newId();
    const copy = () => h.as().post(`/api/jobs/${file.job.id}/copy/${id}`).send({ name: 'The same again' });
    const first = await copy().expect(201);
    expect((await copy().expect(201)).body).toEqual(first.body);
    const jobId = first.body.jobId as string;
    expect(await h.store.count('line', { job_id: jobId })).toBe(file.lines.length);
    expect(await h.store.count('joint', { job_id: jobId })).toBe(await h.store.count('joint', { job_id: file.job.id }));
    expect(await h.store.count('log', { job_id: jobId })).toBe(0);
    const ids = new Set((await h.store.list('joint', { job_id: file.job.id })).map((j) => j.id));
    expect((await h.store.list('joint', { job_id: jobId })).some((j) => ids.has(j.id))).toBe(false);
    const drawing = async (id: string): Promise<string[][]> => {
      const marks = new Map((await h.store.list('joint', { job_id: id })).map((j) => [j.id, j.mark]));
      return (await h.store.list('line', { job_id: id }))
        .filter((l) => l.layout)
        .sort((a, b) => a.sort - b.sort)
        .map((l) =>
          Object.entries(l.layout?.at ?? {})
            .map(([j, node]) => `${marks.get(j)} at ${String(node)}`)
            .sort(),
        );
    };
    expect((await drawing(jobId)).flat().length).toBeGreaterThan(5);
    expect(await drawing(jobId)).toEqual(await drawing(file.job.id));
    await h.as().post(`/api/jobs/${newId()}/copy/${newId()}`).send({ name: 'x' }).expect(404);
    expect(
      (await h.as().post(`/api/jobs/${file.job.id}/copy/${newId()}`).send({}).expect(422)).body.fields[0].field,
    ).toBe('name');
  });
  it('an archived job says so in the list', async () => {
    const { version, data: job } = (await h.store.stored('job', file.job.id))!;
    await send('job', { ...job, archived: true }, version).expect(200);
    const list = (await h.as().get('/api/jobs')).body as { id: string; archived: boolean }[];
    expect(list.find((j) => j.id === job.id)?.archived).toBe(true);
  });
});
