import { performance } from 'node:perf_hooks';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../scripts/chromium.js';
import { withApplication } from './browser.js';
import { say } from './say.js';

const JOINTS = 2000;
const PHOTOS = 300;
/** Bytes of one photograph as a tablet makes it smaller before it is held. */
const PHOTO_BYTES = 250_000;

/** What a device holds, and how it begins with no network: 2 000 joints, 300 photographs that wait. */
export const benchOffline = (): Promise<void> =>
  withApplication(JOINTS, async ({ url, cookie, jobId }) => {
    const browser = await chromium.launch(CHROMIUM);
    const context = await browser.newContext({ viewport: { width: 820, height: 1180 } });
    const [name = '', value = ''] = cookie.split('=');
    await context.addCookies([{ name, value, url }]);
    const page = await context.newPage();
    await page.goto(`${url}/job/${jobId}/braze`);
    await page.getByRole('navigation', { name: 'Joints to braze' }).waitFor();
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await page.waitForTimeout(3000);
    const held = performance.now();
    const bytes = await page.evaluate(
      async ([photos, size]) => {
        const db = await new Promise<IDBDatabase>((done, fail) => {
          const asked = indexedDB.open('hephaist');
          asked.onsuccess = () => done(asked.result);
          asked.onerror = () => fail(asked.error ?? new Error('no store'));
        });
        const me = (await (await fetch('/api/me')).json()) as { id: string; person: string };
        for (let i = 0; i < photos; i++) {
          const all = db.transaction('pictures', 'readwrite').objectStore('pictures');
          const noise = crypto.getRandomValues(new Uint8Array(60_000));
          const picture = new Blob(
            Array.from({ length: Math.ceil(size / noise.length) }, () => noise),
            { type: 'image/jpeg' },
          );
          // Refused, so that the measuring sends none of them.
          const refused = { title: 'held', status: 0, detail: 'for the bench' };
          await new Promise<void>((done, fail) => {
            const put = all.put({
              id: crypto.randomUUID(),
              picture,
              at: Date.now(),
              refused,
              by: { id: me.id, person: me.person },
            });
            put.onsuccess = () => done();
            put.onerror = () => fail(put.error ?? new Error('no room'));
          });
        }
        db.close();
        return (await navigator.storage.estimate()).usage ?? 0;
      },
      [PHOTOS, PHOTO_BYTES] as const,
    );
    say(
      `hold ${PHOTOS} photographs on the device`,
      performance.now() - held,
      `${(bytes / 1e6).toFixed(0)} MB with all else`,
    );
    await page.close();
    await context.setOffline(true);
    for (const what of ['first', 'second', 'third']) {
      const start = performance.now();
      const cold = await context.newPage();
      await cold.goto(`${url}/job/${jobId}/braze`);
      await cold.getByRole('navigation', { name: 'Joints to braze' }).getByRole('checkbox').nth(1).waitFor();
      say(`cold start with no network, ${JOINTS} joints, ${what} time`, performance.now() - start);
      await cold.close();
    }
    await browser.close();
  });
