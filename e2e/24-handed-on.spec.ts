import { expect, type Page } from '@playwright/test';
import { goOn, make, onDevice } from './at-the-torch';
import { expectAxeClean, openDemo, passwordOf, recordsOf, signIn, testAs, toBraze } from './helpers';
import { pick } from './pick';

const test = testAs('orla');
test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true, serviceWorkers: 'allow' });

const logsOf = (page: Page, job: string) => recordsOf(page, `/api/jobs/${job}/logs`, 'log');
/** Chooses a short code on this device, as whoever is signed in. */
async function chooseCode(page: Page, name: 'orla' | 'wren', code: string): Promise<void> {
  await page.goto('/account');
  await page.getByLabel('Password, given again').fill(passwordOf(name));
  await page.getByLabel('Short code, 4 to 8 digits').fill(code);
  await page.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.getByText('✓ You have one here.')).toBeVisible();
}
/** Somebody takes the device over: their name, their digits. */
async function takeOver(page: Page, person: string, code: string): Promise<void> {
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: person }).tap();
  for (const digit of code) await dialog.getByRole('button', { name: digit, exact: true }).tap();
  await dialog.getByRole('button', { name: 'Take over' }).tap();
}
const begin = async (page: Page, job: string, mark: string): Promise<void> => {
  await page.goto(`/job/${job}/braze`);
  await toBraze(page, mark);
  await page.getByRole('link', { name: new RegExp(`${mark}, step by step`) }).tap();
};

test('six joints with no network, two of them overlapping, the tablet handed on between; then all arrives in its name', async ({
  page,
  context,
}) => {
  await signIn(context.request, 'wren');
  await page.goto('/account');
  // Digits that are guessed first are not taken.
  await page.getByLabel('Password, given again').fill(passwordOf('wren'));
  await page.getByLabel('Short code, 4 to 8 digits').fill('1111');
  await page.getByRole('button', { name: 'Choose it' }).click();
  await expect(page.getByText(/those are guessed first/)).toBeVisible();
  await expectAxeClean(page);
  await chooseCode(page, 'wren', '4711');
  await signIn(context.request, 'orla');
  await chooseCode(page, 'orla', '0815');
  const job = await openDemo(page, 'braze');
  await toBraze(page, 'OX-22');
  await onDevice(page);
  const before = (await logsOf(page, job)).length;
  await page.close();

  await context.setOffline(true);
  const cold = await context.newPage();
  const begun = Date.now();
  await cold.goto(`/job/${job}/braze`);
  await expect(cold.getByRole('navigation', { name: 'Joints to braze' })).toBeVisible();
  console.log(`cold start with no network: ${Date.now() - begun} ms`);

  // The first cools while the second is made.
  await begin(cold, job, 'OX-22');
  await goOn(cold, 'OX-22', 'Let it cool');
  await begin(cold, job, 'OX-23');
  await expect(cold.getByRole('navigation', { name: 'Joints in hand' }).getByText('OX-22')).toBeVisible();
  await make(cold, 'OX-23');
  await begin(cold, job, 'OX-22');
  await make(cold, 'OX-22');
  await begin(cold, job, 'OX-24');
  await make(cold, 'OX-24');

  // Two touches and the digits: Wren has it, with no network, and logs in her own name.
  await begin(cold, job, 'OX-25');
  await cold.getByRole('button', { name: 'Hand on' }).tap();
  await expect(cold.getByRole('dialog', { name: 'Who takes this device over?' })).toBeVisible();
  await expectAxeClean(cold);
  await takeOver(cold, 'Wren Abara', '4712');
  await expect(cold.getByText('this is not your code on this device')).toBeVisible();
  for (const digit of '4711') await cold.getByRole('dialog').getByRole('button', { name: digit, exact: true }).tap();
  await cold.getByRole('dialog').getByRole('button', { name: 'Take over' }).tap();
  await expect(cold.getByRole('dialog')).toHaveCount(0);
  await goOn(cold, 'OX-25', 'Is this right?');
  await pick(cold.getByLabel('Brazed by'), /Orla Fennimore/);
  await cold.getByRole('button', { name: 'Log OX-25 brazed' }).tap();
  await expect(cold.getByText('✓ OX-25 is logged.')).toBeVisible();

  // Back to Orla for two more.
  await begin(cold, job, 'OX-26');
  await cold.getByRole('button', { name: 'Hand on' }).tap();
  await takeOver(cold, 'Orla Fennimore', '0815');
  await expect(cold.getByRole('dialog')).toHaveCount(0);
  await make(cold, 'OX-26');
  await begin(cold, job, 'OX-27');
  await make(cold, 'OX-27');
  await expect(cold.getByText('▲ 6 held here')).toBeVisible();

  await context.setOffline(false);
  await cold.goto(`/job/${job}/braze`);
  await expect(cold.getByText('1 entry held here')).toBeVisible();
  await cold.getByRole('button', { name: 'Show', exact: true }).tap();
  await expect(cold.getByText('entered by Wren Abara: waits until they sign in here')).toBeVisible();
  expect(await logsOf(cold, job)).toHaveLength(before + 5);
  // She takes it over again: hers goes too.
  await cold.locator('hp-account-menu button').tap();
  await cold.getByRole('menuitem', { name: 'Hand this device on' }).tap();
  await takeOver(cold, 'Wren Abara', '4711');
  await expect(cold.getByRole('button', { name: /Wren Abara, lead/ })).toBeVisible();
  await expect(cold.getByText('held here')).toHaveCount(0);
  const logs = await logsOf(cold, job);
  expect(logs).toHaveLength(before + 6);
  const joints = await recordsOf(cold, `/api/jobs/${job}/joints`, 'joint');
  const of = (mark: string) => logs.filter((l) => l.jointId === joints.find((j) => j.mark === mark)?.id);
  for (const mark of ['OX-22', 'OX-23', 'OX-24', 'OX-25', 'OX-26', 'OX-27']) expect(of(mark)).toHaveLength(1);
  expect(of('OX-25')[0]?.lookedBy).toBe('Wren Abara');
  expect(of('OX-26')[0]?.lookedBy).toBe('Orla Fennimore');
  await cold.locator('hp-account-menu button').tap();
  await expect(cold.getByText('by short code: logs, signs nothing')).toBeVisible();
});

test('two tablets on one line: what the second made is refused with its reason, side by side, and stays until dealt with', async ({
  page,
  context,
  browser,
  baseURL,
}) => {
  const job = await openDemo(page, 'braze');
  await toBraze(page, 'OX-30');
  await onDevice(page);
  await begin(page, job, 'OX-30');
  await context.setOffline(true);
  await make(page, 'OX-30');
  await expect(page.getByText('▲ 1 held here')).toBeVisible();
  // Meanwhile another tablet, with a network, logs the same joint.
  const other = await browser.newContext({
    ...(baseURL ? { baseURL } : {}),
    viewport: { width: 820, height: 1180 },
    hasTouch: true,
  });
  await signIn(other.request, 'wren');
  const second = await other.newPage();
  await begin(second, job, 'OX-30');
  await goOn(second, 'OX-30', 'Is this right?');
  await pick(second.getByLabel('Brazed by'), /Orla Fennimore/);
  await second.getByRole('button', { name: 'Log OX-30 brazed' }).tap();
  await expect(second.getByText('✓ OX-30 is logged.')).toBeVisible();
  await other.close();

  await context.setOffline(false);
  await page.goto(`/job/${job}/braze`);
  await page.getByRole('button', { name: 'Show', exact: true }).tap();
  const held = page.locator('hp-refused-entry');
  await expect(held).toContainText('OX-30');
  await expect(held).toContainText(/refused: .*this joint can only be/);
  await expect(held.getByRole('columnheader', { name: 'With the server' })).toBeVisible();
  await expect(held.getByRole('row', { name: /looked by/ })).toContainText(/Orla Fennimore.*Wren Abara/);
  await expectAxeClean(page);
  // Asked again it is refused again: nothing is dropped by that.
  await held.getByRole('button', { name: 'Send it again' }).tap();
  await expect(held).toContainText(/refused: .*this joint can only be/);
  await held.getByRole('button', { name: 'Discard this entry' }).tap();
  await expect(page.getByText('held here')).toHaveCount(0);
  const joint = (await recordsOf(page, `/api/jobs/${job}/joints`, 'joint')).find((j) => j.mark === 'OX-30');
  expect((await logsOf(page, job)).filter((l) => l.jointId === joint?.id)).toHaveLength(1);
});
