import { expect, type Page } from '@playwright/test';
import { choose, expectAxeClean, openDemo, recordsOf, test, useUnits } from './helpers';
import { initialScriptBytes } from './initial-script';

/** A view is clean to axe in both schemes: dark, the same page differs in nothing but its colours. */
async function clean(page: Page): Promise<void> {
  await expectAxeClean(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await expectAxeClean(page, 'colours');
  await page.emulateMedia({ colorScheme: 'light' });
}

/** Each view, and the way there. */
const VIEWS: Readonly<Record<string, (page: Page) => Promise<void>>> = {
  'jobs, and an address that is none': async (page) => {
    await page.goto('/jobs');
    await expect(page.getByRole('link', { name: /Saltmarsh/ })).toBeVisible();
    await clean(page);
    await page.goto('/no/such/place');
    await expect(page.getByText('Nothing stands at this address.')).toBeVisible();
    await clean(page);
  },
  'the schedule and the form of a joint': async (page) => {
    await openDemo(page, 'plan');
    await page.getByRole('grid').getByText('PF-07', { exact: true }).click();
    await clean(page);
    await page.getByRole('button', { name: 'Edit joint' }).click();
    await expect(page.getByLabel('Metal of the socket')).toBeVisible();
    await clean(page);
  },
  'joints from CSV, the rod list, the job': async (page) => {
    await openDemo(page, 'plan');
    await choose(page, 'Joints from CSV');
    await expect(page.getByLabel('CSV file')).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await choose(page, 'Rod and flux list');
    await expect(page.getByRole('heading', { name: /rods serve the whole job/ })).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await choose(page, 'Job, lines and schools');
    await page.getByRole('dialog').getByRole('button', { name: /^OX/ }).click();
    await clean(page);
  },
  'two rods, the schedule at full width, a seam': async (page) => {
    await openDemo(page, 'plan');
    await page.getByRole('grid').getByText('PF-07', { exact: true }).click();
    await page.getByRole('option', { name: 'BCuP-5 refused' }).click();
    await page.getByRole('button', { name: /^Compare with/ }).click();
    await expect(page.getByRole('heading', { name: 'Two rods on PF-07' })).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Close' }).click();
    await choose(page, 'Schedule at full width');
    await clean(page);
    await choose(page, 'Schedule beside the plan');
    await page.getByLabel('Find in the schedule').fill('BR-05');
    await page.getByRole('grid').getByText('BR-05', { exact: true }).click();
    await expect(page.getByRole('heading', { level: 1 })).toContainText('braze-welded');
    await clean(page);
  },
  'tables and weights': async (page) => {
    await page.goto('/shop');
    await page.getByRole('button', { name: 'Correct Carbon steel' }).click();
    await clean(page);
    await page.getByRole('button', { name: 'Weights of the ranking' }).click();
    await clean(page);
  },
  'braze and practise': async (page) => {
    await openDemo(page, 'braze');
    await expect(page.getByRole('button', { name: 'Print card' })).toBeVisible();
    await clean(page);
    await openDemo(page, 'practise');
    await page.getByRole('group', { name: 'Rods' }).getByRole('button').first().click();
    await clean(page);
  },
  'coupons and pressure tests': async (page) => {
    await openDemo(page, 'prove');
    await expect(page.getByRole('heading', { name: 'Coupons' })).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Enter a coupon' }).click();
    await clean(page);
    await page.getByRole('tab', { name: 'Pressure tests' }).click();
    await expect(page.getByRole('img', { name: /^Vacuum from/ })).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Surgery air' }).first().click();
    await expect(page.getByRole('img', { name: /^Read 141.0 psi/ })).toBeVisible();
    await clean(page);
  },
  'what bears on a brazer, instruments and lots': async (page) => {
    await openDemo(page, 'keep');
    await page.getByRole('link', { name: 'Orla Fennimore' }).click();
    await expect(page.getByText(/Coupon C-001 passes/)).toBeVisible();
    await clean(page);
    await page.goto('/on-file');
    await page.getByRole('button', { name: 'Add a lot' }).click();
    await clean(page);
  },
  'the places of the company, beginning a job, what finds': async (page) => {
    for (const [path, heading] of [
      ['/crew', 'Crew'],
      ['/coupons', 'Coupons'],
      ['/words', 'Words'],
    ] as const) {
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1, name: heading })).toBeVisible();
      await clean(page);
    }
    await page.goto('/jobs?begin=job');
    await page.getByRole('option', { name: 'Medical gases' }).click();
    await expect(page.getByText('These lines will stand')).toBeVisible();
    await clean(page);
    await page.getByRole('button', { name: 'Cancel' }).click();
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox', { name: 'Find or do' }).fill('bps');
    await expect(page.getByRole('option', { name: /BPS-1 rev A/ })).toBeVisible();
    await clean(page);
  },
  'the board and the hand-over': async (page) => {
    await openDemo(page, 'keep');
    await expect(page.getByText(/may be brazed by/)).toBeVisible();
    await clean(page);
    await page.getByRole('tab', { name: 'Hand over' }).click();
    await expect(page.getByText('not brazed yet')).toBeVisible();
    await clean(page);
  },
};

test('a page with a fault is not clean to axe', async ({ page }) => {
  const main = (more: string) => `<html lang="en"><title>A page</title><main><h1>A page</h1>${more}</main></html>`;
  await page.setContent(main(''));
  await expectAxeClean(page);
  await page.setContent(main('<img src="data:," /><p style="color: #ccc; background: #fff">pale</p>'));
  await expect(expectAxeClean(page)).rejects.toThrow('image-alt: img');
  await expect(expectAxeClean(page, 'colours')).rejects.toThrow('color-contrast: p');
});

test.describe('every view is clean to axe, light and dark:', () => {
  // They only look, so both workers may share them out.
  test.describe.configure({ mode: 'parallel' });
  test.use({ contextOptions: { reducedMotion: 'reduce' } });
  for (const [view, go] of Object.entries(VIEWS)) test(view, ({ page }) => go(page));
});

test('the keyboard goes everywhere', async ({ page }) => {
  await openDemo(page, 'plan');
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+Home');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PF-01');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PF-03');
  await page.keyboard.press('Control+End');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('BR-06 is braze-welded');
  await expect(page.getByRole('row', { selected: true })).toBeInViewport();
  await page.keyboard.press('Alt+e');
  await expect(page.getByRole('dialog')).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('/');
  await page.keyboard.type('304 up-feed');
  await expect(page.getByRole('row', { name: /PF-11/ })).toBeVisible();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Alt+4');
  await expect(page).toHaveURL(/\/keep/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('the first key of Tab leads past the places', async ({ page }) => {
  await openDemo(page, 'keep');
  await page.keyboard.press('Tab');
  const skip = page.getByRole('button', { name: 'To the page' });
  await expect(skip).toBeFocused();
  await expect(skip).toBeInViewport();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
});

test('units switch anywhere and change no stored value', async ({ page }) => {
  const id = await openDemo(page, 'plan');
  await page.getByRole('grid').getByText('PF-07', { exact: true }).click();
  const stored = async (): Promise<unknown> =>
    (await recordsOf(page, `/api/jobs/${id}/joints`, 'joint')).find((j) => j.mark === 'PF-07');
  const before = (await stored()) as { fitUp: unknown; socket: unknown };
  await useUnits(page, 'mm, °C, bar');
  await expect(page.getByText('At 688 °C', { exact: true })).toBeVisible();
  await expect(page.locator('hp-joint-plan')).not.toContainText(/°F|psi|SCFH/);
  await page.getByRole('button', { name: 'Edit joint' }).click();
  await page.getByRole('button', { name: 'Save joint' }).click();
  await expect(page.getByRole('dialog')).toBeHidden();
  const after = (await stored()) as { fitUp: unknown; socket: unknown };
  expect(after.fitUp).toEqual(before.fitUp);
  expect(after.socket).toEqual(before.socket);
  await page.reload();
  await expect(page.getByText('At 688 °C', { exact: true })).toBeVisible();
});

test('no view scrolls sideways at 1280x800', async ({ page }) => {
  for (const place of ['plan', 'braze', 'prove', 'keep', 'practise'] as const) {
    await openDemo(page, place);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1280);
  }
});

test('a place asks the server for each thing once, and for few scripts', async ({ page }) => {
  const asked: string[] = [];
  page.on('request', (request) => asked.push(new URL(request.url()).pathname));
  await openDemo(page, 'plan');
  await expect(page.getByRole('row').nth(5)).toBeVisible();
  await page.waitForLoadState('networkidle');
  const api = asked.filter((path) => path.startsWith('/api/'));
  expect(api.length).toBeGreaterThan(5);
  expect(api.filter((path, i) => api.indexOf(path) !== i)).toEqual([]);
  expect(asked.filter((path) => path.endsWith('.js')).length).toBeLessThan(60);
});

test('the script that the first page asks for is at most 350 kB compressed', async ({ page }) => {
  const bytes = await initialScriptBytes(page.request);
  expect(bytes).toBeGreaterThan(100_000);
  expect(bytes).toBeLessThanOrEqual(350_000);
});
