import { readFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { either, emptyHephaist, expectAxeClean, giveSignature, pick, test } from './helpers';

/** One real job from planning a joint to keeping the proof, through the real interface. */
test('from a joint’s metals to a brazer’s qualification', async ({ page, served }) => {
  await test.step('1. the demo job’s joints stand in the schedule; add one', async () => {
    await page.goto('/');
    await page.getByRole('link', { name: /Saltmarsh Sea-Turtle Hospital/ }).click();
    const grid = page.getByRole('grid', { name: 'Joints' });
    await expect(grid.getByText('Plasma freezer, suction, 16 joints')).toBeVisible();
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    const form = page.getByRole('dialog');
    await expect(form.getByLabel('Joint mark')).toHaveValue('PF-17');
    await pick(form.getByLabel('Size'), '1-1/8');
    await pick(form.getByLabel('Kind'), 'stub of a part');
    await pick(form.getByLabel('Metal of the socket'), 'Copper-plated steel');
    await pick(form.getByLabel('Known by'), 'measured');
    await form.getByLabel('Tube OD').fill('1.125');
    await form.getByLabel('Socket ID').fill('1.124');
    await expect(form.getByText('the tube does not enter this socket')).toBeVisible();
    await form.getByLabel('Socket ID').fill('1.131');
    await expect(form.getByText(/PF-17 takes BAg-7 with black flux FB3-C/)).toBeVisible();
    await expect(form.getByText(/gap 0.0030 in cold/)).toBeVisible();
    await form.getByRole('button', { name: 'Add joint' }).click();
    await expect(form).toBeHidden();
  });

  await test.step('2. its plan at once: rod, flux, gap at heat, overlap, rating, nitrogen, drawings', async () => {
    await expect(page.getByRole('heading', { level: 1 })).toContainText(
      'PF-17 takes BAg-7 with black flux FB3-C. The stub is steel.',
    );
    await expect(page.getByText('At 1270 °F', { exact: true })).toBeVisible();
    await expect(page.getByText('0.0013', { exact: true })).toBeVisible();
    await expect(page.getByText('494', { exact: true })).toBeVisible();
    await expect(page.getByRole('img', { name: /gap per side 0.0013 in at 1270 °F/ })).toBeVisible();
    await expect(page.getByRole('img', { name: /FB3-C 1050 °F to 1700 °F/ })).toBeVisible();
    await page.getByLabel('Temperature of the joint').press('Home');
    await expect(page.getByRole('img', { name: /gap per side 0.0030 in at 70 °F/ })).toBeVisible();
    await page.getByRole('option', { name: 'BCuP-5 refused' }).click();
    await expect(page.getByText('Phosphorus turns iron brittle: no BCuP on copper-plated steel.')).toBeVisible();
    await page.reload();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('PF-17');
  });

  await test.step('3. the card the fitter takes along', async () => {
    await page.getByRole('link', { name: 'Joint card' }).click();
    await expect(page.getByText('Flux FB3-C (black flux), thin and even on the tube')).toBeVisible();
    await expect(page.getByRole('img', { name: /The joint end-on/ })).toBeVisible();
    await expect(page.getByText('No water near the open line')).toBeVisible();
    await page.emulateMedia({ media: 'print' });
    await expect(page.getByRole('navigation', { name: 'Places' })).toBeHidden();
    await expect(page.getByText('Neutral flame')).toBeVisible();
    await page.emulateMedia({ media: 'screen' });
  });

  await test.step('4. log one joint brazed', async () => {
    await page.getByRole('button', { name: /^PF-04/ }).click();
    await page.getByRole('button', { name: 'Log PF-04 brazed' }).click();
    await expect(page.getByText('Say who brazed it')).toBeVisible();
    // The log remembers the lot of the last joint of this class, and who looked.
    await expect(page.getByLabel('Rod lot')).toHaveValue(/^R\d/);
    await expect(page.getByLabel('Looked at by')).not.toHaveValue('');
    await pick(page.getByLabel('Brazed by'), '✓ Prue Akintola (14)');
    await expect(page.getByText(/covered by coupon C-007/)).toBeVisible();
    await page.getByLabel('Rod lot').fill('R2417-C');
    await page.getByLabel('Oxygen at the vent before striking').fill('0.4');
    await either(page, 'How it looks', 'accepted');
    await page.getByLabel('Looked at by').fill('Wren Abara');
    await page.getByRole('button', { name: 'Log PF-04 brazed' }).click();
    await expect(page.getByText(/Logged. Prue Akintola is now good through/)).toBeVisible();
    await expect(page.getByText('lot R2417-C, oxygen 0.40 %')).toBeVisible();
  });

  await test.step('5. a coupon’s section result with its arithmetic', async () => {
    await page.getByRole('link', { name: /Prove/ }).click();
    await page.getByRole('button', { name: 'Enter a coupon' }).click();
    await pick(page.getByLabel('Brazer'), 'Basil Teo (31)');
    await page.getByLabel('Left side, voids').fill('0.10-0.15, 0.40-0.55');
    await expect(page.getByRole('heading', { name: 'Enter a coupon' })).toBeVisible();
    await page.getByLabel('Right side, voids').fill('none');
    await pick(page.getByLabel('Looked at', { exact: true }), 'accepted');
    await either(page, 'Bore', 'bright');
    await expect(page.getByRole('heading', { name: 'C-014 fails as typed.' })).toBeVisible();
    await page.getByLabel('Left side, voids').fill('0.10-0.15, 0.40-0.45');
    await expect(
      page.getByText('left: 0.050 in + 0.050 in = 0.100 in of 0.910 in = 11.0 %, limit 20 %: passes'),
    ).toBeVisible();
    await page.getByLabel('Read by').fill('Harbour Light Laboratory');
    await page.getByRole('button', { name: 'File the result' }).click();
    await giveSignature(page);
    await expect(page.getByRole('heading', { name: /C-014 passes/ })).toBeVisible();
    await expect(page.getByText('metals P-107 to P-107, filler F-103')).toBeVisible();
  });

  await test.step('6. range and continuity moved; the board says who may and why not', async () => {
    await page.getByRole('link', { name: /Keep/ }).click();
    await pick(page.getByLabel('Joint', { exact: true }), 'PF-09 · 1-1/8, copper · copper, horizontal');
    const row = (name: string) => page.getByRole('row', { name: new RegExp(name) });
    await expect(row('Prue Akintola')).toContainText('last: PF-04');
    await expect(row('Basil Teo')).toContainText('✓ may');
    await expect(row('Basil Teo')).toContainText('C-014');
    await expect(row('Juno Harrowgate')).toContainText('withdrawn');
    await expect(row('Juno Harrowgate')).toContainText('0 of 203');
    await expect(row('Mikkel Sandoval')).toContainText('lapsed: last brazed');
    await pick(page.getByLabel('Joint', { exact: true }), 'FF-06 · 1-3/8, copper · copper, up-feed');
    await expect(row('Dov Castellan')).toContainText('up-feed never tested');
    const far = new Date(Date.now() + 400 * 86400000).toISOString().slice(0, 10);
    await page.getByLabel('On', { exact: true }).fill(far);
    await expect(page.getByRole('heading', { name: /Nobody on file may braze FF-06/ })).toBeVisible();
  });

  await test.step('7. export, import into an empty database, export again: identical', async () => {
    const save = async (): Promise<string> => {
      const [download] = await Promise.all([
        page.waitForEvent('download'),
        page.getByRole('button', { name: 'Export the job' }).click(),
      ]);
      return download.path();
    };
    await page.getByRole('tab', { name: 'Hand over' }).click();
    const first = await save();
    const other = await emptyHephaist(served);
    try {
      await page.goto(`${other.url}/jobs`);
      await page.getByLabel('Code').fill(other.code);
      await page.getByLabel('Company').fill('Harbour Pipework');
      await page.getByLabel('Your name').fill('Ines Calder');
      await page.getByLabel('Sign-in name').fill('ines');
      await page.getByLabel(/New password/).fill('short');
      await page.getByRole('button', { name: 'Begin' }).click();
      await expect(page.getByText('at least 10 characters')).toBeVisible();
      await page.getByLabel(/New password/).fill('long enough to hold');
      await page.getByRole('button', { name: 'Begin' }).click();
      await expect(page.getByText('No job yet.')).toBeVisible();
      await page
        .getByLabel('Job file')
        .setInputFiles({ name: 'job.json', mimeType: 'application/json', buffer: readFileSync(first) });
      const sign = page.getByRole('dialog', { name: 'Sign for the file of Saltmarsh Sea-Turtle Hospital' });
      await expect(sign.getByText(/^14 coupons, 13 without a signature: Orla Fennimore: C-001, C-002/)).toBeVisible();
      await expectAxeClean(page);
      await sign.getByRole('button', { name: 'Do not sign' }).click();
      await expect(page.getByRole('heading', { name: 'Waits to be countersigned' })).toBeVisible();
      await expectAxeClean(page);
      await page.getByRole('button', { name: 'Countersign Saltmarsh Sea-Turtle Hospital' }).click();
      await sign.getByLabel('Your password').fill('long enough to hold');
      await sign.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(page.getByRole('grid', { name: 'Joints' })).toBeVisible();
      await page.getByRole('link', { name: /Keep/ }).click();
      await page.getByRole('tab', { name: 'Hand over' }).click();
      const second = await save();
      expect(readFileSync(second).equals(readFileSync(first))).toBe(true);
      expect(readFileSync(first).length).toBeGreaterThan(100_000);
    } finally {
      await other.stop();
    }
  });
});
