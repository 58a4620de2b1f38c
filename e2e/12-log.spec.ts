import { expect } from '@playwright/test';
import sharp from 'sharp';
import { either, expectAxeClean, giveSignature, openDemo, pick, testAs, toBraze } from './helpers';

const test = testAs('orla');

test('the fitter logs her own joint: cleaned, in range, photographed; a reject is repaired once, then cut out', async ({
  page,
}) => {
  await openDemo(page, 'braze');
  const toJoint = (mark: string) => toBraze(page, mark);
  /** So many days ago, at a time of the clock: "3T10:00". */
  const at = (when: string): string => {
    const [days, clock] = when.split('T');
    return `${new Date(Date.now() - Number(days) * 86_400_000).toISOString().slice(0, 10)}T${clock}`;
  };
  const submit = (mark: string) => page.getByRole('button', { name: `Log ${mark} brazed` }).click();

  await test.step('eight hours run from the cleaning, and joints that are clean are listed', async () => {
    await toJoint('OX-14');
    await page.getByRole('button', { name: 'Cleaned now' }).click();
    await expect(page.getByText(/clean for another (8 h 00|7 h 59)/)).toBeVisible();
    await toJoint('OX-13');
    await expect(page.getByRole('heading', { name: 'Cleaned, to be brazed' })).toBeVisible();
    await page.reload();
    await page.getByRole('button', { name: /OX-14.*left/ }).click();
    await expect(page.getByLabel('Cleaned, at the job')).not.toHaveValue('');
  });

  await test.step('what is out of range is told while it is typed', async () => {
    await pick(page.getByLabel('Brazed by'), '✓ Orla Fennimore (07)');
    await expect(page.getByLabel('Procedure')).toContainText('BPS-');
    await pick(page.getByLabel('Procedure'), 'none');
    await expect(page.getByText('no procedure named')).toBeVisible();
    await pick(page.getByLabel('Procedure'), 'BPS-2 rev A');
    await expect(page.getByText(/BPS-2 rev A: filler F-103 not stated/)).toBeVisible();
    await pick(page.getByLabel('Procedure'), 'BPS-1 rev A');
    await page.getByLabel(/^Oxygen at the vent/).fill('2');
    await expect(page.getByText(/oxygen 2.00 % before the flame/)).toBeVisible();
    await submit('OX-14');
    await expect(page.getByText('Say why it was brazed all the same')).toBeVisible();
    await page.getByLabel(/^Oxygen at the vent/).fill('0.5');
    await expect(page.getByText('Out of range:')).toBeHidden();
    await expectAxeClean(page);
  });

  await test.step('with lots, place and a photograph', async () => {
    await page.getByLabel('Rod lot').fill('R3001-A');
    await page.getByLabel('Nitrogen lot').fill('N-77');
    await page.getByLabel('Nitrogen flow').fill('5');
    await page.getByLabel('Where it is').fill('above the ceiling, bay 2');
    await page.getByLabel('Looked at by').fill('Wren Abara');
    const photo = await sharp({ create: { width: 320, height: 240, channels: 3, background: '#b87333' } })
      .png()
      .toBuffer();
    const chooser = page.locator('input[type=file]');
    await chooser.setInputFiles({ name: 'not.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
    await expect(page.getByText(/not.png: .*not a whole JPEG, PNG or WebP/)).toBeVisible();
    await chooser.setInputFiles({ name: 'ox14.png', mimeType: 'image/png', buffer: photo });
    await expect(page.getByRole('img', { name: 'Photograph 1 of OX-14' })).toBeVisible();
    await either(page, 'How it looks', 'rejected');
    await pick(page.getByLabel('Why rejected'), 'flux left on');
    await page.getByLabel('Cleaned, at the job').fill(at('5T08:00'));
    await page.getByLabel('When, at the job').fill(at('5T10:30'));
    await submit('OX-14');
    await expect(page.getByText('✕ Brazed and rejected')).toBeVisible();
    await expect(page.getByText('Nitrogen lot N-77, 5.0 SCFH')).toBeVisible();
    await expect(page.getByText(/Cleaned \d{4}-\d\d-\d\d 08:00, 2.5 h before/)).toBeVisible();
  });

  await test.step('repaired once, then cut out; lots are kept', async () => {
    const again = async (when: string, how: string, looks: string): Promise<void> => {
      await pick(page.getByLabel('Brazed by'), '✓ Orla Fennimore (07)');
      await pick(page.getByLabel('How', { exact: true }), how);
      await expect(page.getByLabel('Rod lot')).toHaveValue('R3001-A');
      await page.getByLabel('When, at the job').fill(at(when));
      await page.getByLabel(/^Oxygen at the vent/).fill('0.5');
      await either(page, 'How it looks', looks);
      if (looks === 'rejected') await pick(page.getByLabel('Why rejected'), 'flux left on');
      await submit('OX-14');
    };
    await again('5T10:00', 'repaired in place', 'rejected');
    await expect(page.getByText('after it was last brazed')).toBeVisible();
    await again('5T11:00', 'repaired in place', 'rejected');
    await expect(page.getByText('✕ Repaired in place and rejected')).toBeVisible();
    await page.getByLabel('How', { exact: true }).click();
    await expect(page.getByRole('option')).toHaveText(['cut out and made anew']);
    await page.keyboard.press('Escape');
    await again('4T09:00', 'cut out and made anew', 'accepted');
    await expect(page.getByText('✓ Cut out and made anew and accepted')).toBeVisible();
    await expect(page.getByRole('button', { name: 'It was made again' })).toBeVisible();
  });

  await test.step('outside the eight hours in medical gas: only with a signed reason', async () => {
    await toJoint('OX-15');
    await pick(page.getByLabel('Brazed by'), '✓ Orla Fennimore (07)');
    await page.getByLabel('Cleaned, at the job').fill(at('3T06:00'));
    await page.getByLabel('When, at the job').fill(at('3T14:30'));
    await page.getByLabel(/^Oxygen at the vent/).fill('0.5');
    await either(page, 'How it looks', 'accepted');
    await expect(page.getByText(/brazed 30:00 after the eight hours were over/)).toBeVisible();
    await page.getByLabel('Why it was brazed all the same').fill('capped and bagged since, lead agreed');
    await submit('OX-15');
    await expect(page.getByRole('dialog').getByText(/^The brazer (stays|was) /)).toBeVisible();
    await giveSignature(page, 'orla');
    await expect(page.getByText('▲ Out of range: capped and bagged since, lead agreed')).toBeVisible();
    await expect(page.getByText(/✎ Orla Fennimore \(fitter\): brazed although out of range/)).toBeVisible();
  });
});
