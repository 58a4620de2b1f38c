import { expect } from '@playwright/test';
import sharp from 'sharp';
import { stripPicture } from '../packages/core/src/testing/strip-picture.js';
import { addTest, either, expectAxeClean, giveSignature, openDemo, pick, test } from './helpers';

/** A strip of 600 px and 0.910 in, with voids of 40 px and 120 px: 26.7 % unbrazed; a scale of 600 px above it. */
async function photograph(): Promise<Buffer> {
  const { width, height, grey } = stripPicture({
    width: 700,
    height: 220,
    from: [50, 110],
    to: [650, 110],
    gapPx: 16,
    voids: [
      [60, 100],
      [300, 420],
    ],
    metal: 175,
    filler: 210,
    empty: 60,
    noise: 8,
    seed: 3,
  });
  return sharp(Buffer.from(grey), { raw: { width, height, channels: 1 } })
    .png()
    .toBuffer();
}

test('a strip is read on a photograph: scale, bond line, voids proposed, corrected, kept and signed', async ({
  page,
}) => {
  await openDemo(page, 'prove');
  await page.getByRole('button', { name: 'Enter a coupon' }).click();
  await page.getByRole('button', { name: 'Read the left side on a photograph' }).click();
  const dialog = page.getByRole('dialog');
  const file = dialog.getByLabel('Photograph', { exact: true });
  await test.step('what is no photograph is refused', async () => {
    await file.setInputFiles({ name: 'strip.png', mimeType: 'image/png', buffer: Buffer.from('<html>') });
    await expect(dialog.getByText('This photograph cannot be read.')).toBeVisible();
    await file.setInputFiles({ name: 'strip.gif', mimeType: 'image/gif', buffer: Buffer.from('GIF89a') });
    await expect(dialog.getByText('Take a JPEG, PNG or WebP photograph.')).toBeVisible();
  });

  await test.step('scale and bond line by pointer; the worker proposes the voids', async () => {
    await file.setInputFiles({ name: 'strip.png', mimeType: 'image/png', buffer: await photograph() });
    await expect(dialog.getByText('Click one end of the scale.')).toBeVisible();
    const box = (await dialog.locator('svg[role=group]').boundingBox())!;
    const k = Math.min(box.width / 700, box.height / 220);
    const [left, top] = [box.x + (box.width - 700 * k) / 2, box.y + (box.height - 220 * k) / 2];
    const click = (x: number, y: number) => page.mouse.click(left + x * k, top + y * k);
    await click(50, 30);
    await expect(dialog.getByText('Click its other end.')).toBeVisible();
    await click(650, 30);
    await dialog.getByLabel('Length between the two points').fill('0.91');
    await expect(dialog.getByText('Click the bond line at the socket mouth.')).toBeVisible();
    await click(50, 110);
    await click(650, 110);
    await expect(dialog.getByText(/unbrazed/)).toContainText(/unbrazed 0\.24\d in = 26\.\d %/);
    await expect(dialog.getByRole('listitem')).toHaveCount(2);
    await expectAxeClean(page);
  });

  await test.step('corrected by keys, and by taking one away and adding it again', async () => {
    const end = dialog.getByRole('slider', { name: 'End of void 1' });
    await end.focus();
    for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight');
    await expect(dialog.getByText('Corrected by hand.')).toBeVisible();
    await expect(dialog.getByText(/unbrazed/)).toContainText(/31\.\d %/);
    await dialog.getByRole('button', { name: 'Take void 2 away' }).click();
    await expect(dialog.getByText(/unbrazed/)).toContainText(/11\.\d %/);
    await dialog.getByRole('button', { name: 'Take these voids' }).click();
    await expect(dialog).toBeHidden();
  });

  await test.step('the voids stand in the form, and the filed coupon shows its photograph', async () => {
    await expect(page.getByLabel('Left side, voids')).toHaveValue(/^0\.09\d+-0\.19\d+$/);
    await expect(page.getByText('✓ the photograph is kept with it')).toBeVisible();
    await pick(page.getByLabel('Brazer'), 'Basil Teo (31)');
    await page.getByLabel('Read by').fill('Harbour Light Laboratory');
    await page.getByRole('button', { name: 'File the result' }).click();
    for (const asked of ['Say how it looks', 'Say how the bore looks', 'Write its voids, or none'])
      await expect(page.getByText(asked)).toBeVisible();
    await page.getByLabel('Right side, voids').fill('none');
    await pick(page.getByLabel('Looked at', { exact: true }), 'accepted');
    await either(page, 'Bore', 'bright');
    await page.getByRole('button', { name: 'File the result' }).click();
    await giveSignature(page);
    const picture = page.getByRole('img', { name: 'left side read on a photograph, corrected by hand' });
    await expect(picture).toBeVisible();
    await page.reload();
    await expect(picture).toBeVisible();
    await expectAxeClean(page);
  });
});

test('voids are dragged along the strip, and what filing the coupon changes is said before it is signed', async ({
  page,
}) => {
  await openDemo(page, 'prove');
  await page.getByRole('button', { name: 'Enter a coupon' }).click();
  await pick(page.getByLabel('Brazer'), 'Basil Teo (31)');
  const bar = page.getByRole('group', { name: 'left side: drag to mark a void' });
  await bar.scrollIntoViewIfNeeded();
  const box = (await bar.boundingBox()) ?? { x: 0, y: 0, width: 0, height: 0 };
  const drag = async (from: number, to: number): Promise<void> => {
    const [y, at] = [box.y + box.height / 2, (share: number) => box.x + box.width * share];
    await page.mouse.move(at(from), y);
    await page.mouse.down();
    await page.mouse.move(at(to), y, { steps: 5 });
    await page.mouse.up();
  };
  await drag(0.3, 0.4);
  await expect(page.getByLabel('Left side, voids')).toHaveValue(/^0\.2\d+-0\.3\d+$/);
  await drag(0.7, 0.7);
  await expect(page.getByRole('slider')).toHaveCount(2);
  await page.getByRole('button', { name: 'Add a void on the right side' }).click();
  const end = page.getByRole('slider', { name: 'right void 1 ends' });
  for (let i = 0; i < 4; i++) await end.press('Shift+ArrowRight');
  await pick(page.getByLabel('Looked at', { exact: true }), 'accepted');
  await either(page, 'Bore', 'bright');
  await expect(page.getByRole('heading', { name: /fails as typed/ })).toBeVisible();
  await end.press('Delete');
  await expect(page.getByRole('heading', { name: /passes as typed/ })).toBeVisible();
  await pick(page.getByLabel('Looked at', { exact: true }), 'flux left on');
  await expect(page.getByRole('heading', { name: /fails as typed/ })).toBeVisible();
  await pick(page.getByLabel('Looked at', { exact: true }), 'accepted');
  await expect(page.getByText(/also wants stated: the gap, the nitrogen flow/)).toBeVisible();
  // How the coupon before was cleaned stands there already.
  await expect(page.getByLabel('Cleaned how')).not.toHaveValue('');
  await page.getByLabel('Cleaned how').fill('dry abrasive pad');
  await page.getByLabel('Gap a side').fill('0.002');
  await page.getByLabel('Nitrogen flow').fill('5');
  await expect(page.getByText(/also wants stated/)).toBeHidden();
  await page.getByLabel('Read by').fill('Harbour Light Laboratory');
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'File the result' }).click();
  await expect(page.getByRole('dialog').getByText(/The brazer (was .*, and is then|stays) good through/)).toBeVisible();
  await giveSignature(page);
  await expect(
    page.getByText(/Cleaned: dry abrasive pad\.\s+Gap 0.0020 in a side\.\s+Nitrogen 5.0 SCFH/),
  ).toBeVisible();
});

test('a coupon is peeled open and read along lines: dragged, typed, judged by area and by the worst line, filed', async ({
  page,
}) => {
  await openDemo(page, 'prove');
  await page.getByRole('button', { name: 'Enter a coupon' }).click();
  await pick(page.getByLabel('Brazer'), 'Basil Teo (31)');
  await expect(page.getByLabel('Brazed to')).toContainText('BPS-');
  await pick(page.getByLabel('Looked inside'), 'peeled open');
  await expect(page.getByLabel('Left side, voids')).toHaveCount(0);
  await expect(page.getByLabel(/^Lap/)).toHaveValue('0.910');

  await test.step('a line typed wrong says so where it stands, and the verdict waits', async () => {
    const three = page.getByLabel('Voids of the line at 3:00');
    await three.fill('0.5-0.2');
    await expect(page.getByText('runs from a smaller to a larger distance')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Enter a coupon' })).toBeVisible();
    await three.fill('0.1-0.35');
    await page.getByRole('button', { name: 'No void seen on the other 7' }).click();
    await pick(page.getByLabel('Looked at', { exact: true }), 'accepted');
    await either(page, 'Bore', 'bright');
    await expect(page.getByRole('heading', { name: /fails as typed/ })).toBeVisible();
    await expect(page.getByText(/worst line 0.250 in of 0.910 in = 27.5 %/).first()).toBeVisible();
    await three.fill('0.1-0.2');
    await expect(page.getByRole('heading', { name: /passes as typed/ })).toBeVisible();
  });

  await test.step('a void by keys; more lines keep what was read at its place on the clock', async () => {
    await page.getByRole('button', { name: 'Add a void on the line at 6:00' }).click();
    await page.getByRole('slider', { name: '6:00 void 1 ends' }).press('Shift+ArrowRight');
    await expect(page.getByLabel('Voids of the line at 6:00')).toHaveValue(/^0\.42\d+-0\.5\d+$/);
    await pick(page.getByLabel('How many lines it is read along'), '16');
    await expect(page.getByLabel('Voids of the line at 3:00')).toHaveValue('0.1-0.2');
    await expect(page.getByLabel('Voids of the line at 3:45')).toHaveValue('');
    await page.getByRole('button', { name: 'No void seen on the other 8' }).click();
    await expect(page.getByText(/area by 16 lines/).first()).toBeVisible();
  });

  await test.step('a tension beside it, then filed with its signature', async () => {
    await addTest(page, 'tension');
    await page.getByLabel('Force at breaking').fill('500');
    await page.getByLabel('Width').fill('0.25');
    await page.getByLabel('Thickness').fill('0.05');
    await either(page, 'Broke in the', 'joint');
    await expect(page.getByText(/= 40000 psi, broke in the joint/).first()).toBeVisible();
    // How the coupon before was cleaned stands there already.
    await expect(page.getByLabel('Cleaned how')).not.toHaveValue('');
    await page.getByLabel('Cleaned how').fill('dry abrasive pad');
    await page.getByLabel('Gap a side').fill('0.002');
    await page.getByLabel('Nitrogen flow').fill('4');
    await page.getByLabel('Read by').fill('Harbour Light Laboratory');
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'File the result' }).click();
    await giveSignature(page);
    await expect(page.getByRole('img', { name: /^Peeled joint over a lap of 0.910 in: .*3:00 11.0 %/ })).toBeVisible();
    await expect(page.getByText(/brazed to BPS-1 rev [A-Z]/)).toBeVisible();
    await page.reload();
    await expect(page.getByRole('row', { name: /Basil Teo/ }).first()).toContainText('✓ passes');
  });
});
