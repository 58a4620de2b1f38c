import { expect, type Page } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { expectAxeClean, giveSignature, openDemo, passwordOf, recordsOf, test, testAs, toBraze } from './helpers';

/** Files something like what is on file, so that annulling it leaves the demo as it was. */
async function fileLike(page: Page, kind: string, like: object, change: object, meaning: string): Promise<void> {
  const data = { ...like, ...change, id: newId() };
  const signature = { password: passwordOf('imre'), meaning };
  const command = { id: newId(), kind, records: [{ seen: 0, data }], signature };
  expect((await page.request.post('/api/commands', { data: command })).status()).toBe(200);
}

test('a coupon filed wrongly is annulled: struck through, and out of every judgement', async ({ page }) => {
  await openDemo(page, 'keep');
  const like = (await recordsOf(page, '/api/crew', 'coupon')).find((c) => c.number === 'C-007');
  // Lapsed, and with no journey of anybody else's: this coupon alone would bring him back.
  const mikkel = (await recordsOf(page, '/api/crew', 'brazer')).find((b) => b.name === 'Mikkel Sandoval');
  const brazedOn = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
  await fileLike(page, 'coupon', like!, { number: 'W-900', brazerId: mikkel?.id, brazedOn }, 'judged');
  await page.reload();
  const row = page.getByRole('row', { name: /Mikkel Sandoval/ });
  await expect(row).toContainText('✓ may');
  await expect(row).toContainText('W-900');
  await page.getByRole('link', { name: /Prove/ }).click();
  await page.getByRole('button', { name: 'W-900', exact: true }).click();
  await page.getByRole('button', { name: 'Annul W-900' }).click();
  await page.getByRole('button', { name: 'Annul', exact: true }).click();
  await expect(page.getByText('Say why it does not count')).toBeVisible();
  await expect(page.getByLabel('Why it does not count')).toBeFocused();
  await page.getByLabel('Why it does not count').fill('brazed by somebody else');
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'Annul', exact: true }).click();
  await expect(page.getByText(/Mikkel Sandoval no longer has what it qualifies/)).toBeVisible();
  await giveSignature(page);
  await expect(page.getByText(/Annulled: brazed by somebody else\. It stays on file/)).toBeVisible();
  await expect(page.getByRole('row', { name: /W-900/ })).toContainText('annulled');
  await expect(page.getByText(/Imre Oyelaran \(quality\): annulled: it no longer counts/)).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('link', { name: /Keep/ }).click();
  await expect(row).toContainText('✕ may not');
  await page.reload();
  await expect(row).toContainText('lapsed: last brazed');
  await expect(row).not.toContainText('W-900');
});

test('an entry of the log is annulled, and its joint is open again', async ({ page }) => {
  const job = await openDemo(page, 'braze');
  const [like] = await recordsOf(page, `/api/jobs/${job}/logs`, 'log');
  const joint = (await recordsOf(page, `/api/jobs/${job}/joints`, 'joint')).find((j) => j.mark === 'FF-09');
  const change = { jointId: joint?.id, madeAs: 'first', sessionId: null, outOfRangeReason: 'for this test' };
  await fileLike(page, 'log', like!, change, 'out-of-range');
  await page.reload();
  await toBraze(page, 'FF-09');
  await expect(page.getByText('✓ Brazed and accepted')).toBeVisible();
  await page.getByRole('button', { name: 'Annul the log of FF-09' }).click();
  await page.getByLabel('Why it does not count').fill('it was another joint');
  await page.getByRole('button', { name: 'Annul', exact: true }).click();
  await giveSignature(page);
  await expect(page.getByText(/Annulled: it was another joint/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Log FF-09 brazed' })).toBeVisible();
  await page.getByRole('link', { name: /Plan/ }).click();
  await expect(page.getByRole('row', { name: /^FF-09/ })).toContainText('planned');
});

testAs('sol')('an auditor sees what is on file and annuls nothing', async ({ page }) => {
  await openDemo(page, 'prove');
  await page.getByRole('button', { name: 'C-007' }).click();
  await expect(page.getByRole('heading', { name: /^C-007 passes/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Annul/ })).toHaveCount(0);
});
