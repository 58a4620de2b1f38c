import { parseJobFile } from '@hephaist/contracts/exchange/exchange';
import type { HandOverDetail } from '@hephaist/contracts/records/hand-over';
import { pino } from 'pino';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { importJob } from '../src/exchange/job-file.js';
import { type PackageQueue, packageQueue } from '../src/package/queue.js';
import { demoFile, type Harness, harness, newId, TEST_PASSWORD } from './harness.js';

let h: Harness;
const open: PackageQueue[] = [];
const log = pino({ level: 'silent' });
const file = demoFile();

beforeAll(async () => {
  h = await harness();
  await importJob(h.store, parseJobFile(file), newId());
});
afterAll(async () => {
  await Promise.all(open.map((q) => q.close()));
  await h.close();
});

async function handOver(): Promise<string> {
  const id = newId();
  await h
    .as('quality')
    .post(`/api/jobs/${file.job.id}/hand-overs`)
    .send({ id, to: 'the owner', note: '', units: 'us', password: TEST_PASSWORD })
    .expect(201);
  return id;
}
const states = async (): Promise<Map<string, HandOverDetail['package']>> => {
  const all = (await h.as().get(`/api/jobs/${file.job.id}/hand-overs`)).body as HandOverDetail[];
  return new Map(all.map((x) => [x.handOver.id, x.package]));
};
const until = (id: string, state: string) =>
  expect.poll(async () => (await states()).get(id)?.state, { timeout: 120_000, interval: 200 }).toBe(state);

it('packages are built in the background, one by one, whichever of two servers takes them', async () => {
  const left = await handOver();
  // Handed over while no server ran: it is found when one starts.
  open.push(await packageQueue(h.db, h.url, log, 0.5));
  open.push(await packageQueue(h.db, h.url, log, 0.5));
  await until(left, 'ready');
  const [a, b] = [await handOver(), await handOver()];
  await Promise.all(open.map((q) => q.wake()));
  await until(a, 'ready');
  await until(b, 'ready');
  const all = await states();
  for (const id of [left, a, b]) {
    const p = all.get(id);
    expect([p?.done, p?.problem]).toEqual([p?.of, null]);
    const builds = (await h.db('package_part').where({ id }).distinct('build')) as unknown[];
    expect(builds).toHaveLength(1);
  }
});

it('what a killed server left half built is built again', async () => {
  const id = await handOver();
  const at = { company_id: h.store.companyId, id };
  await h.db('package').where(at).update({ state: 'building', doing: 'on paper: log', done: 4, of: 11 });
  await h.db('package_part').insert({ ...at, build: newId(), n: 0, bytes: Buffer.from('half') });
  await open[0]?.wake();
  await until(id, 'ready');
  const rows = (await h.db('package_part').where(at).select('build')) as { build: string }[];
  expect(new Set(rows.map((r) => r.build)).size).toBe(1);
});

it('one that cannot be built says so, after it was tried again', async () => {
  const id = await handOver();
  const at = { company_id: h.store.companyId, id };
  await h
    .db('package')
    .where(at)
    .update({ snapshot: Buffer.from('torn') });
  await open[0]?.wake();
  await until(id, 'failed');
  expect((await states()).get(id)?.problem).toContain('could not be built');
});
