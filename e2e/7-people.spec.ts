import { expect, type Page } from '@playwright/test';
import { Secret, TOTP } from 'otpauth';
import { expectAxeClean, passwordOf, pick, test, toBraze } from './helpers';
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
  await pick(page.getByLabel('Is the brazer'), 'Prue Akintola (14)');
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
  await expect(other.getByText(/This is for quality, administrator/)).toBeVisible();

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
  await page.getByRole('link', { name: /Braze/ }).click();
  await toBraze(page, 'PF-01');
  await expect(page.getByText(/and accepted/).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /made again/ })).toHaveCount(0);
  await page.getByRole('link', { name: 'Hephaist, all jobs' }).click();
  await page.getByRole('link', { name: 'Trail', exact: true }).click();
  await expect(page.getByRole('row', { name: /file brought in/ })).toBeVisible();
  await page.getByLabel('Find', { exact: true }).fill('pf-01');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByRole('row', { name: /file brought in/ })).toBeVisible();
  await page.getByLabel('Find', { exact: true }).fill('no such mark');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByText('Nothing that holds it.')).toBeVisible();
  await page.getByLabel('Find', { exact: true }).fill('');
  await page.getByLabel('From').fill('2999-01-01');
  await page.getByLabel('Until').fill('2000-01-01');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page.getByText('not before the first day')).toBeVisible();
  await page.getByLabel('From').fill('');
  await page.getByLabel('Until').fill('');
  await pick(page.getByLabel('Who'), 'demo');
  await page.getByRole('button', { name: 'Find', exact: true }).click();
  await expect(page).toHaveURL(/person=demo/);
  await page.reload();
  await expect(page.getByRole('row', { name: /demo/ }).first()).toBeVisible();
  await page.getByRole('radio', { name: 'Sign-ins' }).click();
  await expect(page.getByText('Nothing that holds it.')).toBeVisible();
  await page.getByRole('radio', { name: 'Changes' }).click();
  const check = page.getByRole('button', { name: 'Check the trail' });
  await base.step('a check that takes long is shown at the foot and stopped; the next one holds', async () => {
    let stopped = false;
    await page.route('**/api/trail/check', () => undefined);
    page.on('requestfailed', (r) => (stopped ||= r.url().endsWith('/trail/check')));
    await check.click();
    await expect(page.getByRole('progressbar', { name: 'Checking the trail' })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Checking …' })).toBeDisabled();
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Stop', exact: true }).click();
    await expect(page.getByRole('progressbar', { name: 'Checking the trail' })).toHaveCount(0);
    await expect(page.getByRole('alert')).toHaveCount(0);
    await expect.poll(() => stopped).toBe(true);
    await page.unroute('**/api/trail/check');
  });
  await check.click();
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

/** Signs in by the page as somebody, with a code of the second factor where one is asked for. */
async function signInBy(page: Page, name: string, password: string): Promise<void> {
  await page.getByLabel('Sign-in name').fill(name);
  await page.getByLabel('Password').fill(password);
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
}

base('roles given by two, a second factor, and a password forgotten', async ({ page, browser }) => {
  const fresh = async (path: string): Promise<Page> => {
    const other = await (await browser.newContext()).newPage();
    await other.goto(path);
    return other;
  };
  await page.goto('/people');
  await signInBy(page, 'tamsin', passwordOf('tamsin'));
  await page.getByLabel('Name', { exact: true }).fill('Nell Harrow');
  await page.getByLabel('Sign-in name').fill('nell');
  await page.getByLabel(/^lead/).check();
  await page.getByLabel(/^quality/).check();
  await page.getByLabel('First password').fill('given to nell');
  await page.getByRole('button', { name: 'Let in' }).click();
  const row = page.getByRole('row', { name: /Nell Harrow/ });
  await expect(row).toContainText('quality asked by Tamsin Roque: a second gives it too');
  await row.getByRole('button', { name: /Give quality/ }).click();
  await expect(page.getByText('You asked for these roles: another one gives them too.')).toBeVisible();

  const imre = await fresh('/people');
  await signInBy(imre, 'imre', passwordOf('imre'));
  await imre.getByRole('button', { name: 'Give quality to Nell Harrow too' }).click();
  await expect(imre.getByRole('row', { name: /Nell Harrow/ })).toContainText('fitter, lead, quality');
  await expectAxeClean(imre);

  const nell = await fresh('/account');
  await signInBy(nell, 'nell', 'given to nell');
  await nell.getByLabel('Password you have now').fill('given to nell');
  await nell.getByLabel(/New password/).fill('Password1234');
  await nell.getByRole('button', { name: 'Change password' }).click();
  await expect(nell.getByText('too common: everybody tries this one first')).toBeVisible();
  await nell.getByLabel(/New password/).fill('heron eats copper');
  await nell.getByRole('button', { name: 'Change password' }).click();
  await nell.getByLabel('Your password').fill('heron eats copper');
  await nell.getByRole('button', { name: 'Set it up' }).click();
  const secret = Secret.fromBase32((await nell.locator('code.secret').textContent()) ?? '');
  const digits = (inS = 0): string => new TOTP({ secret }).generate({ timestamp: Date.now() + 1000 * inS });
  await expectAxeClean(nell);
  await nell.getByLabel('Six digits it shows').fill(digits());
  await nell.getByRole('button', { name: 'Turn it on' }).click();
  await expect(nell.getByRole('heading', { level: 1 })).toHaveText('Your second factor is on.');
  const recovery = (await nell.locator('.codes code').allTextContents())[0] ?? '';
  await expectAxeClean(nell);

  const again = await fresh('/account');
  await signInBy(again, 'nell', 'heron eats copper');
  await again.getByLabel('Six digits of your authenticator').fill(digits(30));
  await again.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(again.getByRole('cell', { name: '✓ here' })).toBeVisible();
  await again.getByRole('button', { name: 'End' }).first().click();
  await nell.reload();
  await expect(nell.getByRole('heading', { name: 'Sign in' })).toBeVisible();

  await page.getByRole('button', { name: 'Nell Harrow', exact: true }).click();
  await page.getByRole('button', { name: 'Give a code for a new password' }).click();
  const code = (await page.locator('.help code').textContent()) ?? '';
  await nell.getByRole('button', { name: 'I forgot my password and have a code' }).click();
  await nell.getByLabel('Sign-in name').fill('nell');
  await nell.getByLabel('One-time code').fill(code);
  await nell.getByLabel(/New password/).fill('copper eats no heron');
  await nell.getByRole('button', { name: 'Take it' }).click();
  await expect(nell.getByLabel('Six digits of your authenticator')).toBeVisible();
  await nell.getByLabel('Six digits of your authenticator').fill(recovery);
  await nell.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(nell.getByRole('heading', { level: 1 })).toHaveText('Your second factor is on.');
  // Who was not let in stands in the log of access.
  await nell.goto('/trail');
  await nell.getByRole('radio', { name: 'Access' }).click();
  await expect(nell.getByRole('columnheader', { name: 'Sign-in name' })).toBeVisible();
  await expectAxeClean(nell);
});
