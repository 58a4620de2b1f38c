import { expect } from '@playwright/test';
import { toBuffer } from 'qrcode';
import { spoolLabel } from '../packages/contracts/src/exchange/label';
import { goOn } from './at-the-torch';
import { expectAxeClean, openDemo, pick, recordsOf, testAs, toBraze } from './helpers';

const test = testAs('orla');
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });

test('a joint of a line that instruments watch: what they say stands at its steps, and is taken for its log', async ({
  page,
}) => {
  const job = await openDemo(page, 'plan');
  const lines = await recordsOf(page, `/api/jobs/${job}`, 'line');
  await page.goto(`/job/${job}/purge?line=${lines.find((l) => l.name === 'Surgery oxygen')?.id ?? ''}`);
  await pick(page.getByLabel('Instruments'), 'stand-in (simulated)');
  await page.getByLabel(/Limit must hold/).fill('5');
  await page.getByRole('button', { name: 'Start purge' }).click();
  await page.locator('footer .go').tap();
  await expect(page.getByText('simulated instruments: no evidence')).toBeVisible();
  await page.goto(`/job/${job}/braze`);
  await toBraze(page, 'OX-16');
  await page.getByRole('link', { name: 'Make OX-16, step by step' }).tap();
  await goOn(page, 'OX-16', 'Vent open beyond the joint');
  const now = page.locator('hp-line-readings');
  await expect(now.getByText(/^oxygen \d+\.\d\d %, /)).toBeVisible();
  await expect(now.getByText('◇ simulated instruments: no evidence')).toBeVisible();
  await expect(now.getByText('✓ proved')).toBeVisible({ timeout: 120_000 });
  await expectAxeClean(page);
  await now.getByRole('button', { name: 'Take these readings' }).tap();
  await expect(page.getByRole('button', { name: /^Read: oxygen .* %, flow / })).toBeVisible();
  await page.getByRole('button', { name: 'On', exact: true }).tap();
  await goOn(page, 'OX-16', 'Tube first');
  await expect(now.getByText(/^oxygen \d+\.\d\d %/)).toBeVisible();
  await expect(now.getByRole('button')).toHaveCount(0);
});

test('a spool is taken: by its label, or picked; its joints alone stand there, and its labels are printed', async ({
  page,
}) => {
  const job = await openDemo(page, 'braze');
  await page.getByRole('button', { name: 'Scan a label' }).tap();
  const file = page.getByRole('dialog', { name: 'Scan a label' }).getByLabel('Picture of the label');
  const picture = await toBuffer(spoolLabel('https://the-shop.example', job, 'MV-S1'), { width: 300, margin: 4 });
  await file.setInputFiles({ name: 's.png', mimeType: 'image/png', buffer: picture });
  const list = page.getByRole('navigation', { name: 'Joints to braze' });
  await expect(page.getByLabel('Spool')).toHaveText(/MV-S1, 5 to do/);
  const marks = list.getByRole('checkbox', { name: /^Pick MV-/ });
  await expect(marks).toHaveCount(5);
  await expect(list.getByRole('checkbox', { name: 'Pick MV-06' })).toBeVisible();
  await expectAxeClean(page);
  const sheet = await page.request.get(
    (await page.getByRole('link', { name: 'Print spool labels' }).getAttribute('href')) ?? '',
  );
  expect(sheet.headers()['content-type']).toContain('application/pdf');
  await pick(page.getByLabel('Spool'), /^MV-S2/);
  await expect(marks).toHaveCount(4);
  await pick(page.getByLabel('Spool'), 'all of the line');
  await expect(marks).toHaveCount(24);
  await page.goto(`/job/${job}/braze?spool=NONE`);
  await expect(page.getByText('No joint of this job is part of spool NONE.')).toBeVisible();
});
