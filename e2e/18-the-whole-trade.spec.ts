import { expect } from '@playwright/test';
import { choose, counted, expectAxeClean, openDemo, pick, recordsOf, test } from './helpers';

test('an unknown stub is told by a magnet and a file, from its card, and stays told', async ({ page }) => {
  const job = await openDemo(page, 'plan');
  const joints = await recordsOf(page, `/api/jobs/${job}/joints`, 'joint');
  const stub = joints.find((j) => j.mark === 'PF-07')!;
  await page.goto(`/job/${job}/braze?joint=${stub.id}`);
  const card = page.getByRole('article');
  await expect(card.getByText('Socket (plated steel): degrease, and clean the copper skin lightly')).toBeVisible();
  await expect(card.getByText('Never braze on a charged line')).toBeVisible();
  await expect(card.getByText(/Acetylene never|Shade 3/)).toHaveCount(0);
  await card.getByRole('button', { name: 'What is this stub?' }).click();
  const ask = page.getByRole('dialog');
  await expectAxeClean(page);
  await ask.getByRole('radio', { name: 'holds', exact: true }).click();
  await expect(ask.getByText('Treat as steel: high-silver rod, black flux.')).toBeVisible();
  await ask.getByRole('radio', { name: 'white or grey' }).click();
  await ask.getByRole('radio', { name: 'long and white, bursting' }).click();
  await ask.getByRole('button', { name: 'Plan it as carbon steel' }).click();
  await expect(card.getByText('Socket (steel): degrease, then scale and rust off')).toBeVisible();
  await expect(card.getByText(/The stub was told by magnet: holds; file: white or grey; spark: long/)).toBeVisible();
  await page.reload();
  await expect(card.getByText(/The stub was told by magnet: holds/)).toBeVisible();
});

test('the rest of the cautions is one touch away, and the torch rig has its own place', async ({ page }) => {
  const job = await openDemo(page, 'plan');
  const joints = await recordsOf(page, `/api/jobs/${job}/joints`, 'joint');
  const valve = joints.find((j) => (j.socket as { kind: string }).kind === 'valve')!;
  await page.goto(`/job/${job}/braze?joint=${valve.id}`);
  const card = page.getByRole('article');
  for (const step of await card
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading') })
    .all())
    expect(await step.locator(':scope > .caution').count()).toBeLessThanOrEqual(3);
  await expect(card.getByText('Hot work: permit')).toBeHidden();
  await card
    .getByRole('button', { name: /more caution/ })
    .first()
    .click();
  await expect(card.getByText('Hot work: permit')).toBeVisible();
  await page.getByRole('button', { name: 'The torch rig, before you light' }).click();
  await expect(page.getByText(/Acetylene never above/)).toBeVisible();
  await expectAxeClean(page);
});

test('the fault reader: three steps from what is seen to the word in the log; from the coupon by its voids', async ({
  page,
}) => {
  const job = await openDemo(page, 'plan');
  const joints = await recordsOf(page, `/api/jobs/${job}/joints`, 'joint');
  await page.goto(`/job/${job}/braze?joint=${joints.find((j) => j.mark === 'PF-08')!.id}`);
  await page.getByRole('button', { name: 'What do I see?' }).click();
  const reader = page.getByRole('dialog');
  await expectAxeClean(page);
  await reader.getByRole('button', { name: 'at the edge of the socket' }).click();
  await reader.getByRole('button', { name: 'It is empty somewhere' }).click();
  await reader.getByRole('button', { name: 'at 6, on a level pipe' }).click();
  await expect(reader.getByRole('heading', { name: 'The low point of a level pipe is empty' })).toBeVisible();
  await expect(reader.getByText('On level pipe feed at 6 o’clock first, and climb.')).toBeVisible();
  await expectAxeClean(page);
  await reader.getByRole('button', { name: 'Back' }).click();
  await reader.getByRole('button', { name: 'on the side away from the flame' }).click();
  await reader.getByRole('button', { name: 'Log it as “filler not visible all round”' }).click();
  await expect(page.getByRole('radio', { name: 'rejected', exact: true })).toBeChecked();
  await expect(page.getByLabel('Why rejected')).toHaveText(/filler not visible all round/);

  await page.goto(`/job/${job}/prove`);
  const [withVoids] = (await recordsOf(page, '/api/crew', 'coupon')).filter((c) =>
    (c.faces as { voids: unknown[] }[]).some((f) => f.voids.length),
  );
  await page.goto(`/job/${job}/prove?coupon=${withVoids!.id}`);
  await expect(page.getByRole('heading', { name: 'What the voids say' })).toBeVisible();
  await page.getByRole('button', { name: /More of it|Void where on the clock/ }).click();
  await expect(reader.getByRole('heading').first()).toBeVisible();
  await expectAxeClean(page);
});

test('the engine asked backwards: which joints of the job a rod may make, and why not the others', async ({ page }) => {
  await openDemo(page, 'plan');
  await choose(page, 'Rod and flux list');
  const list = page.getByRole('dialog');
  await pick(list.getByLabel('Rod', { exact: true }), 'BCuP-5');
  await expect(list.getByText(/✓ BCuP-5 may make \d+ of \d+: /)).toBeVisible();
  await expect(list.getByText(/Phosphorus turns iron brittle: no BCuP on copper-plated steel/)).toBeVisible();
  await expect(list.getByText('PF-07', { exact: false }).last()).toBeVisible();
  await expectAxeClean(page);
});

test.describe('one joint, now', () => {
  test('on a phone: from the first page in six touches, without signing in, and without a server', async ({
    browser,
    baseURL,
  }) => {
    const context = await browser.newContext({
      baseURL,
      storageState: { cookies: [], origins: [] },
      viewport: { width: 390, height: 844 },
      hasTouch: true,
    });
    const page = await context.newPage();
    await page.goto('/');
    await expect(page.getByLabel('Sign-in name')).toBeVisible();
    await expect(page.getByRole('link', { name: 'One joint, now' })).toBeVisible();
    const hand = await counted(page);
    await page.getByRole('link', { name: 'One joint, now' }).tap();
    await expect(page.getByRole('heading', { name: 'Which joint?' })).toBeVisible();
    await context.setOffline(true);
    await page.getByRole('option', { name: '7/8', exact: true }).tap();
    await page.getByRole('option', { name: 'plated or unknown stub' }).tap();
    await page.getByRole('radio', { name: 'socket down' }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText(/It takes BAg-\d+ with .*flux FB3-C/);
    expect((await hand()).clicks).toBeLessThanOrEqual(6);
    await expect(page.getByText('Socket (plated steel): degrease')).toBeVisible();
    await expect(page.getByText(/Vent open beyond the joint/)).toBeVisible();
    await expectAxeClean(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

    await page.getByRole('button', { name: /In the van: anything/ }).tap();
    await page.getByRole('option', { name: 'BCuP-5', exact: true }).tap();
    await expect(page.getByText(/Nothing in the van serves it\. Get BAg-\d+/)).toBeVisible();
    await page.getByRole('option', { name: 'BAg-7', exact: true }).tap();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('It takes BAg-7');
    await context.close();
  });

  test('by keyboard in shorthand, and kept as a joint of a job', async ({ page }) => {
    await openDemo(page, 'plan');
    await page.goto('/now');
    await page.getByLabel('Or say it').fill('1 1/8 cu-brass valve up near txv 4in');
    await expect(page.getByRole('heading', { level: 1 })).toContainText('It takes BAg-');
    await page.getByRole('link', { name: 'Keep it as a joint of a job' }).click();
    await page.getByRole('link', { name: /^Saltmarsh/ }).click();
    const line = page.getByLabel('Add joints in shorthand');
    await expect(line).toHaveValue(/^1-1\/8 acr cu-brass valve up near txv/);
    await line.press('Enter');
    await expect(page.getByText(/1 joint added to/)).toBeVisible();
    await expect(page).not.toHaveURL(/add=/);
  });
});
