import { expect } from '@playwright/test';
import { choose, openDemo, signIn, test, toBraze } from './helpers';

test('what is not for a role is not offered: an auditor’s every button does something', async ({ page }) => {
  await signIn(page.request, 'sol');
  const job = await openDemo(page, 'plan');
  const refused: string[] = [];
  page.on('response', (r) => r.status() === 403 && refused.push(`${r.request().method()} ${r.url()}`));
  for (const path of ['keep', 'keep/procedures', 'prove/plan', 'keep/share', 'purge']
    .map((p) => `/job/${job}/${p}`)
    .concat('/on-file', '/crew', '/account')) {
    await page.goto(path);
    await expect(page.getByRole('heading').first()).toBeVisible();
    const buttons = page.locator('main button:visible:enabled');
    for (let i = 0; i < Math.min(12, await buttons.count()); i++) {
      await buttons
        .nth(i)
        .click({ timeout: 2000 })
        .catch(() => undefined);
      await page.keyboard.press('Escape');
    }
  }
  expect(refused).toEqual([]);
});

test('Escape closes what is open and loses nothing; names are offered where one is asked', async ({ page }) => {
  await openDemo(page, 'plan');
  await page.getByRole('grid').focus();
  await page.keyboard.press('Alt+n');
  const form = page.getByRole('dialog');
  await form.getByLabel('Note').fill('behind the pump');
  await page.keyboard.press('Escape');
  await expect(form).toBeHidden();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Alt+n');
  await expect(form.getByLabel('Note')).toHaveValue('behind the pump');
  await form.getByRole('button', { name: 'Begin anew' }).click();
  await page.keyboard.press('Escape');
  for (const open of ['Job, lines and schools', 'Rod and flux list', 'Joints from CSV']) {
    await choose(page, open);
    await expect(form).toBeVisible();
    await page.keyboard.press('Escape');
    await expect(form).toBeHidden();
  }
  await page.getByRole('link', { name: /Braze/ }).click();
  await toBraze(page, 'MV-10');
  const looked = page.getByLabel('Looked at by');
  await looked.fill('Imre');
  await page.getByRole('option', { name: 'Imre Oyelaran' }).click();
  await expect(looked).toHaveValue('Imre Oyelaran');
});
