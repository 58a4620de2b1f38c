import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { chromium, type Page } from '@playwright/test';
import { connect } from '../apps/server/src/db/connect.js';
import { CHROMIUM } from '../scripts/chromium.js';
import { largeJob } from './large-job.js';
import { benchPackage } from './package.js';
import { percentile, say } from './say.js';
import { benchTrail } from './trail.js';

/** The whole application with a job of 10 000 joints: first load, schedule scroll, memory, and the API under 50 clients. */

const withLib = (line: string): string =>
  execFileSync('bash', ['-c', `set -e; . scripts/lib.sh; ${line}`], { encoding: 'utf8' }).trim();

/** A trail in a database of its own beside the application's. */
async function trailOf(pg: string): Promise<void> {
  const db = connect(pg);
  await db.raw('create database trail');
  await db.destroy();
  await benchTrail(pg.replace(/\/[^/]+$/, '/trail'));
}

/** A package in a database of its own. */
async function packageOf(pg: string): Promise<void> {
  const db = connect(pg);
  await db.raw('create database package');
  await db.destroy();
  await benchPackage(pg.replace(/\/[^/]+$/, '/package'));
}

const PASSWORD = 'long enough to hold';

/** Makes the first administrator and answers the cookie. */
async function firstSignIn(url: string, code: string): Promise<string> {
  const answer = await fetch(`${url}/api/first-run`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ code, company: 'Bench', person: 'Bench', name: 'bench', password: PASSWORD }),
  });
  return answer.headers.getSetCookie()[0]?.split(';')[0] ?? '';
}

async function apiLoad(url: string, Cookie: string, jobId: string): Promise<void> {
  const paths = [
    '/api/jobs',
    `/api/jobs/${jobId}`,
    `/api/jobs/${jobId}/joints?limit=1000`,
    '/api/crew',
    '/api/shop',
    `/api/jobs/${jobId}/export`,
  ];
  for (const path of paths) {
    const times: number[] = [];
    const rounds = path.endsWith('export') ? 1 : 6;
    const begun = performance.now();
    await Promise.all(
      Array.from({ length: 50 }, async () => {
        for (let i = 0; i < rounds; i++) {
          const start = performance.now();
          await (await fetch(url + path, { headers: { Cookie } })).arrayBuffer();
          times.push(performance.now() - start);
        }
      }),
    );
    say(
      `50 clients: GET ${path.replace(jobId, ':id')}`,
      percentile(times, 0.5),
      `p95 ${percentile(times, 0.95).toFixed(0)} ms, p99 ${percentile(times, 0.99).toFixed(0)} ms, ${((1000 * times.length) / (performance.now() - begun)).toFixed(1)} a second`,
    );
  }
}

async function screens(url: string, cookie: string, jobId: string): Promise<void> {
  const browser = await chromium.launch(CHROMIUM);
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const [name = '', value = ''] = cookie.split('=');
  await page.context().addCookies([{ name, value, url }]);
  let start = performance.now();
  await page.goto(`${url}/jobs`);
  await page.getByRole('link', { name: /Large job/ }).waitFor();
  say('first load, empty cache, to the list of jobs', performance.now() - start);
  start = performance.now();
  await page.goto(`${url}/job/${jobId}/plan`);
  await page.getByRole('grid').getByText('X-1', { exact: true }).waitFor();
  say('10 000 joints: to the schedule and a plan', performance.now() - start);
  await page.getByText('10000 joints shown').waitFor({ timeout: 120_000 });
  say('10 000 joints: to every joint planned, by the worker', performance.now() - start);
  const frames = await page.evaluate(async () => {
    const view = document.querySelector('cdk-virtual-scroll-viewport');
    if (!view) return [];
    const times: number[] = [];
    let last = performance.now();
    for (let i = 0; i < 120; i++) {
      view.scrollTop += 420;
      await new Promise((r) => requestAnimationFrame(r));
      const now = performance.now();
      times.push(now - last);
      last = now;
    }
    return times;
  });
  say(
    'scrolling fifteen rows a frame',
    percentile(frames, 0.5),
    `p95 ${percentile(frames, 0.95).toFixed(0)} ms, worst ${Math.max(...frames).toFixed(0)} ms a frame`,
  );
  await page.getByRole('grid').focus();
  const keys: number[] = [];
  for (let i = 0; i < 30; i++) {
    start = performance.now();
    await page.keyboard.press('ArrowDown');
    await page.evaluate(() => new Promise((r) => requestAnimationFrame(r)));
    keys.push(performance.now() - start);
  }
  say('arrow key to the next joint and its plan', percentile(keys, 0.5), `p95 ${percentile(keys, 0.95).toFixed(0)} ms`);
  start = performance.now();
  await page.getByLabel('Group by').click();
  await page.getByRole('option', { name: 'by rod' }).click();
  await page
    .getByRole('grid')
    .getByText(/^BAg-\d+, \d+ joints?$/)
    .first()
    .waitFor();
  say('group 10 000 joints by rod', performance.now() - start);
  const heap = await page.evaluate(
    () => (performance as unknown as { memory: { usedJSHeapSize: number } }).memory.usedJSHeapSize,
  );
  console.log(`${'memory of the page with 10 000 joints'.padEnd(58)} ${(heap / 1e6).toFixed(0).padStart(9)} MB`);
  await crewScreens(page);
  await browser.close();
}

/** The pages of the crew with the same job, from the click on. */
async function crewScreens(page: Page): Promise<void> {
  const opened = async (what: string, link: string, shows: RegExp): Promise<void> => {
    const start = performance.now();
    // A place is a link of the header, a view of it a tab.
    await page
      .getByRole('link', { name: link })
      .or(page.getByRole('tab', { name: link }))
      .first()
      .click();
    await page.getByRole('heading', { level: 1, name: shows }).waitFor();
    say(`10 000 joints: ${what}`, performance.now() - start);
  };
  await opened('who may braze', 'Keep', /may be brazed by|Nobody on file/);
  await opened('the work shared', 'Share the work', /joints for|Nobody here/);
  await opened('procedures and what they cover', 'Procedures', /rev|No procedure/);
  await opened('what is open before handing over', 'Hand over', /open before|nothing is open|may be handed/i);
  await page.getByRole('link', { name: 'Prove' }).click();
  await opened('coupons to braze', 'Coupons to braze', /coupon/i);
}

/** The whole application on a database of its own with a job of so many joints, while something is measured. */
export async function withApplication(
  joints: number,
  work: (at: {
    readonly url: string;
    readonly cookie: string;
    readonly jobId: string;
    readonly pg: string;
  }) => Promise<void>,
): Promise<void> {
  const data = mkdtempSync(join(tmpdir(), 'hephaist-bench-'));
  const [pg, port] = withLib(
    `mkdir -p .hephaist; build_if_changed >&2; chmod 755 '${data}'; pg_start '${data}' "$(free_port)"; printf '%s %s' "$PG_URL" "$(free_port)"`,
  ).split(' ') as [string, string];
  const server = spawn(process.execPath, ['apps/server/dist/main.mjs'], {
    env: {
      ...process.env,
      DATABASE_URL: pg,
      HEPHAIST_PORT: port,
      HEPHAIST_DEMO: 'off',
      HEPHAIST_WEB: 'apps/web/dist/browser',
      LOG_LEVEL: 'silent',
    },
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  let said = '';
  server.stdout.on('data', (d: Buffer) => (said += d.toString()));
  try {
    const url = `http://127.0.0.1:${port}`;
    for (let i = 0; i < 100; i++) {
      if (
        await fetch(`${url}/api/health`).then(
          (r) => r.ok,
          () => false,
        )
      )
        break;
      await new Promise((r) => setTimeout(r, 100));
    }
    const Cookie = await firstSignIn(url, /code (\S+)/.exec(said)?.[1] ?? '');
    const file = largeJob(joints);
    const start = performance.now();
    const id = file.job.id.replace('9000', '9001');
    const answer = await fetch(`${url}/api/import/${id}`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Cookie },
      body: JSON.stringify(file),
    });
    if (!answer.ok) throw new Error(await answer.text());
    // What is evidence in it counts once quality has signed for it.
    if (answer.status === 202) {
      const signed = await fetch(`${url}/api/waiting-files/${id}/countersign`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Cookie },
        body: JSON.stringify({ password: PASSWORD }),
      });
      if (!signed.ok) throw new Error(await signed.text());
    }
    say(`import a job of ${joints} joints`, performance.now() - start);
    await work({ url, cookie: Cookie, jobId: file.job.id, pg });
  } finally {
    server.kill();
    withLib(`pg_stop '${data}'; rm -rf '${data}'`);
  }
}

export const benchApplication = (): Promise<void> =>
  withApplication(10000, async ({ url, cookie, jobId, pg }) => {
    await apiLoad(url, cookie, jobId);
    if (process.argv.includes('--load')) return;
    await screens(url, cookie, jobId);
    await packageOf(pg);
    await trailOf(pg);
  });
