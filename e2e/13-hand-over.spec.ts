import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import yauzl from 'yauzl';
import { emptyHephaist, expectAxeClean, giveSignature, openDemo, signIn, test, toBraze } from './helpers';

/** Names in a ZIP, as a library that did not write it reads them. */
async function namesIn(path: string): Promise<string[]> {
  const zip = await yauzl.fromBufferPromise(readFileSync(path));
  const names: string[] = [];
  for await (const entry of zip.eachEntry()) names.push(entry.fileName);
  return names;
}

test('quality hands the job over; the package is built, taken along, and read in somewhere else', async ({
  page,
  served,
}) => {
  const job = await openDemo(page, 'keep');
  await page.getByRole('tab', { name: 'Hand over' }).click();
  await expect(page.getByRole('heading', { name: /things are open before Saltmarsh/ })).toBeVisible();
  await expect(page.getByText('rejected, and neither repaired nor made anew')).toBeVisible();
  await page.getByRole('button', { name: 'Sign and hand over' }).click();
  await expect(page.getByText('Say to whom it is handed over')).toBeVisible();
  await page.getByLabel('To whom').fill('Saltmarsh hospital trust');
  await page.getByRole('button', { name: 'Sign and hand over' }).click();
  const dialog = page.getByRole('dialog', { name: /^Sign / });
  await dialog.getByLabel('Your password').fill('not mine');
  await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(dialog.getByText('this is not your password')).toBeVisible();
  await giveSignature(page);
  const link = page.getByRole('link', { name: /^Package, \d+\.\d MB/ });
  await expect(link).toBeVisible({ timeout: 90_000 });
  await expectAxeClean(page);
  const [download] = await Promise.all([page.waitForEvent('download'), link.click()]);
  expect(download.suggestedFilename()).toMatch(/^saltmarsh-sea-turtle-hospital-\d{4}-\d\d-\d\d\.zip$/);
  const path = await download.path();
  expect(await namesIn(path)).toEqual(
    expect.arrayContaining(['manifest.json', 'job.pdf', 'job.hephaist.json', 'crew.ics']),
  );

  await test.step('who only reads may take it along and not sign', async () => {
    await signIn(page.request, 'sol');
    await page.reload();
    await expect(page.getByRole('link', { name: /^Package/ })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Sign and hand over' })).toHaveCount(0);
    await signIn(page.request, 'orla');
    await page.reload();
    await expect(page.getByText('To Saltmarsh hospital trust')).toBeVisible();
    await expect(page.getByRole('link', { name: /^Package/ })).toHaveCount(0);
  });

  await test.step('it comes in whole where nothing was', async () => {
    const other = await emptyHephaist(served);
    try {
      await page.goto(`${other.url}/jobs`);
      await page.getByLabel('Code').fill(other.code);
      await page.getByLabel('Company').fill('Harbour Pipework');
      await page.getByLabel('Your name').fill('Ines Calder');
      await page.getByLabel('Sign-in name').fill('ines');
      await page.getByLabel(/New password/).fill('long enough to hold');
      await page.getByRole('button', { name: 'Begin' }).click();
      await expect(page.getByText('No job yet.')).toBeVisible();
      const box = page.getByLabel('Job file');
      await box.setInputFiles({
        name: 'torn.zip',
        mimeType: 'application/zip',
        buffer: readFileSync(path).subarray(0, 9000),
      });
      await expect(page.getByText(/torn.zip: package: this is not a whole ZIP file/)).toBeVisible();
      await box.setInputFiles({ name: 'job.zip', mimeType: 'application/zip', buffer: readFileSync(path) });
      const sign = page.getByRole('dialog', { name: /^Sign for the file of Saltmarsh/ });
      await sign.getByLabel('Your password').fill('long enough to hold');
      await sign.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(page.getByRole('grid', { name: 'Joints' })).toBeVisible();
      await page.goto(`${other.url}/job/${job}/braze`);
      await toBraze(page, 'OX-07');
      await expect(page.getByText('filler not visible all round')).toBeVisible();
    } finally {
      await other.stop();
    }
  });
});
