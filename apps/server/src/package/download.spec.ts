import { randomBytes } from 'node:crypto';
import { get, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { until } from '../../test/instruments.js';
import { connect } from '../db/connect.js';
import { importJob } from '../exchange/job-file.js';
import { buildPackage } from './build.js';

/** Downloads of packages that break on the way, over a real connection. */

let h: Harness;
let server: Server;
let path: string;
const MORE = 24;

beforeAll(async () => {
  h = await harness();
  const file = demoFile();
  await importJob(h.store, file, newId());
  const id = newId();
  await h
    .as('quality')
    .post(`/api/jobs/${file.job.id}/hand-overs`)
    .send({ id, to: 'x', note: '', units: 'us', password: TEST_PASSWORD })
    .expect(201);
  await buildPackage(h.store, id);
  // A large package: more parts than any socket holds in its buffers.
  const where = { company_id: h.store.companyId, id };
  const { build, bytes } = (await h.db('package').where(where).first('build', 'bytes')) as {
    build: string;
    bytes: string;
  };
  const parts = Number(
    (
      await h
        .db('package_part')
        .where({ ...where, build })
        .count({ n: '*' })
        .first()
    )?.n,
  );
  for (let i = 0; i < MORE; i++)
    await h.db('package_part').insert({ ...where, build, n: parts + i, bytes: randomBytes(1024 * 1024) });
  await h
    .db('package')
    .where(where)
    .update({ bytes: Number(bytes) + MORE * 1024 * 1024 });
  server = h.app.listen(0, '127.0.0.1');
  path = `/api/hand-overs/${id}/package.zip`;
});
afterAll(async () => {
  server.closeAllConnections();
  await new Promise((closed) => server.close(closed));
  await h.close();
});

/** Reads the package to its end, or leaves after so many bytes; how it came out. Does something more on the way. */
const download = (
  leaveAfter = Infinity,
  doAfter = Infinity,
  something: () => Promise<unknown> = () => Promise.resolve(),
): Promise<'whole' | 'cut off' | 'left' | number> =>
  new Promise((done, fail) => {
    let did = false;
    const { port } = server.address() as AddressInfo;
    const ask = get({ port, path, headers: { Cookie: h.cookie } }, (answer) => {
      let got = 0;
      answer.on('data', (chunk: Buffer) => {
        got += chunk.length;
        if (got >= doAfter && !did) {
          did = true;
          answer.pause();
          something().then(() => answer.resume(), fail);
        }
        if (got < leaveAfter) return;
        ask.destroy();
        done('left');
      });
      answer.on('end', () => done(answer.statusCode === 200 ? 'whole' : (answer.statusCode ?? 0)));
      answer.on('error', () => done('cut off'));
    });
    ask.on('error', () => done('cut off'));
  });

describe('a download that breaks', () => {
  it('by the database: that answer is cut off, and the server goes on', async () => {
    const killer = connect(h.url);
    for (const first of [1, 2 * 1024 * 1024]) {
      const lock = await killer.transaction();
      const end = download(Infinity, first, () => lock.raw('lock table package_part in access exclusive mode'));
      await until(
        async () =>
          (await killer.raw(
            `select pg_terminate_backend(pid) from pg_stat_activity
             where datname = current_database() and wait_event_type = 'Lock' and query like 'select "bytes"%'`,
          )) as { rows: unknown[] },
        ({ rows }) => rows.length > 0,
      );
      await lock.rollback();
      expect(await end).toBe('cut off');
      await until(
        () => download(),
        (how) => how === 'whole',
        20,
      );
    }
    await killer.destroy();
  });

  it('a reader who leaves on the way harms nobody', async () => {
    expect(await Promise.all([1, 1, 1, 1].map((n) => download(n)))).toEqual(['left', 'left', 'left', 'left']);
    expect(await download()).toBe('whole');
  });

  it('many who read slowly leave the connections to others', async () => {
    const { port } = server.address() as AddressInfo;
    const slow = Array.from({ length: 12 }, () => get({ port, path, headers: { Cookie: h.cookie } }, () => undefined));
    await Promise.all(slow.map((s) => new Promise((answered) => s.once('response', answered))));
    await h.as('auditor').get('/api/jobs').expect(200);
    slow.forEach((s) => s.on('error', () => undefined).destroy());
    expect(await download()).toBe('whole');
  });
});
