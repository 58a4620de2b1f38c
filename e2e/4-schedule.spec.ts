import { expect, test } from '@playwright/test';
import { parse } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import { openDemo } from './helpers';

test('joints by shorthand, read out as typed; undone, redone, taken away', async ({ page }) => {
  const jobId = await openDemo(page, 'plan');
  const count = async (): Promise<number> =>
    ((await (await page.request.get(`/api/jobs/${jobId}/joints`)).json()) as { total: number }).total;
  const before = await count();
  await page.getByRole('grid').focus();
  await page.getByLabel('Find in the schedule').fill('HP-30');
  await page.getByRole('grid').getByText('HP-30', { exact: true }).click();
  await page.getByLabel('Find in the schedule').fill('');
  const line = page.getByLabel('Add joints in shorthand');
  await line.fill('12x 7/8 acr cu-wibble near txv');
  await expect(page.getByText('✕ cu-wibble: "wibble" is no metal known here')).toBeVisible();
  await expect(page.getByText('how far is the part? e.g. near txv 4in')).toBeVisible();
  await line.press('Enter');
  await expect(line).toHaveValue('12x 7/8 acr cu-wibble near txv');
  await line.fill('12x 28mm cu-brass valve up near ball 100mm');
  await expect(page.getByText('↵ adds 12 to Heat-pump loop')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('HP-31 takes');
  await expect(page.getByRole('grid').getByText('HP-31', { exact: true })).toBeVisible();
  expect(await count()).toBe(before + 12);

  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('grid').getByText('HP-31', { exact: true })).toBeHidden();
  await expect.poll(count).toBe(before);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(count).toBe(before + 12);

  await page.getByLabel('Find in the schedule').fill('HP-42');
  await page.getByRole('grid').getByText('HP-42', { exact: true }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Delete');
  await expect.poll(count).toBe(before + 11);
  await page.keyboard.press('Control+z');
  await expect.poll(count).toBe(before + 12);

  await page.getByLabel('Find in the schedule').fill('PF-01');
  await page.getByRole('grid').getByText('PF-01', { exact: true }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('A joint with a log entry stays: the log is evidence.')).toBeVisible();
  await expect(page.getByRole('grid').getByText('PF-01', { exact: true })).toBeVisible();
});

test('the rod list: what is left, what it costs, as CSV', async ({ page }) => {
  await openDemo(page, 'plan');
  await page.getByRole('button', { name: 'Rods' }).click();
  const list = page.getByRole('dialog');
  await expect(list.getByRole('row', { name: /^BCuP-5/ }).first()).toBeVisible();
  const cost = async (): Promise<number> =>
    Number(
      await list
        .getByRole('row', { name: /^Together/ })
        .getByRole('cell')
        .last()
        .textContent(),
    );
  await list.getByLabel('Silver, money a kg').fill('1000');
  const before = await cost();
  await list.getByLabel('Silver, money a kg').fill('2000');
  expect(await cost()).toBeGreaterThan(before * 1.3);
  await list.getByLabel('Silver, money a kg').fill('much');
  await expect(list.getByText('a price from 0 up')).toBeVisible();
  await list.getByLabel('Silver, money a kg').fill('1000');
  await list.getByLabel('For', { exact: true }).selectOption({ label: 'Pipe brackets' });
  await expect(list.getByRole('row', { name: /^RBCuZn-C 6 6/ })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const rows = parse(readFileSync(await download.path(), 'utf8'), { columns: true }) as Record<string, string>[];
  expect(rows.map((r) => [r['kind'], r['class'], r['joints']])).toEqual([
    ['rod', 'RBCuZn-C', '6'],
    ['flux', 'FB3-D', '6'],
  ]);
});
