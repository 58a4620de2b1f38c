import { expect } from '@playwright/test';
import { choose, expectAxeClean, openDemo, pick, test } from './helpers';

test('the purge of a branched line: order, time, curves, mishaps; the line redrawn and checked', async ({ page }) => {
  test.slow();
  await openDemo(page, 'plan');
  await page.getByLabel('Find in the schedule').fill('OX-20');
  await page.getByRole('grid').getByText('OX-20', { exact: true }).click();
  await choose(page, 'Purge of this line');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('Surgery oxygen: 3 vents in turn, first bay 1');
  await expect(page.getByText('no order moves vents less')).toBeVisible();
  const theatre = page.getByRole('button', { name: /^point theatre, oxygen/ });
  await expect(theatre).toHaveAccessibleName(/not ready/);
  await page.getByRole('button', { name: /^Open bay 2/ }).click();
  const time = page.getByLabel('Time since the nitrogen came on');
  await time.focus();
  await page.keyboard.press('End');
  await expect(theatre).toHaveAccessibleName(/, ready$/);
  await expect(page.getByRole('img', { name: /^Oxygen over .* limit 0.5 %/ })).toBeVisible();
  await expect(page.getByText('The vent forgotten shut')).toBeVisible();
  await expect(page.getByText('The hose falls off')).toBeVisible();
  await expectAxeClean(page);

  await test.step('a closed room and the cylinder', async () => {
    await page.getByLabel(/Room, if closed/).fill('800');
    await expect(page.getByText(/people weaken and do not notice/)).toBeVisible();
    await page.getByLabel(/Room, if closed/).fill('much');
    await expect(page.getByText('a room volume above 0, or nothing')).toBeVisible();
  });

  await test.step('draw: a bad length is told at once, a branch is added, saved, undone', async () => {
    await page.getByRole('button', { name: 'Draw the line' }).click();
    await page.getByLabel('Length, run 3').fill('0');
    await page.getByLabel('Length, run 3').press('Tab');
    await expect(page.getByText(/between 0.04 in/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Save the line' })).toBeDisabled();
    await page.getByLabel('Length, run 3').fill('30');
    await page.getByLabel('Length, run 3').press('Tab');
    await page.getByRole('button', { name: 'Add a branch' }).click();
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Save the line' }).click();
    await expect(page.getByRole('button', { name: /^vent end/ })).toBeVisible();
    await page.reload();
    await expect(page.getByRole('button', { name: /^vent end/ })).toBeVisible();
  });

  await test.step('draw by pointer and by keys: a branch is pulled, a run split, an end taken away', async () => {
    await page.getByRole('button', { name: 'Draw the line' }).click();
    const at = (name: string) => page.getByRole('button', { name: new RegExp(`^Draw at ${name},`) });
    // Counted only once the drawing is there.
    await expect(at('riser')).toBeVisible();
    const before = await page.getByRole('button', { name: /^Draw at / }).count();
    const from = await at('riser').boundingBox();
    if (!from) throw new Error('the riser is not drawn');
    const [x, y] = [from.x + from.width / 2, from.y + 20];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await page.mouse.move(x - 40, y - 60);
    await page.mouse.move(x - 80, y - 90);
    await page.mouse.up();
    await expect(page.getByRole('button', { name: /^Draw at / })).toHaveCount(before + 1);
    await page.keyboard.press('s');
    await expect(page.getByRole('button', { name: /^Draw at / })).toHaveCount(before + 2);
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('k');
    await page.keyboard.press('Delete');
    await expect(page.getByRole('button', { name: /^Draw at / })).toHaveCount(before + 1);
    await expect(page.getByText(/runs, .* of tube, .* inside/)).toBeVisible();
    await expectAxeClean(page);
    await page.keyboard.press('Control+z');
    await expect(page.getByRole('button', { name: /^Draw at / })).toHaveCount(before + 2);
    await page.keyboard.press('Control+y');
    await expect(page.getByRole('button', { name: /^Draw at / })).toHaveCount(before + 1);
  });

  await test.step('a name that another point has is refused, joints at no point are named and placed, and all is kept', async () => {
    const name = page.getByLabel('Name, point 2');
    const [was, third] = [await name.inputValue(), await page.getByLabel('Name, point 3').inputValue()];
    await name.fill(third);
    await name.press('Tab');
    await expect(page.getByText(`another point here is called “${third}”: two cannot be`)).toBeVisible();
    await name.fill(was);
    await name.press('Tab');
    await expect(page.getByText(/another point here is called/)).toBeHidden();
    const marks = page.getByLabel(`Joints at ${was}`);
    await marks.fill('');
    await marks.press('Tab');
    await expect(page.getByText(/▲ Not placed: /)).toBeVisible();
    await pick(page.getByLabel('Place them at'), third);
    await expect(page.getByText(/▲ Not placed: /)).toBeHidden();
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Close', exact: true }).click();
    await page.getByRole('button', { name: 'Draw the line' }).click();
    await expect(page.getByText('What you drew before stands here again.')).toBeVisible();
    await expect(page.getByLabel(`Joints at ${was}`)).toHaveValue('');
    await page.getByRole('button', { name: 'Begin anew' }).click();
    await expect(page.getByLabel(`Joints at ${was}`)).not.toHaveValue('');
    await page.getByRole('button', { name: 'Close', exact: true }).click();
  });

  await test.step('one page to take along', async () => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Plan as PDF' }).click();
    expect((await download).suggestedFilename()).toBe('purge-OX.pdf');
  });

  await test.step('a line nobody drew is taken as straight', async () => {
    await pick(page.getByLabel('Line', { exact: true }), 'Plasma freezer, liquid');
    await expect(page.getByText(/nobody has drawn this line yet/)).toBeVisible();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('Plasma freezer, liquid: vent at vent');
  });
});
