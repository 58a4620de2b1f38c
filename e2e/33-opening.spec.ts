import { expect, type Page } from '@playwright/test';
import { expectAxeClean, openDemo, test } from './helpers';

/** Workers that a page starts from now on. */
const workersOf = (page: Page): string[] => {
  const started: string[] = [];
  page.on('worker', (w) => started.push(w.url()));
  return started;
};
const planning = /^Planning, \d+ different joints to go …$/;

test('while a job’s joints are planned nothing is claimed of all of them; then it is, and is kept for the next visit', async ({
  page,
}) => {
  let goOn = (): void => undefined;
  const held = new Promise<void>((done) => (goOn = done));
  await page.route(/\/worker-[^/]*\.js$/, async (route) => {
    await held;
    await route.continue();
  });
  const job = await openDemo(page, 'keep');
  await expect(page.getByText(planning)).toBeVisible();
  await expect(page.getByRole('cell', { name: '… of 202' })).not.toHaveCount(0);
  await expect(page.getByText(/BPS-1.*covers … joints/)).toBeVisible();
  await expect(page.getByText('need a procedure that does not exist yet')).toHaveCount(0);
  await expect(page.getByText('A joint keeps it: which ones is being worked out.').first()).toBeVisible();
  await expect(page.getByText('No open joint of this job keeps it')).toHaveCount(0);
  await expectAxeClean(page);

  await page.getByRole('tab', { name: 'Share the work' }).click();
  await expect(page.getByRole('heading', { name: 'The joints of this job are being planned.' })).toBeVisible();
  await page.getByRole('tab', { name: 'Procedures' }).click();
  await expect(page.getByText(planning).first()).toBeVisible();
  await expect(page.getByText(/Covers \d/)).toHaveCount(0);
  await expect(page.getByText('Every joint of this job is covered')).toHaveCount(0);
  await page.getByRole('link', { name: /Prove/ }).click();
  await page.getByRole('tab', { name: 'Coupons to braze' }).click();
  await expect(page.getByRole('heading', { name: 'The joints of this job are being planned.' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Print travellers, labels and request' })).toBeDisabled();
  await page.getByRole('link', { name: /Braze/ }).click();
  await expect(page.getByText('being planned …').first()).toBeVisible();
  await expect(page.getByText('no rod serves it')).toHaveCount(0);

  goOn();
  await expect(page.getByText('being planned …')).toHaveCount(0);
  await page.goto(`/job/${job}/keep/procedures`);
  await expect(page.getByText(/Covers [1-9]\d* joints of this job/)).toBeVisible();

  const workers = workersOf(page);
  await expect(async () => {
    workers.length = 0;
    await page.goto(`/job/${job}/keep`);
    await expect(page.getByRole('cell', { name: /^[1-9]\d* of 202$/ })).not.toHaveCount(0);
    expect(workers).toEqual([]);
  }).toPass();
});
