import { expect } from '@playwright/test';
import { openDemo, test } from './helpers';

/** What is printed: of each page what belongs on paper, nothing of it cut off at the sheet's edge. */
const PAGES = [
  ['plan', /takes BCuP-5/],
  ['braze', /takes BCuP-5/],
  ['purge', /vent at vent|fill/],
  ['prove/pressure', /wet: it levels off/],
  ['keep', /may be brazed by/],
] as const;

for (const [path, says] of PAGES)
  test(`on paper: ${path}, ink on white, drawings and charts whole`, async ({ page }) => {
    await page.addInitScript(() => localStorage.setItem('hephaist.night', 'yes'));
    // A sheet of letter paper within its margins.
    await page.setViewportSize({ width: 720, height: 950 });
    await openDemo(page, path);
    await expect(page.getByRole('heading', { level: 1 }).filter({ hasText: says })).toBeVisible();
    const paper = () => page.evaluate(() => getComputedStyle(document.body).backgroundColor);
    expect(await paper()).not.toBe('rgb(255, 255, 255)');
    await page.emulateMedia({ media: 'print' });
    expect(await paper()).toBe('rgb(255, 255, 255)');
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
    await expect(page.getByRole('grid')).toBeHidden();
    const drawings = page.locator('svg:visible:not(mat-icon svg)');
    expect(await drawings.count()).toBeGreaterThan(0);
    for (const box of await Promise.all((await drawings.all()).map((d) => d.boundingBox())))
      expect((box?.x ?? 0) + (box?.width ?? 0)).toBeLessThanOrEqual(720);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(720);
    // All of the page is on the sheets: nothing scrolls within them.
    const cut = await page.evaluate(
      () =>
        Array.from(document.querySelectorAll('main, section, hp-joint-plan, .desk')).filter(
          (e) => e.clientHeight && e.scrollHeight > e.clientHeight + 1 && getComputedStyle(e).overflowY !== 'visible',
        ).length,
    );
    expect(cut).toBe(0);
  });
