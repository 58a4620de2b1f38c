import { expect } from '@playwright/test';
import ICAL from 'ical.js';
import { expectAxeClean, giveSignature, openDemo, pick, signIn, testAs } from './helpers';

const test = testAs('wren');

test('the lead shares the work, plans the coupons that are missing, and prints their travellers', async ({ page }) => {
  const job = await openDemo(page, 'keep');
  await test.step('who may braze what, over time, on any day', async () => {
    await expect(page.getByRole('img', { name: /^current from .*; lapsed from/ }).first()).toBeVisible();
    await expect(page.getByRole('img', { name: /withdrawn from/ })).toBeVisible();
    await page.getByLabel('On', { exact: true }).fill('2020-02-29');
    await expect(page.getByRole('heading', { name: /Nobody on file may braze/ })).toBeVisible();
    await page.getByLabel('On', { exact: true }).fill('');
    await expect(page.getByText('Pick a date')).toBeVisible();
    await page.reload();
  });

  await test.step('who runs out stands beside the board and over every place, with what keeps them', async () => {
    await expect(page.getByRole('link', { name: /Keep ▲ \d/ })).toBeVisible();
    await expect(page.getByText(/Mikkel Sandoval lapsed \d+ days ago/)).toBeVisible();
    await expect(page.getByText('Only a passed coupon brings it back.')).toBeVisible();
  });

  await test.step('the last good days go to a calendar', async () => {
    await page.getByRole('button', { name: 'Make an address' }).click();
    const address = await page.getByLabel('Address of the calendar').inputValue();
    const text = await (await fetch(address)).text();
    const calendar = new ICAL.Component(ICAL.parse(text) as [string, unknown[], unknown[]]);
    expect(calendar.getAllSubcomponents('vevent').length).toBeGreaterThan(1);
  });

  await test.step('the work of a day is shared', async () => {
    await page.getByRole('tab', { name: 'Share the work' }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/\d+ joints for 3|4 brazers, at most \d+ each/);
    await expectAxeClean(page);
    await page.getByLabel('Orla Fennimore').uncheck();
    await expect(page.getByRole('row', { name: /Orla Fennimore/ })).toHaveCount(0);
    await expect(page.getByText('▲ Nobody here may braze these')).toBeVisible();
    await page.getByLabel('Orla Fennimore').check();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save as CSV' }).click(),
    ]);
    expect(download.suggestedFilename()).toContain('who-brazes-what');
  });

  await test.step('the coupons that are missing', async () => {
    await page.getByRole('link', { name: 'Plan the coupons for them' }).click();
    await expect(page).toHaveURL(`/job/${job}/prove/plan`);
    await expect(page.getByRole('heading', { level: 1 })).toContainText('then somebody may braze each joint');
    await expect(page.getByText('No fewer would do.')).toBeVisible();
    await page.getByLabel('Laboratory, a strip').fill('lots');
    await expect(page.getByText('0 to 1 000 000')).toBeVisible();
    await page.getByLabel('Laboratory, a strip').fill('0');
    await pick(page.getByLabel('For whom'), 'Basil Teo (31)');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Basil Teo may braze every joint');
    await expectAxeClean(page);
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('heading', { name: /^Coupon C-0\d\d/ }).first()).toBeVisible();
    await expect(page.getByRole('img', { name: /^Code of C-0\d\d, piece 1/ }).first()).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Laboratory request' })).toBeVisible();
    await page.emulateMedia({ media: 'screen' });
  });

  await test.step('a brazer is withdrawn for cause, signed, and what that touches is said before', async () => {
    await page.getByRole('link', { name: /Keep/ }).click();
    await page.getByRole('button', { name: 'Withdraw Dov Castellan' }).click();
    await page.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(page.getByText('Write it down')).toBeVisible();
    await page.getByLabel('Withdrawn on').fill('2026-01-01');
    await page.getByLabel('For what cause').fill('nitrogen off while the joint was hot');
    await page.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(page.getByRole('dialog').getByText(/joints brazed since then fall out of range/)).toBeVisible();
    await page.getByRole('dialog').getByRole('button', { name: 'Do not sign' }).click();
    await expect(page.getByRole('row', { name: /Dov Castellan/ })).not.toContainText('✕ withdrawn');
    await page.getByRole('button', { name: 'Sign', exact: true }).click();
    await giveSignature(page, 'wren');
    await expect(page.getByRole('row', { name: /Dov Castellan/ })).toContainText('✕ withdrawn');
  });

  await test.step('and the withdrawal is lifted, signed by quality', async () => {
    const lift = page.getByRole('button', { name: 'Lift the withdrawal of Dov Castellan' });
    await expect(lift, 'a lead withdraws and does not lift').toHaveCount(0);
    await signIn(page.request, 'imre');
    await page.reload();
    await lift.click();
    await expect(page.getByRole('checkbox', { name: /^A new coupon is asked/ })).toBeChecked();
    await page.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(page.getByRole('dialog')).toContainText('Withdrawn since 2026-01-01');
    await expect(page.getByRole('dialog')).toContainText('what was passed and brazed before counts no more');
    await giveSignature(page);
    const row = page.getByRole('row', { name: /Dov Castellan/ });
    await expect(row).not.toContainText('✕ withdrawn');
    await expect(row).toContainText('no passed coupon by this day');
  });
});
