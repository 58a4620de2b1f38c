import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { connect } from '../src/db/connect.js';
import { freePort } from './free-port.js';
import { newId } from './harness.js';
import { until } from './instruments.js';
import { processes } from './processes.js';

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

const processOf = () => processes().find((p) => p.parent === run?.pid && p.args.includes('server/dist/main.mjs'));

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

  it('works on it as a role that is no superuser and owns its tables', async () => {
    const { port } = new URL(
      `x://x:${readFileSync(join(data, 'data', 'postmaster.pid'), 'utf8').split('\n')[3] ?? ''}`,
    );
    const db = connect(
      `postgres://hephaist_app:${readFileSync(join(data, 'secret-app'), 'utf8')}@127.0.0.1:${port}/postgres`,
    );
    const { rows } = (await db.raw(
      'select rolsuper, rolcreaterole, rolbypassrls from pg_roles where rolname = current_user',
    )) as {
      rows: object[];
    };
    expect(rows).toEqual([{ rolsuper: false, rolcreaterole: false, rolbypassrls: false }]);
    const users = (await db('pg_stat_activity')
      .where('application_name', 'hephaist queue')
      .distinct('usename')) as object[];
    expect(users).toEqual([{ usename: 'hephaist_app' }]);
    const owners = (await db('pg_tables').where('schemaname', 'public').distinct('tableowner')) as object[];
    expect(owners).toEqual([{ tableowner: 'hephaist_app' }]);
    await expect(db.raw("copy company to program 'true'")).rejects.toThrow(/must be superuser/);
    await expect(db.raw("set session_replication_role = 'replica'")).rejects.toThrow('permission denied');
    await db.destroy();
    for (const secret of ['secret', 'secret-app', 'own/anchor.key'])
      expect(statSync(join(data, secret)).mode & 0o077).toBe(0);
  });

  it.skipIf(process.getuid?.() !== 0)(
    'as a user of its own where root starts it, unless that user cannot read it',
    () => {
      const uid = spawnSync('id', ['-u', 'hephaist'], { encoding: 'utf8' }).stdout.trim();
      const server = processOf();
      const runsAs = spawnSync('stat', ['-c', '%u', `/proc/${server?.pid ?? 0}`], { encoding: 'utf8' }).stdout.trim();
      if (err.includes('cannot read')) expect(runsAs).toBe('0');
      else expect(runsAs).toBe(uid);
      expect(uid).not.toBe('0');
    },
  );

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
