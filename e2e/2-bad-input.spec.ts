import { expect } from '@playwright/test';
import { choose, openDemo, recordsOf, test } from './helpers';
import { withLib } from './served';

test('the database stops while saving: the entry is held, survives a reload, and arrives once when it is back', async ({
  page,
  served: { data },
}) => {
  const jobId = await openDemo(page);
  const port = withLib(`sed -n 4p '${data}/data/postmaster.pid'`);
  await page.getByRole('button', { name: 'Add', exact: true }).click();
  await page.getByLabel('Joint mark').fill('PF-77');
  withLib(`pg_stop '${data}'`);
  await page.getByRole('dialog').getByRole('button', { name: 'Add joint' }).click();
  await expect(page.getByText('1 entry held here')).toBeVisible();
  await expect(page.getByRole('grid').getByText('PF-77', { exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByText('1 entry held here')).toBeVisible();
  // The job stands as this device was told it last, with what waits laid over it.
  await expect(page.getByText(/No server: what stands here is of/)).toBeVisible();
  await expect(page.getByRole('grid').getByText('PF-77', { exact: true })).toBeVisible();
  withLib(`pg_start '${data}' ${port}`);
  await expect(page.getByText('1 entry held here')).toBeHidden();
  await expect(page.getByRole('grid')).toBeVisible();
  const joints = await recordsOf(page, `/api/jobs/${jobId}/joints`, 'joint');
  expect(joints.filter((j) => j.mark === 'PF-77')).toHaveLength(1);
});

test('joints from CSV: bad rows by line and column, good ones offered, taken in at once', async ({ page }) => {
  await openDemo(page);
  await choose(page, 'Joints from CSV');
  const csv = [
    'mark,line,standard,size,socket metal,position,gap',
    'DW-90,DW,L,3/4,copper,horizontal,0.003',
    'DW-91,DW,L,9/4,copper,sideways,',
    'DW-92,DW,L,1/2,,up-feed,',
  ].join('\n');
  await page
    .getByLabel('CSV file')
    .setInputFiles({ name: 'joints.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByText('2 good')).toBeVisible();
  await expect(page.getByRole('row', { name: /^3 DW-91 size no such size/ })).toBeVisible();
  await expect(page.getByRole('row', { name: /^3 DW-91 position "sideways" is not known/ })).toBeVisible();
  await expect(page.getByText('socket metal: nothing is said in one row, so copper')).toBeVisible();
  await page.getByRole('button', { name: 'Import 2 joints' }).click();
  await expect(page.getByRole('grid').getByText('DW-90', { exact: true })).toBeVisible();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('DW-90 takes');
});

test('foreign, broken and huge files are refused with words', async ({ page }) => {
  await page.goto('/jobs');
  const give = (name: string, buffer: Buffer, timeout = 20_000) =>
    page.getByLabel('Job file').setInputFiles({ name, mimeType: 'application/json', buffer }, { timeout });
  await give('foreign.json', Buffer.from('{"hello":"world"}'));
  await expect(page.getByText('this is not a Hephaist job file')).toBeVisible();
  await give('broken.json', Buffer.from('{"format": '));
  await expect(page.getByText(/broken.json: This is not JSON/)).toBeVisible();
  await give('huge.json', Buffer.alloc(50_000_000, 32), 60_000);
  await expect(page.getByText('huge.json is 50 MB; at most 20 MB can be read at once.')).toBeVisible();
  const answer = await page.request.post('/api/commands', {
    data: Buffer.alloc(21_500_000, 32),
    headers: { 'Content-Type': 'application/json' },
  });
  expect(answer.status()).toBe(413);
});
