import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import { expect, test as base } from '@playwright/test';
import { Client } from 'pg';
import { freePort } from '../apps/server/test/free-port.js';

/** Runs a shell line with the project's own functions. */
export const withLib = (line: string): string =>
  execFileSync('bash', ['-c', `set -e; . scripts/lib.sh; ${line}`], { encoding: 'utf8' }).trim();

/** A Hephaist that runs. */
export interface Running {
  readonly url: string;
  /** What it said when it began. */
  readonly said: () => string;
  readonly stop: () => Promise<void>;
  /** Ends it where it stands, as a power cut does, and begins it again on what is left, at the same address. */
  readonly dieAndRise: () => Promise<void>;
}

/** What one worker has for itself. */
export interface Served {
  /** Folder of its PostgreSQL. */
  readonly data: string;
  /**
   * Begins a Hephaist on a database of its own: with the demo, or empty.
   * @param settings environment variables beside the usual ones
   */
  begin(with_: 'demo' | 'nothing', settings?: Readonly<Record<string, string>>): Promise<Running>;
  /** The one with the demo that the journeys of a file have for themselves. */
  of(file: string): Promise<Running>;
}

let serial = 0;

/** Waits until something holds; looks ten times a second. */
async function until(what: string, holds: () => boolean | Promise<boolean>, tries = 3000): Promise<void> {
  for (let i = 0; i < tries; i++) {
    if (await holds()) return;
    await setTimeout(100);
  }
  throw new Error(`${what} did not come`);
}

const answers = (url: string) => (): Promise<boolean> =>
  fetch(`${url}/api/health`).then(
    (r) => r.ok,
    () => false,
  );

async function begin(
  pg: string,
  instruments: string,
  template: string | null,
  settings: Readonly<Record<string, string>>,
): Promise<Running> {
  const name = `of_${process.pid}_${++serial}`;
  const client = new Client(pg.replace(/\/postgres$/, '/template1'));
  await client.connect();
  await client.query(`create database ${name} template ${template ?? 'template0'}`);
  await client.end();
  const port = String(await freePort());
  const url = `http://127.0.0.1:${port}`;
  let said = '';
  const rise = async (): Promise<(how: NodeJS.Signals) => Promise<void>> => {
    const child = spawn(process.execPath, ['apps/server/dist/main.mjs'], {
      env: {
        ...process.env,
        DATABASE_URL: pg.replace(/\/postgres$/, `/${name}`),
        HEPHAIST_PORT: port,
        HEPHAIST_INSTRUMENTS: instruments,
        HEPHAIST_DEMO: template ? 'on' : 'off',
        LOG_LEVEL: 'silent',
        ...settings,
      },
      stdio: ['ignore', 'pipe', 'inherit'],
    });
    child.stdout.on('data', (d: Buffer) => (said += d.toString()));
    const gone = new Promise<void>((done) => child.once('exit', () => done()));
    await until(`an answer at ${url}`, answers(url));
    return (how) => {
      child.kill(how);
      return gone;
    };
  };
  let end = await rise();
  return {
    url,
    said: () => said,
    stop: () => end('SIGTERM'),
    dieAndRise: async () => {
      await end('SIGKILL');
      end = await rise();
    },
  };
}

/** Journeys: each file has a company of its own with the demo, so that files run in any order and beside each other. */
export const servedTest = base.extend<object, { served: Served }>({
  served: [
    async ({}, use) => {
      const data = mkdtempSync(join(tmpdir(), 'hephaist-e2e-'));
      const child = spawn('bash', ['e2e/serve.sh', data], { stdio: ['ignore', 'inherit', 'inherit'] });
      const gone = new Promise((done) => child.once('exit', done));
      await until('e2e/serve.sh', () => {
        if (child.exitCode !== null) throw new Error(`e2e/serve.sh ended with ${child.exitCode}`);
        return existsSync(join(data, 'ready'));
      });
      const [pg = '', instruments = ''] = readFileSync(join(data, 'ready'), 'utf8').split('\n');
      let now: { readonly file: string; readonly running: Running } | null = null;
      const begun: Running[] = [];
      const served: Served = {
        data,
        begin: async (with_, settings = {}) => {
          const running = await begin(pg, instruments, with_ === 'demo' ? 'postgres' : null, settings);
          begun.push(running);
          return running;
        },
        of: async (file) => {
          if (now?.file !== file) {
            await now?.running.stop();
            now = { file, running: await served.begin('demo') };
          }
          return now.running;
        },
      };
      await use(served);
      // Also those of a journey that broke off.
      await Promise.all(begun.map((running) => running.stop()));
      child.kill('SIGTERM');
      await gone;
    },
    { scope: 'worker', timeout: 600_000 },
  ],
  baseURL: async ({ served }, use, { file }) => use((await served.of(file)).url),
  page: async ({ page }, use) => {
    // Whatever a page does, it keeps to its own policy.
    const broken: string[] = [];
    page.on('console', (m) => {
      if (/Content Security Policy/.test(m.text())) broken.push(m.text());
    });
    await use(page);
    expect(broken).toEqual([]);
  },
});
