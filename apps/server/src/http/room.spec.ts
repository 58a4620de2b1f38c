import { tmpdir } from 'node:os';
import type { Problem } from '@hephaist/contracts/exchange/answers';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId } from '../../test/harness.js';
import { problemOf } from './errors.js';
import { roomIn } from './room.js';

/** A full disk is said in words, refuses writes and nothing else, and is over by itself. */

const MB = 1024 * 1024;
let h: Harness;
let free = 1000 * MB;
beforeAll(async () => {
  h = await harness(undefined, { room: { at: '/the/disk', free: () => Promise.resolve(free) } });
  expect((await broughtIn(h, demoFile())).status).toBe(201);
});
afterAll(() => h.close());

const note = () => {
  const joint = { ...demoFile().joints[0]!, id: newId(), mark: newId().slice(-6) };
  return h
    .as('lead')
    .post('/api/commands')
    .send({ id: newId(), kind: 'joint', records: [{ seen: 0, data: joint }] });
};
const after = () => new Promise((done) => setTimeout(done, 600));

describe('a full disk', () => {
  it('writes down to 128 MB left, refuses below, and comes back', async () => {
    free = 128 * MB;
    await after();
    await note().expect(200);
    free = 128 * MB - 1;
    await after();
    const problem = (await note().expect(507)).body as Problem;
    expect(problem.title).toBe('Disk full');
    expect(problem.detail).toContain('The disk at /the/disk is full: 127 MB left, and 128 MB must stay.');
    await h.as().get('/api/jobs').expect(200);
    await h.as('auditor').post('/api/trail/check').expect(200);
    free = 200 * MB;
    await after();
    await note().expect(200);
  });

  it('what the database or the system says of a full disk is said so too', () => {
    for (const code of ['53100', 'ENOSPC'])
      expect(problemOf(Object.assign(new Error('no'), { code }))).toMatchObject({ status: 507, title: 'Disk full' });
  });

  it('reads what is free of a real disk', async () => {
    expect(await roomIn(tmpdir()).free()).toBeGreaterThan(MB);
  });
});
