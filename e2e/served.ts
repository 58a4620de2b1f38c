import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test as base } from '@playwright/test';

/** Runs a shell line with the project's own functions. */
export const withLib = (line: string): string =>
  execFileSync('bash', ['-c', `set -e; . scripts/lib.sh; ${line}`], { encoding: 'utf8' }).trim();

/** A Hephaist with the demo that one worker has for itself. */
export interface Served {
  readonly url: string;
  /** Folder of its PostgreSQL. */
  readonly data: string;
}

/** True once it answers. */
async function answers(url: string): Promise<boolean> {
  try {
    return (await fetch(`${url}/api/health`)).ok;
  } catch {
    return false;
  }
}

/** Tests of which each worker has a Hephaist of its own: what one changes no other sees. */
export const servedTest = base.extend<object, { served: Served }>({
  served: [
    async ({}, use) => {
      const [data, port] = [mkdtempSync(join(tmpdir(), 'hephaist-e2e-')), withLib('free_port')];
      const child = spawn('bash', ['e2e/serve.sh', port, data], { stdio: ['ignore', 'inherit', 'inherit'] });
      const gone = new Promise((done) => child.once('exit', done));
      const url = `http://127.0.0.1:${port}`;
      for (let i = 0; i < 600 && !(await answers(url)); i++) {
        if (child.exitCode !== null) throw new Error(`e2e/serve.sh ended with ${child.exitCode}`);
        await new Promise((next) => setTimeout(next, 200));
      }
      await use({ url, data });
      child.kill('SIGTERM');
      await gone;
    },
    { scope: 'worker', timeout: 150_000 },
  ],
  baseURL: async ({ served }, use) => use(served.url),
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
