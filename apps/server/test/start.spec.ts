import { spawn, spawnSync } from 'node:child_process';
import { type AddressInfo, createServer } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { freePort } from './free-port.js';
import { type Harness, harness } from './harness.js';
import { until } from './instruments.js';
import { processes } from './processes.js';

/** What ./start says and does, with a database of the tests. */

let h: Harness;
beforeAll(async () => {
  h = await harness();
});
afterAll(() => h.close());

const start = (args: string[], env: Record<string, string>) =>
  spawnSync('./start', args, { encoding: 'utf8', env: { ...process.env, ...env }, input: '', timeout: 120_000 });
const withDatabase = (env: Record<string, string> = {}) => ({ DATABASE_URL: h.url, ...env });

describe('./start', () => {
  it('says which port is taken and how to take another', async () => {
    const taken = createServer();
    await new Promise<void>((ready) => taken.listen(0, '127.0.0.1', ready));
    const { port } = taken.address() as AddressInfo;
    const run = start([], withDatabase({ HEPHAIST_PORT: String(port) }));
    expect(run.status).toBe(1);
    expect(run.stderr).toContain(`port ${port} is taken: stop what uses it, or set HEPHAIST_PORT to another`);
    await new Promise((closed) => taken.close(closed));
  });

  it('refuses unknown options and ports that are none', () => {
    expect(start(['--please'], withDatabase()).stderr).toContain('unknown option --please');
    expect(start([], withDatabase({ HEPHAIST_PORT: 'many' })).stderr).toContain('must be a number');
    expect(start(['--help'], {}).stdout).toContain('HEPHAIST_PORT');
  });

  it('erases nothing in a database that is not its own', async () => {
    const run = start(['--fresh', '--yes'], withDatabase({ HEPHAIST_PORT: String(await freePort()) }));
    expect(run.status).toBe(1);
    expect(run.stderr).toContain('DATABASE_URL names another');
  });

  it('refuses a database that is newer than the code', async () => {
    await h.db('knex_migrations').insert({ name: '9999-future', batch: 9, migration_time: new Date() });
    const run = start([], withDatabase({ HEPHAIST_PORT: String(await freePort()) }));
    expect(run.status).toBe(1);
    expect(run.stderr).toContain('newer than this code: it knows 9999-future');
    await h.db('knex_migrations').where({ name: '9999-future' }).del();
  });

  it('says when the database cannot be reached', async () => {
    const run = start([], {
      DATABASE_URL: `postgres://nobody:x@127.0.0.1:${await freePort()}/none`,
      HEPHAIST_PORT: String(await freePort()),
    });
    expect(run.status).toBe(1);
    expect(run.stderr).toContain('the database cannot be used');
  });

  it('serves with the demo and stops when told, leaving nothing running', async () => {
    // The demo lets its own people in only where nobody can sign in yet.
    await h.db('account').del();
    const port = await freePort();
    const run = spawn('./start', {
      env: { ...process.env, ...withDatabase({ HEPHAIST_PORT: String(port) }) },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    const said = await new Promise<string>((resolve) => {
      let text = '';
      run.stdout.on('data', (d: Buffer) => {
        text += d.toString();
        if (text.includes('auditor')) resolve(text);
      });
    });
    expect(said).toContain(`http://127.0.0.1:${port}`);
    const [, name, password] = /^ {2}(\S+) +(\S+) +quality/m.exec(said) ?? [];
    const signedIn = await fetch(`http://127.0.0.1:${port}/api/sign-in`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ name, password }),
    });
    const headers = { Cookie: signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '' };
    const jobs = (await (await fetch(`http://127.0.0.1:${port}/api/jobs`, { headers })).json()) as { name: string }[];
    expect(jobs[0]?.name).toBe('Saltmarsh Sea-Turtle Hospital');
    const ended = new Promise((resolve) => run.on('exit', resolve));
    run.kill('SIGTERM');
    await ended;
    await expect(fetch(`http://127.0.0.1:${port}/api/jobs`)).rejects.toThrow();
  });

  it('a server that is killed is begun again, and says so', async () => {
    const port = await freePort();
    const run = spawn('./start', {
      env: { ...process.env, ...withDatabase({ HEPHAIST_PORT: String(port), HEPHAIST_DEMO: 'off' }) },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let [out, err] = ['', ''];
    run.stdout.on('data', (d: Buffer) => (out += d.toString()));
    run.stderr.on('data', (d: Buffer) => (err += d.toString()));
    const served = `Hephaist is at http://127.0.0.1:${port}`;
    await until(
      () => out,
      (o) => o.includes(served),
    );
    const server = processes().find((x) => x.parent === run.pid && x.args.includes('server/dist/main.mjs'));
    if (!server) throw new Error('no server runs');
    process.kill(server.pid, 'SIGKILL');
    await until(
      () => out,
      (o) => o.split(served).length === 3,
    );
    expect(err).toContain('the server ended (137); it begins again in 1 s');
    expect((await fetch(`http://127.0.0.1:${port}/api/health`)).status).toBe(200);
    const ended = new Promise((resolve) => run.on('exit', resolve));
    run.kill('SIGTERM');
    await ended;
    await expect(fetch(`http://127.0.0.1:${port}/api/health`)).rejects.toThrow();
  });
});
