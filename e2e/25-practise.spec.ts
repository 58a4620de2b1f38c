import { expect } from '@playwright/test';
import { expectAxeClean, openDemo, pick, test, testAs } from './helpers';

testAs('orla')(
  'a good hand and a bad one are watched: made, sawn, judged, each fault with its cause and moment',
  async ({ page }) => {
    await openDemo(page, 'practise');
    await page
      .getByRole('tab', { name: 'Watch a hand' })
      .or(page.getByRole('link', { name: 'Watch a hand' }))
      .click();
    const verdict = page.getByRole('heading', { level: 1, name: /Passes|Fails/ });
    await test.step('a good hand passes', async () => {
      await expect(verdict).toHaveText(/✓ Passes: \d+ % filled/, { timeout: 90_000 });
      await expect(page.getByRole('button', { name: 'a good hand ✓' })).toHaveAttribute('aria-pressed', 'true');
      await expect(page.getByText('tight', { exact: true })).toBeVisible();
      await expectAxeClean(page);
    });
    await test.step('who heats the edge alone shuts air in; its moment is gone to', async () => {
      await page.getByRole('button', { name: /heats the edge alone/ }).click();
      await expect(verdict).toHaveText('✕ Fails: A ring all round, but a void inside when it is cut', {
        timeout: 90_000,
      });
      const lap = page.getByRole('img', { name: /^The lap unrolled/ });
      await page.getByRole('button', { name: /^See it at/ }).click();
      await expect(page.getByText(/^0:\d\d from the start$/)).toBeVisible();
      await page.getByLabel('Seconds from the start').press('Home');
      await expect(lap).toHaveAttribute('aria-label', /100 % empty/);
      await expect(page.getByText(/^Instead: Heat the tube first/)).toBeVisible();
      await expect(page).toHaveURL(/hand=edge-first/);
      await expectAxeClean(page);
    });
    await test.step('another joint of the job, by its mark', async () => {
      const box = page.getByLabel('Joint of this job');
      await pick(box, /^PF-07: /);
      await expect(page).toHaveURL(/joint=/);
      await expect(page.getByRole('button', { name: 'a good hand', exact: true })).toBeVisible();
      await pick(box, /^PF-01: /);
    });
    await test.step('a reload shows the same', async () => {
      await page.reload();
      await expect(verdict).toHaveText(/^✕ Fails: A ring all round/, { timeout: 90_000 });
    });
  },
);
