import { expect } from '@playwright/test';
import { expectAxeClean, passwordOf, test } from './helpers';
import { servedTest as base } from './served';

/** Nobody is signed in when these begin. */
base('signing in: wrong, right, out; the page that was asked for comes after', async ({ page }) => {
  await page.goto('/people');
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Give your sign-in name')).toBeVisible();
  await page.getByLabel('Sign-in name').fill('tamsin');
  await page.getByLabel('Password').fill('not the one');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('Name or password is wrong.')).toBeVisible();
  await expect(page.getByLabel('Sign-in name')).toHaveValue('tamsin');
  await page.getByLabel('Password').fill(passwordOf('tamsin'));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'People' })).toBeVisible();
  await page.getByRole('button', { name: /^Tamsin Roque, / }).click();
  await page.getByRole('menuitem', { name: 'Sign out' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

base('an administrator lets someone in; who comes changes the given password first', async ({ page, browser }) => {
  await page.goto('/people');
  await page.getByLabel('Sign-in name').fill('tamsin');
  await page.getByLabel('Password').fill(passwordOf('tamsin'));
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('row', { name: /Orla Fennimore/ })).toContainText('fitter');
  await page.getByLabel('Name', { exact: true }).fill('Prue Akintola');
  await page.getByLabel('Sign-in name').fill('orla');
  await page.getByLabel('First password').fill('given to prue');
  await page.getByLabel('Is the brazer').selectOption({ label: 'Prue Akintola (14)' });
  await page.getByRole('button', { name: 'Let in' }).click();
  await expect(page.getByText('this sign-in name is taken')).toBeVisible();
  await page.getByLabel('Sign-in name').fill('prue');
  await page.getByRole('button', { name: 'Let in' }).click();
  await expect(page.getByRole('row', { name: /Prue Akintola/ })).toContainText('has a given password');
  await expectAxeClean(page);

  const other = await (await browser.newContext()).newPage();
  await other.goto('/jobs');
  await other.getByLabel('Sign-in name').fill('prue');
  await other.getByLabel('Password').fill('given to prue');
  await other.getByRole('button', { name: 'Sign in' }).click();
  await expect(other.getByRole('heading', { name: 'Choose a password' })).toBeVisible();
  await expectAxeClean(other);
  await other.getByLabel('Password you have now').fill('given to prue');
  await other.getByLabel(/New password/).fill('only prue knows');
  await other.getByRole('button', { name: 'Change password' }).click();
  await expect(other.getByRole('link', { name: /Saltmarsh/ })).toBeVisible();
  // A fitter begins no job and keeps no people.
  await expect(other.getByRole('button', { name: 'Begin a job' })).toHaveCount(0);
  await other.goto('/people');
  await expect(other.getByText(/This is for administrator/)).toBeVisible();

  await page.getByRole('button', { name: 'Prue Akintola' }).click();
  await page.getByLabel('shut out').check();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('row', { name: /Prue Akintola/ })).toContainText('shut out');
  await other.goto('/jobs');
  await expect(other.getByRole('heading', { name: 'Sign in' })).toBeVisible();
});

base('an auditor reads everything, changes nothing, and checks the trail', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('Sign-in name').fill('sol');
  await page.getByLabel('Password').fill(passwordOf('sol'));
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('link', { name: /Saltmarsh/ }).click();
  await expect(page.getByRole('grid', { name: 'Joints' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Add', exact: true })).toHaveCount(0);
  await page.getByRole('grid', { name: 'Joints' }).getByText('PF-03', { exact: true }).click();
  await page.keyboard.press('Delete');
  await expect(page.getByText(/You are signed in to read/)).toBeVisible();
  await page.getByRole('link', { name: /Prove/ }).click();
  await expect(page.getByRole('heading', { name: 'Coupons' })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Enter a coupon' })).toHaveCount(0);
  await page.getByRole('button', { name: /^Sol Whitcombe/ }).click();
  await page.getByRole('menuitem', { name: 'Audit trail' }).click();
  await expect(page.getByRole('row', { name: /import/ })).toBeVisible();
  await page.getByRole('button', { name: 'Check the trail' }).click();
  await expect(page.getByRole('heading', { name: /The trail holds/ })).toBeVisible();
  await expect(page.getByText(/entries follow one from the other/)).toBeVisible();
  await expectAxeClean(page);
});

test('a sign-in that ends while something is typed: sign in over it, and nothing is lost', async ({
  page,
  context,
}) => {
  await page.goto('/jobs');
  await page.getByRole('link', { name: /Saltmarsh/ }).click();
  await page.getByRole('grid', { name: 'Joints' }).getByText('PF-06', { exact: true }).click();
  await page.getByRole('button', { name: 'Edit joint' }).click();
  await expect(page.getByLabel('Joint mark')).toBeFocused();
  await page.getByLabel('Note').fill('typed before the sign-in ended');
  await context.clearCookies();
  await page.getByRole('button', { name: 'Save joint' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('Sign-in name').fill('imre');
  await page.getByLabel('Password', { exact: true }).fill(passwordOf('imre'));
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Sign in' })).toBeHidden();
  await expect(page.getByText(/held here/)).toHaveCount(0);
  await page.reload();
  await page.getByRole('grid', { name: 'Joints' }).getByText('PF-06', { exact: true }).click();
  await expect(page.getByText('typed before the sign-in ended')).toBeVisible();
});
