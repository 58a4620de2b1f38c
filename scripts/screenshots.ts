/** Takes the pictures of docs/screenshots from a running ./start with the demo: `npm run shots`. */
import { chromium, type Page } from '@playwright/test';
import { DEMO_PEOPLE } from '../demo/people.js';

const base = `http://127.0.0.1:${process.env['HEPHAIST_PORT'] ?? 8420}`;
const quality = DEMO_PEOPLE.find((p) => p.roles.includes('quality'));
const signedIn = await fetch(`${base}/api/sign-in`, {
  method: 'POST',
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify({ name: quality?.name, password: quality?.password }),
});
const Cookie = signedIn.headers.getSetCookie()[0]?.split(';')[0] ?? '';
const [cookieName = '', cookieValue = ''] = Cookie.split('=');
const jobs = (await (await fetch(`${base}/api/jobs`, { headers: { Cookie } })).json()) as {
  id: string;
  name: string;
}[];
const job = jobs.find((j) => j.name.startsWith('Saltmarsh'))?.id ?? '';

const fromMenu = async (page: Page, item: string): Promise<void> => {
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: item }).click();
};

const views: Record<string, { path: string; dark?: boolean; act?: (page: Page) => Promise<void> }> = {
  jobs: { path: '/jobs' },
  plan: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByRole('grid').getByText('PF-07', { exact: true }).click();
      await p.getByLabel('Add joints in shorthand').fill('3x 1-1/8 acr cu-plated stub horiz near txv 4in');
    },
  },
  'plan-dark': {
    path: `/job/${job}/plan`,
    dark: true,
    act: async (p) => {
      await p.getByRole('button', { name: 'mm °C bar' }).click();
      await p.getByRole('button', { name: /^PF-11/ }).click();
    },
  },
  'joint-form': {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByRole('grid').getByText('PF-07', { exact: true }).click();
      await p.getByRole('button', { name: 'Edit joint' }).click();
      await p.getByLabel('Metal of the socket').waitFor();
    },
  },
  braze: {
    path: `/job/${job}/braze`,
    act: async (p) => {
      await p.getByRole('button', { name: /^PF-04/ }).click();
      await p.getByLabel('Brazed by').selectOption({ label: '✓ Prue Akintola (14)' });
    },
  },
  'rod-list': {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await fromMenu(p, 'Rod and flux list');
      await p.getByRole('heading', { name: /rods serve/ }).waitFor();
    },
  },
  schedule: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await fromMenu(p, 'Schedule at full width');
      await p.getByRole('grid').getByText('PF-05', { exact: true }).click();
      for (const key of [
        'ArrowRight',
        'ArrowRight',
        'ArrowRight',
        'Shift+ArrowDown',
        'Shift+ArrowDown',
        'Shift+ArrowRight',
      ])
        await p.keyboard.press(key);
    },
  },
  compare: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByRole('grid').getByText('PF-07', { exact: true }).click();
      await p.getByRole('button', { name: 'BCuP-5 refused' }).click();
      await p.getByRole('button', { name: /^Compare with/ }).click();
    },
  },
  seam: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByLabel('Find in the schedule').fill('BR');
      await p.getByRole('grid').getByText('BR-05', { exact: true }).click();
    },
  },
  'job-setup': {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await fromMenu(p, 'Job, lines and schools');
      await p.getByRole('dialog').getByRole('button', { name: /^OX/ }).click();
    },
  },
  shop: {
    path: '/shop',
    act: async (p) => {
      await p.getByRole('button', { name: 'Parts that hate heat' }).click();
    },
  },
  purge: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByLabel('Find in the schedule').fill('OX-20');
      await p.getByRole('grid').getByText('OX-20', { exact: true }).click();
      await fromMenu(p, 'Purge of this line');
      await p.getByRole('button', { name: /^Open bay 2/ }).click();
      await p.getByLabel('Time since the nitrogen came on').fill('42');
    },
  },
  live: {
    path: `/job/${job}/purge`,
    act: async (p) => {
      await p.getByLabel('Line', { exact: true }).selectOption({ label: 'Surgery oxygen' });
      await p.waitForTimeout(4000);
      // A purge that still runs from the last time is gone on with.
      const running = p.getByRole('button', { name: 'Go to it' });
      if (await running.isVisible()) await running.click();
      else {
        await p.getByLabel('Who runs it').fill('Prue Akintola');
        await p.getByLabel('Instruments').selectOption({ index: 1 });
        await p.getByLabel(/Limit must hold/).fill('20');
        await p.getByRole('button', { name: 'Start purge' }).click();
        await p.getByRole('button', { name: /nitrogen on/ }).click();
      }
      await p.getByRole('button', { name: /^Flame on/ }).click({ timeout: 180_000 });
      await p.waitForTimeout(8000);
      await p.getByRole('button', { name: /is made$/ }).click();
      await p.getByLabel('The stand-ins’ mishap').selectOption('analyser silent');
      await p.getByRole('button', { name: 'Heard: be quiet' }).waitFor({ timeout: 180_000 });
      await p.getByRole('button', { name: 'Heard: be quiet' }).click();
      await p.waitForTimeout(3000);
    },
  },
  draw: {
    path: `/job/${job}/purge`,
    act: async (p) => {
      await p.getByLabel('Line', { exact: true }).selectOption({ label: 'Surgery oxygen' });
      await p.getByRole('button', { name: 'Draw the line' }).click();
      await p.getByRole('button', { name: /^Draw at theatre/ }).focus();
    },
  },
  prove: { path: `/job/${job}/prove` },
  'coupon-form': {
    path: `/job/${job}/prove`,
    act: async (p) => {
      await p.getByRole('button', { name: 'Enter a coupon' }).click();
      await p.getByLabel('Brazer').selectOption({ index: 6 });
      await p.getByLabel('Left side').fill('0.10-0.15, 0.40-0.45');
    },
  },
  keep: { path: `/job/${job}/keep` },
  practise: {
    path: `/job/${job}/practise`,
    act: (p) => p.getByRole('group', { name: 'Rods' }).getByRole('button').first().click(),
  },
};

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-quic', '--no-first-run', '--disable-background-networking'],
});
const wanted = process.argv.slice(2);
for (const [name, view] of Object.entries(views)) {
  if (wanted.length && !wanted.includes(name)) continue;
  const page = await browser.newPage({
    viewport: { width: 1280, height: 800 },
    colorScheme: view.dark ? 'dark' : 'light',
  });
  await page.context().addCookies([{ name: cookieName, value: cookieValue, url: base }]);
  await page.goto(base + view.path);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.waitForTimeout(1200);
  await view.act?.(page);
  await page.waitForTimeout(500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
}
await browser.close();
