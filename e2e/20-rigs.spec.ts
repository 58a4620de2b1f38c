import type { Rig } from '@hephaist/contracts/records/rig';
import type { RigCheck } from '@hephaist/contracts/records/rig-check';
import { expect, type Page } from '@playwright/test';
import { choose, expectAxeClean, openDemo, pick, recordsOf, testAs } from './helpers';

const lead = testAs('wren');
const fitter = testAs('orla');

/** Answers the step with this heading as done; a step that is already here is not taken for the next. */
async function done(page: Page, says: RegExp, word = 'Done'): Promise<void> {
  await expect(page.getByRole('heading', { level: 1, name: says })).toBeVisible();
  // A glove's second touch is a slip: the page takes no two answers at once.
  await expect(async () => {
    await page.getByRole('button', { name: word, exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: says })).toBeHidden({ timeout: 500 });
  }).toPass();
}

lead('a rig is written down; what must not be lit is refused where it is', async ({ page }) => {
  await page.goto('/rigs');
  await page.getByRole('button', { name: 'Roof cart' }).click();
  await expect(page.getByRole('heading', { level: 1, name: 'Roof cart: propane with oxygen' })).toBeVisible();
  const faults = page.getByRole('list', { name: 'What speaks against it' });
  await expect(faults).toContainText('Grade R is for acetylene only');
  await expect(faults).toContainText('it stops gas running back, not a flame');
  await expectAxeClean(page);

  await page.getByRole('button', { name: 'Change' }).click();
  await pick(page.getByLabel('Hose', { exact: true }), /^T, any fuel gas/);
  await pick(page.getByLabel('Oxygen, at the torch'), 'arrestor');
  await page.getByRole('button', { name: 'Save the rig' }).click();
  await expect(page.getByRole('cell', { name: /not gone through today/ })).toHaveCount(3);

  await page.getByRole('button', { name: 'Add a rig' }).click();
  await page.getByLabel('Name').fill('cart 1');
  await page.getByLabel('Pressure, gas flowing (psi)').fill('high');
  await page.getByRole('button', { name: 'Save the rig' }).click();
  await expect(page.getByText(/Fuel pressure.*from 0 to 100 psi/)).toBeVisible();
  await page.getByLabel('Pressure, gas flowing (psi)').fill('16');
  await page.getByRole('button', { name: 'Save the rig' }).click();
  await expect(page.getByText('another rig has this name')).toBeVisible();
  await page.getByLabel('Name').fill('Cart 2');
  await page.getByRole('button', { name: 'Save the rig' }).click();
  await page.getByRole('button', { name: 'Cart 2' }).click();
  await expect(faults).toContainText('Acetylene at 16.0 psi: over 15.0 psi');
  await page.getByRole('button', { name: 'Take off' }).click();
  await expect(page.getByRole('button', { name: 'Cart 2' })).toBeHidden();
});

fitter.describe('on a tablet', () => {
  fitter.use({ viewport: { width: 820, height: 1180 }, hasTouch: true });

  fitter('a fitter goes through a rig: skips one step, compares the flame, files it', async ({ page }) => {
    await page.goto('/rigs');
    await page.getByRole('button', { name: 'Cart 1' }).click();
    await page.getByRole('link', { name: 'Before and lighting' }).click();
    await done(page, /upright and chained/);
    await expectAxeClean(page);
    await done(page, /Bend each hose/, 'Skip');
    await done(page, /free of oil/);
    await page.reload();
    await done(page, /Crack each valve/);
    await page.getByRole('button', { name: 'Back' }).click();
    await done(page, /Crack each valve/);
    await done(page, /Tip clean/);
    await done(page, /screws backed out/);
    await done(page, /Open acetylene slowly, three quarters/);
    await page.getByRole('button', { name: 'Do it so' }).click();
    await done(page, /Open oxygen slowly, a quarter turn/);
    await done(page, /set fuel 5.0 psi, oxygen 5.0 psi, let it flow/);
    await done(page, /torch valves shut: note/, 'Shut in, noted');
    await done(page, /Brush leak solution/);
    await expect(page.getByRole('button', { name: 'Read' })).toBeDisabled();
    await page
      .getByRole('group', { name: 'Acetylene' })
      .getByRole('button', { name: 'The hose’s gauge falls' })
      .click();
    await expect(page.getByText(/leaks at the hose/)).toBeVisible();
    await page.getByRole('group', { name: 'Acetylene' }).getByRole('button', { name: 'Both gauges stand' }).click();
    await page.getByRole('group', { name: 'Oxygen' }).getByRole('button', { name: 'Both gauges stand' }).click();
    await done(page, /Read the gauges again/, 'Read');
    for (const says of [/Look behind/, /Glasses/, /Point the tip/, /striker/, /feather is just gone/])
      await done(page, says);
    await page.getByRole('button', { name: /^Feather/ }).click();
    await expect(page.getByText(/Open oxygen slowly, or close fuel/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'That is it' })).toBeDisabled();
    await page.getByRole('button', { name: /^Neutral/ }).click();
    await expectAxeClean(page);
    await done(page, /Which flame/, 'That is it');
    await expect(page.getByText(/Skipped, and kept so: Bend each hose/)).toBeVisible();
    await page.getByRole('button', { name: 'File it' }).click();
    await expect(page.getByRole('heading', { name: /Filed: nothing found wrong, 1 skipped/ })).toBeVisible();

    const [rig] = (await recordsOf(page, '/api/rigs', 'rig')).filter((r: Rig) => r.name === 'Cart 1');
    const checks = (await recordsOf(page, '/api/rigs', 'rig_check')).filter((c: RigCheck) => c.rigId === rig?.id);
    expect(checks.at(-1)).toMatchObject({
      round: 'morning',
      flame: 'neutral',
      drop: { fuel: 'stands', oxygen: 'stands' },
    });
    expect(
      checks
        .at(-1)
        ?.steps.filter((s) => s.answer === 'skipped')
        .map((s) => s.id),
    ).toEqual(['hoses']);

    await page.getByRole('link', { name: 'To the rigs' }).click();
    // A rig is found by its name from anywhere.
    await page.goto('/words');
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find or do' }).fill('cart 1');
    await expect(page.getByRole('option', { name: /Cart 1/ })).toBeVisible();
    await page.keyboard.press('Enter');
    await expect(page).toHaveURL(new RegExp(`/rigs\\?rig=${rig?.id ?? ''}`));
    await expect(page.getByText(/gone through today, nothing found wrong, 1 skipped/).first()).toBeVisible();
    // The order is remembered by the rig, and shut down by the other school.
    await page.getByRole('link', { name: 'Shut down and stow' }).click();
    await expect(page.getByRole('heading', { name: 'Torch: fuel valve off first.' })).toBeVisible();
    await page.getByRole('button', { name: 'Do it so' }).click();
    await done(page, /Torch: oxygen valve off first/);
    await done(page, /Torch: fuel valve off/, 'Not right');
    await expect(page.getByRole('heading', { name: /The round ends at what is wrong/ })).toBeVisible();
    await page.getByRole('button', { name: 'File it' }).click();
    await expect(page.getByRole('heading', { name: /Filed: 1 found wrong/ })).toBeVisible();
    await page.goto(`/rigs/${rig?.id ?? ''}/morning`);
    await expect(page.getByRole('heading', { name: /upright and chained/ })).toBeVisible();
  });
});

fitter('hot work in two areas: a permit each, the flame, the watch, seen wherever one works', async ({ page }) => {
  await openDemo(page, 'hot-work');
  await expect(page.getByRole('row', { name: /Plant room, bay 2/ })).toContainText('3');
  await page.getByRole('button', { name: 'Permit for an area' }).click();
  await page.getByLabel('Area').fill('North roof');
  await page.getByLabel('Who watches').fill('Bryn Marsh');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Give the permit' }).click();
  await expect(page.getByText('see to it first', { exact: false })).toHaveCount(7);
  await expectAxeClean(page);
  const give = async (): Promise<void> => {
    for (const seen of await page.getByRole('radio', { name: 'Seen to' }).all()) await seen.click();
    await page.getByRole('button', { name: 'Give the permit' }).click();
  };
  await give();
  const roof = page.getByRole('article').filter({ hasText: 'North roof' });
  await roof.getByRole('button', { name: 'Flame on' }).click();
  await expect(roof).toContainText('Flame is on: somebody watches.');
  await page.getByRole('button', { name: 'Permit for an area' }).click();
  await page.getByLabel('Area').fill('Corridor');
  await page.getByLabel('Who watches').fill('Orla Fennimore');
  await page.keyboard.press('Escape');
  await give();
  const corridor = page.getByRole('article').filter({ hasText: 'Corridor' });
  await corridor.getByRole('button', { name: 'Flame on' }).click();
  await roof.getByRole('button', { name: 'Last flame out' }).click();
  await expect(roof).toContainText(/(60:00|59:\d\d)/);
  await expect(roof).toContainText('the smoke detector is isolated');
  await expect(roof.getByRole('button', { name: 'End the watch' })).toBeHidden();
  await expectAxeClean(page);
  await openDemo(page, 'braze');
  await expect(page.getByRole('link', { name: /North roof: fire watch, 60 min left/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Corridor: Flame is on/ })).toBeVisible();
  await page.getByRole('link', { name: /North roof/ }).click();
  await roof.getByRole('button', { name: 'I looked: nothing' }).click();
  await expect(roof.getByRole('button', { name: 'I looked: nothing' })).toBeEnabled();
});

lead('a job is brazed with a rig: its tips are planned with, and its gas is listed', async ({ page }) => {
  await openDemo(page, 'plan');
  const heat = page.locator('hp-heat-view');
  await page.getByLabel('Find in the schedule').fill('PF-01');
  await page.getByRole('grid').getByText('PF-01', { exact: true }).click();
  await expect(heat.getByText(/acetylene with oxygen, number \d/)).toBeVisible();
  await expect(heat.getByRole('button', { name: /number 6/ })).toBeVisible();
  await choose(page, 'Job, lines and schools');
  const setup = page.getByRole('dialog');
  await pick(setup.getByLabel('Brazed with'), /^Shoulder kit/);
  await setup.getByRole('button', { name: 'Save job' }).click();
  await expect(setup.getByText('Every plan of the job is worked out anew')).toBeVisible();
  await setup.getByRole('button', { name: 'Close' }).click();
  await expect(heat.getByText(/acetylene in air, swirl tip, (two )?\w+ swirl/)).toBeVisible();
  await expect(heat.getByRole('button', { name: /number 6/ })).toBeHidden();
  await choose(page, 'Rod and flux list');
  await expect(page.getByRole('row', { name: /^Acetylene/ })).toBeVisible();
  await expect(page.getByText(/The largest tip is \w+ swirl/)).toBeVisible();
  await page.keyboard.press('Escape');
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+z');
  await expect(heat.getByText(/acetylene with oxygen, number \d/)).toBeVisible();
});
