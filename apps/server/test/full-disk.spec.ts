import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from './free-port.js';
import { newId } from './harness.js';
import { until } from './instruments.js';

/** ./start with a PostgreSQL of its own on a small disk: it fills up, is emptied, and the database dies. */

const disk = mkdtempSync(join(tmpdir(), 'hephaist-disk-'));
const mount = spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=400m,mode=755', 'tmpfs', disk]);
const isSmall = mount.status === 0;
const data = join(disk, 'data');
let [run, base, out, err]: [ChildProcess | null, string, string, string] = [null, '', '', ''];
let cookie = '';

const post = (path: string, body: object) =>
  fetch(`${base}${path}`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Cookie: cookie },
    body: JSON.stringify(body),
  });
const health = async (): Promise<number> => (await fetch(`${base}/api/health`).catch(() => ({ status: 0 }))).status;

beforeAll(async () => {
  const port = await freePort();
  base = `http://127.0.0.1:${port}`;
  const env = { HEPHAIST_PORT: String(port), HEPHAIST_PG_PORT: String(await freePort()), HEPHAIST_DATA: data };
  run = spawn('./start', {
    env: { ...process.env, ...env, HEPHAIST_DEMO: 'off', HEPHAIST_STAND_IN: 'off', DATABASE_URL: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  run.stdout?.on('data', (d: Buffer) => (out += d.toString()));
  run.stderr?.on('data', (d: Buffer) => (err += d.toString()));
  await until(
    () => out,
    (o) => o.includes('type the code'),
  );
  const code = /type the code (\S+)/.exec(out)?.[1];
  const made = await post('/api/first-run', {
    code,
    company: 'Full Disk Pipework',
    person: 'A first one',
    name: 'first',
    password: 'a pass phrase for tests',
  });
  expect(made.status).toBe(201);
  cookie = made.headers.getSetCookie()[0]?.split(';')[0] ?? '';
});
afterAll(async () => {
  const ended = new Promise((done) => run?.on('exit', done));
  run?.kill('SIGTERM');
  await ended;
  if (isSmall) spawnSync('umount', [disk]);
  rmSync(disk, { recursive: true, force: true });
});

let n = 0;
const write = () =>
  post('/api/people', {
    id: newId(),
    name: `person-${++n}`,
    person: 'Somebody',
    roles: ['auditor'],
    brazerId: null,
    password: 'another long phrase',
  });

describe('./start with its own database', () => {
  it.skipIf(!isSmall)('on a disk that fills up: says so, reads on, and goes on once there is room', async () => {
    expect((await write()).status).toBe(201);
    const filler = join(disk, 'filler');
    spawnSync('sh', ['-c', `head -c $(( $(stat -f -c '%a*%S' ${disk}) - 50*1024*1024 )) /dev/zero > ${filler}`]);
    await new Promise((done) => setTimeout(done, 600));
    const full = await write();
    expect(full.status).toBe(507);
    expect(((await full.json()) as { detail: string }).detail).toMatch(/is full: (49|50) MB left/);
    expect((await fetch(`${base}/api/people`, { headers: { Cookie: cookie } })).status).toBe(200);
    rmSync(filler);
    await new Promise((done) => setTimeout(done, 600));
    expect((await write()).status).toBe(201);
  });

  it('whose database dies: it is begun again, and says so', async () => {
    const pid = spawnSync('head', ['-1', join(data, 'data', 'postmaster.pid')], { encoding: 'utf8' }).stdout.trim();
    process.kill(Number(pid), 'SIGKILL');
    await until(
      () => err,
      (e) => e.includes('PostgreSQL is gone; it begins again'),
    );
    await until(health, (status) => status === 200);
    expect((await write()).status).toBe(201);
  });
});
