import { expect } from '@playwright/test';
import sharp from 'sharp';
import { make, onDevice } from './at-the-torch';
import { expectAxeClean, openDemo, recordsOf, signIn, testAs, toBraze } from './helpers';

const test = testAs('orla');
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, serviceWorkers: 'allow' });

const photo = () =>
  sharp({ create: { width: 320, height: 240, channels: 3, background: '#b87333' } })
    .jpeg()
    .toBuffer();

test('a day with no network: begun cold, joints made and photographed, and all of it arrives once', async ({
  page,
  context,
}) => {
  const job = await openDemo(page, 'braze');
  await toBraze(page, 'OX-14');
  await onDevice(page);
  const before = (await recordsOf(page, `/api/jobs/${job}/logs`, 'log')).length;
  await page.close();

  await context.setOffline(true);
  const cold = await context.newPage();
  await cold.goto(`/job/${job}/braze`);
  await expect(cold.getByText(/No server: what stands here is of .* ago, from this device/)).toBeVisible();
  await expectAxeClean(cold);
  await toBraze(cold, 'OX-14');
  await cold.getByRole('link', { name: /step by step/ }).tap();
  await make(cold, 'OX-14', await photo());
  await cold.getByRole('link', { name: /^Next: OX-/ }).tap();
  const mark = /^(OX-\d+)/.exec((await cold.locator('header .mark').textContent()) ?? '')?.[1] ?? '';
  await make(cold, mark);
  await expect(cold.getByText('▲ 2 held here, sent when the server answers')).toBeVisible();

  // The device dies and is opened again: what waits stands as it will.
  await cold.close();
  const again = await context.newPage();
  await again.goto(`/job/${job}/braze`);
  await toBraze(again, 'OX-14');
  await expect(again.getByText('✓ Brazed and accepted')).toBeVisible();
  await expect(again.getByRole('img', { name: 'Photograph 1 of OX-14' })).toBeVisible();
  await expect(again.getByText('2 entries held here')).toBeVisible();
  await expect(again.getByText('1 photograph held here')).toBeVisible();

  await context.setOffline(false);
  await expect(again.getByText('held here')).toHaveCount(0);
  await expect(again.getByText(/No server: what stands/)).toBeHidden();
  const logs = await recordsOf(again, `/api/jobs/${job}/logs`, 'log');
  expect(logs).toHaveLength(before + 2);
  const made = logs.find((l) => l.pictureIds?.length && l.steps?.length);
  expect((await again.request.get(`/api/pictures/${made?.pictureIds?.[0] ?? ''}`)).status()).toBe(200);
});

/** What is sent for one entry with a photograph, and when the server dies on it: before it has it, or before it answers. */
const DEATHS = [
  ['/api/pictures/', 'before'],
  ['/api/pictures/', 'after'],
  ['/api/commands', 'before'],
  ['/api/commands', 'after'],
] as const;

test('the server dies at every step of sending an entry: nothing is lost, nothing is doubled', async ({
  browser,
  served,
}) => {
  const running = await served.begin('demo');
  const context = await browser.newContext({
    baseURL: running.url,
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
  });
  await signIn(context.request, 'orla');
  const page = await context.newPage();
  const job = await openDemo(page, 'braze');
  const before = (await recordsOf(page, `/api/jobs/${job}/logs`, 'log')).map((l) => l.id);
  const died: string[] = [];
  const arrived: boolean[] = [];
  await page.route(/\/api\/(pictures|commands)/, async (route) => {
    const [path, when] = DEATHS[died.length] ?? [];
    if (route.request().method() !== 'POST' || !path || !route.request().url().includes(path)) return route.continue();
    died.push(`${path} ${when ?? ''}`);
    if (when === 'after') arrived.push((await route.fetch()).ok());
    await running.dieAndRise();
    await route.abort('connectionreset');
  });
  await toBraze(page, 'OX-14');
  await page.getByRole('link', { name: /step by step/ }).tap();
  await make(page, 'OX-14', await photo());
  await expect.poll(() => died).toHaveLength(DEATHS.length);
  // The last of them dies once the server has it: what it answers comes after.
  await expect.poll(() => arrived).toEqual([true, true]);
  await expect(page.getByText('held here')).toHaveCount(0);
  const fresh = (await recordsOf(page, `/api/jobs/${job}/logs`, 'log')).filter((l) => !before.includes(l.id));
  expect(fresh).toHaveLength(1);
  expect(fresh[0]?.pictureIds).toHaveLength(1);
  expect((await page.request.get(`/api/pictures/${fresh[0]?.pictureIds?.[0] ?? ''}`)).status()).toBe(200);
  await context.close();
  await running.stop();
});

test('signing out takes along what was kept for somebody; other places say why they do not open', async ({
  page,
  context,
}) => {
  const job = await openDemo(page, 'braze');
  await onDevice(page);
  await context.setOffline(true);
  await page.goto('/trail');
  await expect(page.getByText(/The server is not answering/).first()).toBeVisible();
  await page.goto(`/job/${job}/braze`);
  await page.getByRole('button', { name: /Orla Fennimore, fitter/ }).tap();
  await page.getByRole('menuitem', { name: 'Sign out' }).tap();
  await expect(page.getByRole('heading', { name: /Sign in/ })).toBeVisible();
  // The server hears of it at the next contact: the page does not open in their name again.
  await context.setOffline(false);
  await page.goto(`/job/${job}/braze`);
  await expect(page.getByRole('heading', { name: /Sign in/ })).toBeVisible();
  expect((await page.request.get('/api/me')).status()).toBe(401);
  const kept = await page.evaluate(
    () =>
      new Promise<number>((done, fail) => {
        const asked = indexedDB.open('hephaist');
        asked.onerror = () => fail(new Error('no store'));
        asked.onsuccess = () => {
          const all = asked.result.transaction('answers').objectStore('answers').count();
          all.onsuccess = () => done(all.result);
        };
      }),
  );
  expect(kept).toBe(0);
});
