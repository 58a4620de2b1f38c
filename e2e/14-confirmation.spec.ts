import { expect } from '@playwright/test';
import { beginBareJob, choose, expectAxeClean, giveSignature, pick, testAs } from './helpers';

const test = testAs('wren');

test('under rules with confirmations a joint keeps nobody; a supervisor’s signed word does, for three years at most', async ({
  page,
}) => {
  await test.step('a job whose line is under such rules', async () => {
    await page.goto('/jobs');
    await beginBareJob(page, 'Gull ward');
    await choose(page, 'Job, lines and schools');
    const setup = page.getByRole('dialog');
    await setup.getByRole('button', { name: 'Add a line' }).click();
    await setup.getByLabel('Name of the line').fill('Feed pump');
    await setup.getByLabel('Mark prefix').fill('GW');
    await setup.getByLabel('Design pressure').fill('350');
    await pick(setup.getByLabel('Code set'), 'ISO 13585');
    await setup.getByRole('button', { name: 'Save line' }).click();
    await expect(setup.getByText('✓ Saved.')).toBeVisible();
    await setup.getByRole('button', { name: 'Close' }).click();
    const line = page.getByLabel('Add joints in shorthand');
    await line.fill('2x 1-1/8 acr cu-cu cpl horiz');
    await line.press('Enter');
    await expect(page.getByRole('grid').getByText('GW-02', { exact: true })).toBeVisible();
  });

  const row = page.getByRole('row', { name: /^Prue Akintola/ });
  await test.step('who runs out is told what keeps her: not a joint, a word', async () => {
    await page.getByRole('link', { name: /Keep/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('GW-01 may be brazed by');
    await expect(page.getByText(/Prue Akintola \d days left/)).toBeVisible();
    await expect(page.getByText('A supervisor’s confirmation keeps it.').first()).toBeVisible();
    await expect(row).toContainText(/▲ \d days left/);
  });

  await test.step('the confirmation says what it changes before it is signed', async () => {
    await row.getByRole('button', { name: 'Confirm' }).click();
    await row.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(row.getByText('Write it down')).toBeVisible();
    await row.getByLabel('What was seen').fill('saw GW-02 brazed level, sound all round');
    await row.getByRole('button', { name: 'Sign', exact: true }).click();
    await expect(page.getByRole('dialog').getByText(/was good through .*, and is then good through/)).toBeVisible();
    await giveSignature(page, 'wren');
    await expect(row).toContainText(/1[78]\d days left/);
    await expect(page.getByText(/Prue Akintola \d days left/)).toBeHidden();
    await expectAxeClean(page);
  });

  await test.step('a diameter outside half to twice the coupon’s is out of range here', async () => {
    await page.getByRole('link', { name: /Plan/ }).click();
    const line = page.getByLabel('Add joints in shorthand');
    await line.fill('1x 3-1/8 acr cu-cu cpl horiz');
    await line.press('Enter');
    await page.getByRole('grid').getByText('GW-03', { exact: true }).click();
    await page.getByRole('link', { name: /Keep/ }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Nobody on file may braze GW-03');
    await expect(row).toContainText(/outside range: diameter 3.125 in, qualified 0.56\d in to 2.250 in/);
  });

  await test.step('three years after the coupon nobody is good by confirmations alone', async () => {
    const later = new Date(Date.now() + 4 * 365 * 86_400_000).toISOString().slice(0, 10);
    await page.getByLabel('On', { exact: true }).fill(later);
    await expect(row).toContainText('✕ may not');
    await expect(row).toContainText(/lapsed: last brazed/);
  });
});
