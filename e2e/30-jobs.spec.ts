import { expect } from '@playwright/test';
import { beginBareJob, choose, openDemo, pick, test } from './helpers';

test('jobs: begin, add a line, hold a school, copy, archive', async ({ page }) => {
  await page.goto('/jobs');
  await beginBareJob(page, 'Otter rehabilitation pool');
  await choose(page, 'Job, lines and schools');
  const setup = page.getByRole('dialog');
  await setup.getByRole('button', { name: 'Add a line' }).click();
  await setup.getByRole('button', { name: 'Save line' }).click();
  await expect(setup.getByText('Name the line')).toBeVisible();
  await setup.getByLabel('Name of the line').fill('Pool heat pump');
  await setup.getByLabel('Mark prefix').fill('HX');
  await setup.getByLabel('Design pressure').fill('lots');
  await setup.getByRole('button', { name: 'Save line' }).click();
  await expect(setup.getByText(/Design pressure must be a number|between 0 and/).first()).toBeVisible();
  await expect(setup.getByLabel('Name of the line')).toHaveValue('Pool heat pump');
  // A click elsewhere, and closing it all, lose nothing that was typed.
  await setup.getByRole('button', { name: 'The job' }).click();
  await setup.getByLabel('Place').fill('Pool yard');
  await setup.getByRole('button', { name: 'Close' }).click();
  await choose(page, 'Job, lines and schools');
  await expect(setup.getByText('What you typed before stands here again.')).toBeVisible();
  await expect(setup.getByLabel('Place')).toHaveValue('Pool yard');
  await setup.getByRole('button', { name: 'Add a line' }).click();
  await expect(setup.getByLabel('Name of the line')).toHaveValue('Pool heat pump');
  await setup.getByLabel('Design pressure').fill('350');
  await pick(setup.getByLabel('Phosphorus rod on brass'), /^with flux/);
  await setup.getByRole('button', { name: 'Save line' }).click();
  await expect(setup.getByText('✓ Saved.')).toBeVisible();
  await setup.getByRole('button', { name: 'Close' }).click();
  const line = page.getByLabel('Add joints in shorthand');
  await line.fill('2x 1-1/8x7/8 acr red');
  await expect(page.getByText('↵ adds 4 to Pool heat pump')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByRole('grid').getByText('HX-04', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Hephaist, all jobs' }).click();
  await page.getByRole('button', { name: 'Copy Otter rehabilitation pool' }).click();
  await expect(page.getByRole('grid').getByText('HX-04', { exact: true })).toBeVisible();
  await page.getByRole('link', { name: 'Hephaist, all jobs' }).click();
  for (const name of ['Otter rehabilitation pool, copy', 'Otter rehabilitation pool'])
    await page.getByRole('button', { name: `Archive ${name}`, exact: true }).click();
  await expect(page.getByRole('link', { name: /Otter/ })).toHaveCount(0);
  await page.getByRole('button', { name: 'Show archived jobs (2)' }).click();
  await expect(page.getByRole('link', { name: /Otter/ })).toHaveCount(2);
  await page
    .getByRole('link', { name: /^Otter/ })
    .first()
    .click();
  await expect(page.getByText('This job is archived: it is read')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Edit joint' })).toHaveCount(0);
  await page.getByRole('grid').focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('This job is archived: bring it back first.')).toBeVisible();
  await page.getByRole('button', { name: 'Bring it back' }).click();
  await expect(page.getByRole('button', { name: 'Edit joint' })).toBeVisible();
});

test('Home: a line leads to its next joint; one joint is answered without a job', async ({ page }) => {
  await page.goto('/jobs');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText(
    /^One joint is to be made again, \d+ more to be brazed\.$/,
  );
  await page.getByRole('link', { name: /^Plasma freezer, suction 3 of 16 next PF-04/ }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PF-04 takes');
  await page.goto('/jobs');
  const one = page.getByLabel('One joint, now');
  await one.fill('7/8 cu-brass valve up near txv 4in');
  await one.press('Enter');
  await expect(page.getByLabel('Or say it')).toHaveValue('7/8 cu-brass valve up near txv 4in');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('takes');
});

test('a change of service says which joints no rod serves then, before it is saved', async ({ page }) => {
  await openDemo(page, 'plan');
  await choose(page, 'Job, lines and schools');
  const setup = page.getByRole('dialog');
  await setup.getByRole('button', { name: /^PL/ }).click();
  await pick(setup.getByLabel('Service', { exact: true }), 'Ammonia');
  await expect(setup.getByText(/So no rod serves 18 of its joints: PL-01 to PL-18\./)).toBeVisible();
  await pick(setup.getByLabel('Service', { exact: true }), 'Refrigerant, mineral oil');
  await expect(setup.getByText(/So no rod serves/)).toBeHidden();
});

test('a corrected value shadows the shipped one, is marked, and the plan says so', async ({ page }) => {
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Filler classes', exact: true }).click();
  await page.getByRole('button', { name: 'Correct BCuP-5' }).click();
  await page.getByLabel('Bridges to').fill('0.001');
  await page.getByRole('button', { name: 'Save correction' }).click();
  await expect(page.getByText('must be at or above gap a side to')).toBeVisible();
  await expect(page.getByText('Say where the values come from')).toBeVisible();
  await page.getByLabel('Bridges to').fill('0.014');
  await page.getByLabel('Gap a side to').fill('0.013');
  await page.getByLabel('Where the company has it from').fill('own coupons of spring');
  await page.getByRole('button', { name: 'Save correction' }).click();
  await expect(page.getByRole('row', { name: /^BCuP-5 .*own coupons of spring/ })).toContainText('▲ the company’s own');
  await openDemo(page, 'plan');
  await page.getByLabel('Find in the schedule').fill('PF-08');
  await page.getByRole('grid').getByText('PF-08', { exact: true }).click();
  await expect(page.getByText('Rests on the company’s own values: BCuP-5.')).toBeVisible();
  await page.goto('/shop');
  await page.getByRole('button', { name: 'Filler classes', exact: true }).click();
  await page.getByRole('button', { name: 'Put back BCuP-5' }).click();
  await expect(page.getByRole('row', { name: /^BCuP-5 /, exact: false }).first()).toContainText('AWS A5.8');
  await page.getByRole('button', { name: 'Weights of the ranking' }).click();
  await page.getByLabel('usual in the trade, times how usual').fill('900');
  await expect(page.getByText('between -100 and 100')).toBeVisible();
});
