/** Takes the pictures of docs/screenshots from a running ./start with the demo: `npm run shots`. */
import { chromium, type Page } from '@playwright/test';
import sharp from 'sharp';
import { DEMO_PEOPLE } from '../demo/people.js';
import { pick } from '../e2e/pick.js';
import { stripPicture } from '../packages/core/src/testing/strip-picture.js';
import { CHROMIUM } from './chromium.js';

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

/** The joint of the log that says most. */
const logs = (await (await fetch(`${base}/api/jobs/${job}/logs`, { headers: { Cookie } })).json()) as {
  log: { data: { jointId: string; visual: string } }[];
};
const followed = logs.log.find((l) => l.data.visual === 'rejected')?.data.jointId ?? '';

/** A made-up strip with four voids and a scale of 0.910 in above it. */
async function stripPhotograph(): Promise<Buffer> {
  const { width, height, grey } = stripPicture({
    width: 1400,
    height: 620,
    from: [110, 322],
    to: [1290, 346],
    gapPx: 26,
    voids: [
      [120, 190],
      [520, 600],
      [700, 712],
      [980, 1010],
    ],
    metal: 168,
    filler: 214,
    empty: 48,
    noise: 11,
    seed: 5,
  });
  const scale =
    '<svg width="1400" height="620"><path d="M110 60h1180M110 46v28M1290 46v28M700 52v16" stroke="#222" stroke-width="3"/></svg>';
  return sharp(Buffer.from(grey), { raw: { width, height, channels: 1 } })
    .composite([{ input: Buffer.from(scale), top: 0, left: 0 }])
    .png()
    .toBuffer();
}

const fromMenu = async (page: Page, item: string): Promise<void> => {
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: item }).click();
};

const views: Record<string, { path: string; phone?: boolean; act?: (page: Page) => Promise<void> }> = {
  jobs: { path: '/jobs' },
  plan: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByRole('grid').getByText('PF-07', { exact: true }).click();
      await p.getByLabel('Add joints in shorthand').fill('3x 1-1/8 acr cu-plated stub horiz near txv 4in');
    },
  },
  rigs: { path: '/rigs', act: (p) => p.getByRole('button', { name: 'Roof cart' }).click() },
  'torch-flame': {
    path: '/rigs',
    act: async (p) => {
      await p.getByRole('link', { name: 'Before and lighting' }).click();
      const flame = p.getByRole('button', { name: /^Neutral/ });
      while (!(await flame.isVisible())) {
        for (const stands of await p.getByRole('button', { name: 'Both gauges stand' }).all()) await stands.click();
        await p.locator('.target.go').click();
        await p.waitForTimeout(400);
      }
      await flame.click();
    },
  },
  'phone-now': {
    path: '/now',
    phone: true,
    act: async (p) => {
      await p.getByRole('option', { name: '7/8', exact: true }).click();
      await p.getByRole('option', { name: 'plated or unknown stub' }).click();
      await p.getByRole('heading', { level: 1 }).scrollIntoViewIfNeeded();
    },
  },
  braze: {
    path: `/job/${job}/braze`,
    act: async (p) => {
      await p.getByLabel('Find a joint').fill('PF-04');
      await p.getByRole('button', { name: /^PF-04/ }).click();
      await p.getByLabel('Find a joint').fill('');
      await pick(p.getByLabel('Brazed by'), '✓ Prue Akintola (14)');
    },
  },
  'phone-torch': {
    path: `/job/${job}/braze`,
    phone: true,
    act: async (p) => {
      await p.getByLabel('Find a joint').fill('PF-07');
      await p.getByRole('button', { name: /^PF-07/ }).click();
      await p.getByRole('link', { name: /step by step/ }).click();
      const go = p.locator('.target.go');
      for (const word of [
        'Tried',
        'Cleaned',
        'It fits',
        'Fluxed',
        'In, and held',
        'On',
        'Lit, neutral',
        'Flame on it',
      ]) {
        if ((await go.textContent())?.trim() !== word) continue;
        await go.click();
        await p.waitForTimeout(450);
      }
      await p.waitForTimeout(21_000);
    },
  },
  follow: {
    path: `/follow/joint/${followed}`,
    act: (p) => p.getByRole('heading', { name: /^All that bears on/ }).waitFor(),
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
      await pick(p.getByLabel('Line', { exact: true }), 'Surgery oxygen');
      await p.waitForTimeout(4000);
      // A purge that still runs from the last time is gone on with.
      const running = p.getByRole('button', { name: 'Go to it' });
      if (await running.isVisible()) await running.click();
      else {
        await p.getByLabel('Who runs it').fill('Prue Akintola');
        await pick(p.getByLabel('Instruments'), 'stand-in (simulated)');
        await p.getByLabel(/Limit must hold/).fill('20');
        await p.getByRole('button', { name: 'Start purge' }).click();
        await p.getByRole('button', { name: /nitrogen on/ }).click();
      }
      await p.getByRole('button', { name: /^Flame on/ }).click({ timeout: 180_000 });
      await p.waitForTimeout(8000);
      await p.getByRole('button', { name: /is made$/ }).click();
      await pick(p.getByLabel('The stand-ins’ mishap'), 'analyser silent');
      await p.getByRole('button', { name: 'Heard: be quiet' }).waitFor({ timeout: 180_000 });
      await p.getByRole('button', { name: 'Heard: be quiet' }).click();
      await p.waitForTimeout(3000);
    },
  },
  pressure: {
    path: `/job/${job}/prove/pressure`,
    act: async (p) => {
      await p.getByRole('button', { name: 'Plasma freezer, suction' }).nth(1).click();
      await p.locator('mat-expansion-panel-header', { hasText: 'Surgery oxygen' }).click();
    },
  },
  'hand-over': {
    path: `/job/${job}/keep/hand-over`,
    act: async (p) => {
      await p.getByLabel('To whom').fill('Saltmarsh hospital trust');
      await p.getByRole('button', { name: 'Sign and hand over' }).click();
      const dialog = p.getByRole('dialog');
      await dialog.getByLabel('Your password').fill(quality?.password ?? '');
      await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
      await p.getByRole('link', { name: /^Package/ }).waitFor({ timeout: 90_000 });
    },
  },
  prove: { path: `/job/${job}/prove` },
  strip: {
    path: `/job/${job}/prove`,
    act: async (p) => {
      await p.getByRole('button', { name: 'Enter a coupon' }).click();
      await p.getByRole('button', { name: 'Read the left side on a photograph' }).click();
      const dialog = p.getByRole('dialog');
      const photograph = { name: 'strip.png', mimeType: 'image/png', buffer: await stripPhotograph() };
      await dialog.getByLabel('Photograph', { exact: true }).setInputFiles(photograph);
      const svg = dialog.locator('svg[role=group]');
      await svg.waitFor();
      const box = (await svg.boundingBox()) ?? { x: 0, y: 0, width: 1, height: 1 };
      const k = Math.min(box.width / 1400, box.height / 620);
      const click = (x: number, y: number): Promise<void> =>
        p.mouse.click(box.x + (box.width - 1400 * k) / 2 + x * k, box.y + (box.height - 620 * k) / 2 + y * k);
      await click(110, 60);
      await click(1290, 60);
      await dialog.getByLabel('Length between the two points').fill('0.91');
      await click(110, 322);
      await click(1290, 346);
      await p.waitForTimeout(1500);
    },
  },
  keep: { path: `/job/${job}/keep` },
  heat: {
    path: `/job/${job}/plan`,
    act: async (p) => {
      await p.getByRole('grid').getByText('PF-07', { exact: true }).click();
      await p.locator('hp-joint-plan').evaluate((e) => {
        const heat = e.querySelector('.heat') as HTMLElement;
        e.scrollTop += heat.getBoundingClientRect().top - e.getBoundingClientRect().top - 12;
      });
    },
  },
  procedures: {
    path: `/job/${job}/keep/procedures`,
    act: (p) => p.getByRole('button', { name: 'BPS-2' }).first().click(),
  },
  practise: {
    path: `/job/${job}/bench`,
    act: async (p) => {
      for (const box of await p.getByRole('checkbox').all()) await box.check();
      await p.getByRole('button', { name: 'Go to the bench' }).click();
      await p.locator('hp-joint-stage canvas').waitFor();
      const hold = async (key: string, ms: number): Promise<void> => {
        await p.keyboard.down(key);
        await p.waitForTimeout(ms);
        await p.keyboard.up(key);
      };
      for (const key of ['n', 'l', '2', 'Enter']) await p.keyboard.press(key);
      const round = async (says: RegExp): Promise<void> => {
        for (let k = 0; k < 60; k++) {
          await hold('ArrowDown', 900);
          if (says.test(await p.locator('.coach .says').innerText())) return;
        }
      };
      await round(/^The tube is ready/);
      await hold('ArrowRight', 550);
      await round(/^All of the lap/);
      await p.keyboard.down(' ');
      await hold('ArrowDown', 4_300);
      await p.keyboard.up(' ');
    },
  },
};

const browser = await chromium.launch(CHROMIUM);
const wanted = process.argv.slice(2);
for (const [name, view] of Object.entries(views)) {
  if (wanted.length && !wanted.includes(name)) continue;
  const page = await browser.newPage({
    viewport: view.phone ? { width: 390, height: 844 } : { width: 1280, height: 800 },
    colorScheme: 'light',
  });
  await page.context().addCookies([{ name: cookieName, value: cookieValue, url: base }]);
  await page.goto(base + view.path);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.waitForTimeout(1200);
  while (await page.getByText(/^Planning, \d|^being planned/).count()) await page.waitForTimeout(200);
  await view.act?.(page);
  await page.waitForTimeout(500);
  await page.screenshot({ path: `docs/screenshots/${name}.png` });
  await page.close();
}
await browser.close();
