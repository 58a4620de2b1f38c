import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { networkOf, straightLayout } from '@hephaist/core/purge/layout';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId } from '../../test/harness.js';
import { importJob } from '../exchange/job-file.js';
import { BusyError, TooManyError } from '../http/errors.js';
import { inThreads, MOST_OF_ONE, type Runner, workPool } from './work-pool.js';

/** A runner whose tasks end when the test says so. */
function held(): Runner & { readonly begun: string[]; readonly stopped: string[]; readonly end: () => void } {
  const ends: (() => void)[] = [];
  const begun: string[] = [];
  const stopped: string[] = [];
  return {
    begun,
    stopped,
    end: () => ends.splice(0).forEach((e) => e()),
    run: (task, _input, _ms, gone) => {
      begun.push(task);
      return new Promise((done, broken) => {
        ends.push(() => done({ task }));
        gone?.addEventListener('abort', () => {
          stopped.push(task);
          broken(new BusyError('gone'));
        });
      });
    },
    close: () => Promise.resolve(),
  };
}
const csv = { text: 'mark,line,standard,size', lines: [], marks: [], rows: [] };

describe('the pool of work', () => {
  it('takes two things of one person at once, and of others as well', async () => {
    const runner = held();
    const pool = workPool(runner);
    const own = Array.from({ length: MOST_OF_ONE }, () => pool.run('prue', 'csv', csv));
    await expect(pool.run('prue', 'csv', csv)).rejects.toBeInstanceOf(TooManyError);
    const other = pool.run('dov', 'csv', csv);
    expect(runner.begun).toHaveLength(MOST_OF_ONE + 1);
    runner.end();
    await Promise.all([...own, other]);
    const next = pool.run('prue', 'csv', csv);
    runner.end();
    await next;
  });
  it('one that breaks leaves its place', async () => {
    const pool = workPool({ run: () => Promise.reject(new Error('broke')), close: () => Promise.resolve() });
    for (let i = 0; i < 5; i++) await expect(pool.run('prue', 'csv', csv)).rejects.toThrow('broke');
  });
});

/** As ./start builds it. */
const BUILT = resolve('apps/server/dist/work-worker.mjs');
describe.runIf(existsSync(BUILT))('in threads', () => {
  const ids = Array.from({ length: 60 }, () => newId());
  const long = {
    net: networkOf(
      straightLayout(ids, 200, ids.map(() => 0.02).concat(0.02)),
      ids.map((id) => ({ id, brazed: false, lapM: 0.02, diameterM: 0.022, gapSideM: 5e-5 })),
      { by: 'flow', m3s: 1e-4, mostPa: 13790 },
    ),
    wishes: { limit: 0.005, minutesPerJoint: 8, usableM3: 5 },
  };
  it('a list is read beside the server', async () => {
    const pool = workPool(inThreads(BUILT, 1));
    expect(await pool.run('prue', 'csv', csv)).toMatchObject({ good: [], bad: [], rows: 0 });
    const problem = await pool.run('prue', 'package', Buffer.from('no zip'));
    expect(problem).toEqual({ problems: [{ field: 'package', says: 'this is not a whole ZIP file' }] });
    await pool.close();
  });
  it('what takes too long is given up, with words, and the next is done', async () => {
    const deadlines = { purge: 50, csv: 60_000, package: 60_000, file: 60_000, trail: 60_000 };
    const pool = workPool(inThreads(BUILT, 1), deadlines);
    const error = await pool.run('prue', 'purge', long).catch((e: unknown) => e);
    expect(error).toBeInstanceOf(BusyError);
    expect((error as Error).message).toContain('given up');
    expect(await pool.run('prue', 'csv', csv)).toHaveProperty('rows', 0);
    await pool.close();
  });
  it('whoever goes away is worked for no longer, and what was not begun is not begun', async () => {
    const pool = workPool(inThreads(BUILT, 1));
    const [away, never] = [new AbortController(), new AbortController()];
    const first = pool.run('prue', 'purge', long, away.signal).catch((e: unknown) => e);
    never.abort();
    expect(await pool.run('dov', 'purge', long, never.signal).catch((e: unknown) => e)).toMatchObject({
      message: 'Nobody waits for it any more.',
    });
    away.abort();
    expect(await first).toMatchObject({ message: 'Nobody waits for it any more.' });
    expect(await pool.run('prue', 'csv', csv)).toHaveProperty('rows', 0);
    await pool.close();
  });
  it('a full queue refuses, and answers those it took', async () => {
    const pool = workPool(inThreads(BUILT, 1));
    const all = await Promise.allSettled(Array.from({ length: 40 }, (_, i) => pool.run(`p${i}`, 'csv', csv)));
    const refused = all.filter((a) => a.status === 'rejected');
    expect(refused.length).toBeGreaterThan(0);
    for (const r of refused) expect(r.reason).toBeInstanceOf(BusyError);
    expect(all.filter((a) => a.status === 'fulfilled').length).toBeGreaterThan(10);
    await pool.close();
  });
});

describe('over HTTP', () => {
  let h: Harness;
  const file = demoFile();
  const runner = held();
  beforeAll(async () => {
    h = await harness(undefined, { work: workPool(runner) });
    await importJob(h.store, file, newId());
  });
  afterAll(() => h.close());
  const ask = (role: 'lead' | 'fitter') =>
    h
      .as(role)
      .post(`/api/lines/${file.lines[0]!.id}/purge-plan.pdf`)
      .send({ system: 'us', minutes: 8, cylinder: '300 ft³' });

  it('a third plan of one person is answered 429 with a time to wait; one trail check of a company at a time', async () => {
    const two = [1, 2].map(() => ask('lead').then((a) => a.status));
    await expect.poll(() => runner.begun.length).toBe(2);
    const third = await ask('lead').expect(429);
    expect(third.headers['retry-after']).toBe('5');
    expect(third.body.detail).toContain('Wait for their answers');
    const check = h
      .as('auditor')
      .post('/api/trail/check')
      .then((a) => a.status);
    await expect.poll(() => runner.begun.length).toBe(3);
    const again = await h.as('quality').post('/api/trail/check').expect(429);
    expect(again.body.detail).toContain('being checked already');
    runner.end();
    expect(await check).toBe(200);
    await Promise.all(two);
  });

  it('what its asker stopped is ended, and leaves its place to the next', async () => {
    const begun = runner.begun.length;
    const check = h.as('auditor').post('/api/trail/check');
    check.end(() => undefined);
    await expect.poll(() => runner.begun.length).toBe(begun + 1);
    check.abort();
    await expect.poll(() => runner.stopped).toEqual(['trail']);
    const again = h
      .as('quality')
      .post('/api/trail/check')
      .then((a) => a.status);
    await expect.poll(() => runner.begun.length).toBe(begun + 2);
    runner.end();
    expect(await again).toBe(200);
  });
});
