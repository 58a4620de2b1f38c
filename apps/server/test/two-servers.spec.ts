import { type ChildProcess, spawn } from 'node:child_process';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { verifyTrail } from '../src/audit/verify.js';
import { importJob } from '../src/exchange/job-file.js';
import { freePort } from './free-port.js';
import { demoFile, type Harness, harness, newId } from './harness.js';
import { until } from './instruments.js';

let h: Harness;
const file = demoFile();
const servers: { url: string; process: ChildProcess }[] = [];

async function serve(): Promise<void> {
  const port = await freePort();
  const env = {
    ...process.env,
    DATABASE_URL: h.url,
    HEPHAIST_PORT: String(port),
    HEPHAIST_DEMO: 'off',
    LOG_LEVEL: 'silent',
  };
  const child = spawn(process.execPath, ['apps/server/dist/main.mjs'], { env, stdio: 'ignore' });
  const url = `http://127.0.0.1:${port}/api`;
  servers.push({ url, process: child });
  await until(
    () =>
      fetch(`${url}/health`).then(
        (r) => r.status,
        () => 0,
      ),
    (s) => s === 200,
  );
}
beforeAll(async () => {
  h = await harness();
  await importJob(h.store, file, newId());
  await serve();
  await serve();
});
afterAll(async () => {
  servers.forEach((s) => s.process.kill('SIGKILL'));
  await h.close();
});
const ask = (n: number, path: string, body?: object) =>
  fetch(`${servers[n % 2]?.url}/${path}`, {
    method: body ? 'POST' : 'GET',
    headers: { Cookie: h.cookie, 'Content-Type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  });
const joint = (mark: string, id = newId(), commandId = newId()) => ({
  id: commandId,
  kind: 'joint',
  records: [{ seen: 0, data: { ...file.joints[0], id, mark } }],
});

describe('two servers on one database', () => {
  it('one sign-in is good at both', async () => {
    for (const n of [0, 1]) expect((await ask(n, 'me')).status).toBe(200);
  });

  it('the same command sent to both is done once; writes at both make one chain', async () => {
    const command = joint('TWICE');
    const answers = await Promise.all([0, 1, 0, 1].map((n) => ask(n, 'commands', command)));
    expect(answers.map((a) => a.status)).toEqual([200, 200, 200, 200]);
    const bodies = await Promise.all(answers.map((a) => a.json()));
    for (const b of bodies) expect(b).toEqual(bodies[0]);
    await Promise.all(Array.from({ length: 40 }, (_, i) => ask(i, 'commands', joint(`B-${i}`))));
    expect((await h.store.list('joint')).filter((j) => /^(TWICE|B-)/.test(j.mark))).toHaveLength(41);
    expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
  });

  it('of two edits at once, at different servers, one wins and the other is told', async () => {
    const id = newId();
    await ask(0, 'commands', joint('RACE', id));
    const edit = (note: string) => ({
      id: newId(),
      kind: 'joint',
      records: [{ seen: 1, data: { ...file.joints[0], id, mark: 'RACE', note } }],
    });
    const answers = await Promise.all([0, 1].map((n) => ask(n, 'commands', edit(`from ${n}`))));
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409]);
  });

  it('with one killed, the other goes on with the very same command', async () => {
    const command = joint('CARRIED');
    servers[0]?.process.kill('SIGKILL');
    await ask(0, 'commands', command).catch(() => undefined);
    expect((await ask(1, 'commands', command)).status).toBe(200);
    expect((await h.store.list('joint')).filter((j) => j.mark === 'CARRIED')).toHaveLength(1);
  });
});
