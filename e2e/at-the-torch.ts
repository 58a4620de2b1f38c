import { expect, type Page } from '@playwright/test';

/** The application is on the device, and what it was told of the job too. */
export async function onDevice(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    const names = await caches.keys();
    const counts = await Promise.all(names.map(async (n) => (await (await caches.open(n)).keys()).length));
    if (counts.reduce((a, b) => a + b, 0) < 50) throw new Error('not on the device yet');
  });
}

/** Goes on with a joint until its page says something: each target is touched until the next step stands. */
export async function goOn(page: Page, mark: string, until: string, picture?: Buffer): Promise<void> {
  const heading = page.getByRole('heading', { level: 1 });
  for (let words = ''; !words.includes(until); words = (await heading.textContent()) ?? '') {
    const name = words.includes('Photograph') && !picture ? 'Without one' : null;
    if (words.includes('Photograph') && picture) {
      await page
        .locator('input[type=file]')
        .setInputFiles({ name: `${mark}.jpg`, mimeType: 'image/jpeg', buffer: picture });
      await expect(page.getByRole('img', { name: `Photograph 1 of ${mark}` })).toBeVisible();
    }
    if (!words) continue;
    await expect(async () => {
      // It may have gone on since it was last looked at.
      if ((await heading.textContent()) !== words) return;
      await (name ? page.getByRole('button', { name }) : page.locator('.target.go')).tap({ timeout: 2000 });
      await expect(heading).not.toHaveText(words.trim(), { timeout: 400 });
    }).toPass();
  }
}

/** Makes a joint from where it stands to its log. */
export async function make(page: Page, mark: string, picture?: Buffer): Promise<void> {
  await goOn(page, mark, 'Is this right?', picture);
  await expect(page.getByRole('heading', { level: 1 })).toContainText(`${mark} is made`);
  await page.getByRole('button', { name: `Log ${mark} brazed` }).tap();
  await expect(page.getByText(`✓ ${mark} is logged.`)).toBeVisible();
}
