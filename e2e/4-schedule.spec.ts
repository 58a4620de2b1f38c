import { readFileSync } from 'node:fs';
import { expect, type Page } from '@playwright/test';
import { parse } from 'csv-parse/sync';
import { choose, expectAxeClean, openDemo, pick, test } from './helpers';

test('joints by shorthand, read out as typed; undone, redone, taken away', async ({ page }) => {
  const jobId = await openDemo(page, 'plan');
  const count = async (): Promise<number> =>
    ((await (await page.request.get(`/api/jobs/${jobId}/joints`)).json()) as { total: number }).total;
  const before = await count();
  await page.getByRole('grid').focus();
  await page.getByLabel('Find in the schedule').fill('HP-30');
  await page.getByRole('grid').getByText('HP-30', { exact: true }).click();
  await page.getByLabel('Find in the schedule').fill('');
  const line = page.getByLabel('Add joints in shorthand');
  await line.fill('12x 7/8 acr cu-wibble near txv');
  await expect(page.getByText('✕ cu-wibble: "wibble" is no metal known here')).toBeVisible();
  await expect(page.getByText('how far is the part? e.g. near txv 4in')).toBeVisible();
  await line.press('Enter');
  await expect(line).toHaveValue('12x 7/8 acr cu-wibble near txv');
  await line.fill('12x 28mm cu-brass valve up near ball 100mm');
  await expect(page.getByText('↵ adds 12 to Heat-pump loop')).toBeVisible();
  await line.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('HP-31 takes');
  await expect(page.getByRole('grid').getByText('HP-31', { exact: true })).toBeVisible();
  expect(await count()).toBe(before + 12);

  await expect(page.getByText('12 joints added to Heat-pump loop.')).toBeVisible();
  await page.locator('mat-snack-bar-container').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('grid').getByText('HP-31', { exact: true })).toBeHidden();
  await expect.poll(count).toBe(before);
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect.poll(count).toBe(before + 12);

  await page.getByLabel('Find in the schedule').fill('HP-42');
  await page.getByRole('grid').getByText('HP-42', { exact: true }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Delete');
  await expect.poll(count).toBe(before + 11);
  await page.reload();
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Control+z');
  await expect.poll(count).toBe(before + 12);

  await page.getByLabel('Find in the schedule').fill('PF-01');
  await page.getByRole('grid').getByText('PF-01', { exact: true }).click();
  await page.getByRole('grid').focus();
  await page.keyboard.press('Delete');
  await expect(page.getByText('A joint with a log entry stays: the log is evidence.')).toBeVisible();
  await expect(page.getByRole('grid').getByText('PF-01', { exact: true })).toBeVisible();
});

test('the rod list: what is left, what it costs, as CSV', async ({ page }) => {
  await openDemo(page, 'plan');
  await choose(page, 'Rod and flux list');
  const list = page.getByRole('dialog');
  await expect(list.getByRole('row', { name: /^BCuP-5/ }).first()).toBeVisible();
  const cost = async (): Promise<number> =>
    Number(
      await list
        .getByRole('row', { name: /^Together/ })
        .getByRole('cell')
        .last()
        .textContent(),
    );
  await list.getByLabel('Silver, money a kg').fill('1000');
  const before = await cost();
  await list.getByLabel('Silver, money a kg').fill('2000');
  expect(await cost()).toBeGreaterThan(before * 1.3);
  await list.getByLabel('Silver, money a kg').fill('much');
  await expect(list.getByText('a price from 0 up')).toBeVisible();
  await list.getByLabel('Silver, money a kg').fill('1000');
  await pick(list.getByLabel('For', { exact: true }), 'Pipe brackets');
  await expect(list.getByRole('row', { name: /^RBCuZn-C 6 6 .* round .* 1 pound/ })).toBeVisible();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const rows = parse(readFileSync(await download.path(), 'utf8'), { columns: true }) as Record<string, string>[];
  expect(rows.map((r) => [r['kind'], r['class'], r['joints']])).toEqual([
    ['rod', 'RBCuZn-C', '6'],
    ['flux', 'FB3-D', '4'],
    ['flux', 'FB3-J', '2'],
    ['gas', 'acetylene', ''],
    ['gas', 'oxygen', ''],
    ['gas', 'nitrogen', ''],
  ]);
});

test('a patch is drawn and dated, and stands on the board until it is cut out', async ({ page }) => {
  const jobId = await openDemo(page, 'plan');
  await page.getByLabel('Find in the schedule').fill('HP-26');
  await page.getByRole('grid').getByText('HP-26', { exact: true }).click();
  await expect(page.getByRole('heading', { name: /HP-26 takes BCuP-\d, no flux. A patch: cut out by/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Rod built up 0.125 in high over a hole of 0.120 in/ })).toBeVisible();
  await expect(page.getByText('Stop at a low dome. A large lump proves nothing.')).toBeVisible();
  await expectAxeClean(page);
  await page.goto(`/job/${jobId}/keep`);
  // Twelve days from when the demo was begun: one less where the job's midnight came since.
  const due = page.getByText(/HP-26 by .*, 1[12] days left/);
  await expect(due).toBeVisible();
  const [, by = '', left] = /by ([\d-]+), (\d+) days left/.exec(await due.innerText()) ?? [];
  const today = new Intl.DateTimeFormat('en-CA', { timeZone: 'America/New_York' }).format(new Date());
  expect(Number(left)).toBe((Date.parse(by) - Date.parse(today)) / 86_400_000);
  await page.getByRole('button', { name: 'HP-26 is cut out' }).click();
  await expect(page.getByRole('button', { name: 'HP-26 is cut out' })).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('heading', { name: /may be brazed by|Nobody on file/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'HP-26 is cut out' })).toHaveCount(0);
});

const cell = (page: Page, mark: string, column: number) =>
  page
    .getByRole('row', { name: new RegExp(`^${mark} `) })
    .getByRole('gridcell')
    .nth(column);
const only = (page: Page, text: string) => page.getByLabel('Find in the schedule').fill(text);

test('the grid: type over, a refusal in place, fill down, paste, undo', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  const jobId = await openDemo(page, 'plan');
  const count = async (): Promise<number> =>
    ((await (await page.request.get(`/api/jobs/${jobId}/joints`)).json()) as { total: number }).total;
  await only(page, 'DW-0');
  const grid = page.getByRole('grid');
  await cell(page, 'DW-02', 3).click();
  await page.keyboard.type('mithril');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/"mithril" is not known/)).toBeVisible();
  await expect(page.getByLabel('Socket of DW-02')).toHaveValue('mithril');
  await page.getByLabel('Socket of DW-02').fill('brass');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'DW-02', 3)).toHaveText('brass');
  // Leaded brass does not touch drinking water.
  await expect(cell(page, 'DW-02', 6)).not.toHaveText(/BAg|BCuP/);
  await cell(page, 'DW-02', 3).click();
  await page.keyboard.type('red brass pipe');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'DW-02', 3)).toHaveText('red brass pipe');
  await expect(cell(page, 'DW-02', 6)).toHaveText(/BAg/);

  await test.step('fill the socket down three rows: one step, one undo', async () => {
    await cell(page, 'DW-02', 3).click();
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Control+d');
    for (const mark of ['DW-03', 'DW-04']) await expect(cell(page, mark, 3)).toHaveText('red brass pipe');
    await page.keyboard.press('Control+z');
    await expect(cell(page, 'DW-03', 3)).toHaveText('copper');
    await page.keyboard.press('Control+y');
    await expect(cell(page, 'DW-03', 3)).toHaveText('red brass pipe');
  });

  await test.step('the same into a whole range at once', async () => {
    await pick(page.getByLabel('Field'), 'Gap/side');
    await page.getByLabel('Value for all').fill('.0035');
    await page.getByRole('button', { name: 'Change all' }).click();
    for (const mark of ['DW-02', 'DW-03', 'DW-04']) await expect(cell(page, mark, 5)).toHaveText('.0035');
  });

  await test.step('copy goes out as tab-separated text, a bad paste changes nothing, the good rows can be taken', async () => {
    await cell(page, 'DW-02', 3).click();
    await page.keyboard.press('Shift+ArrowRight');
    await page.keyboard.press('Control+c');
    expect(await page.evaluate(() => navigator.clipboard.readText())).toBe('red brass pipe\thorizontal');
    await page.evaluate(() => navigator.clipboard.writeText('copper\tup-feed\nunobtainium\tdown-feed\n'));
    await cell(page, 'DW-05', 3).click();
    await page.keyboard.press('Control+v');
    await expect(page.getByText('1 cell cannot be read; nothing is changed yet.')).toBeVisible();
    await expect(page.getByText(/DW-06, Socket “unobtainium”/)).toBeVisible();
    await expect(cell(page, 'DW-05', 4)).toHaveText('horizontal');
    await page.getByRole('button', { name: 'Take the 1 good rows' }).click();
    await expect(cell(page, 'DW-05', 4)).toHaveText('up-feed');
    await expect(cell(page, 'DW-06', 4)).toHaveText('horizontal');
  });

  await test.step('rows pasted below the last joint become new joints', async () => {
    const before = await count();
    await only(page, 'DW-14');
    await cell(page, 'DW-14', 1).click();
    await page.evaluate(() => navigator.clipboard.writeText('3/4\tcopper\tbrass\n1/2\tcopper\tcopper\n'));
    await page.keyboard.press('Control+v');
    await expect(cell(page, 'DW-14', 3)).toHaveText('brass');
    await expect.poll(count).toBe(before + 1);
  });

  await test.step('rows with marks that do not stand yet, and rows pasted as new, overwrite nothing', async () => {
    const before = await count();
    await only(page, 'DW-05');
    await cell(page, 'DW-05', 0).click();
    await page.evaluate(() => navigator.clipboard.writeText('Size\tJoint\tFlow\n1 1/4\tX-1\tup\n3/4\tX-2\tdown\n'));
    await page.keyboard.press('Control+v');
    await expect.poll(count).toBe(before + 2);
    await expect(cell(page, 'DW-05', 4)).toHaveText('up-feed');
    await only(page, 'X-1');
    await expect(cell(page, 'X-1', 1)).toHaveText('1-1/4 L');
    await only(page, 'DW-05');
    await cell(page, 'DW-05', 1).click();
    await page.evaluate(() => navigator.clipboard.writeText('3/4\n'));
    await page.keyboard.press('Control+Shift+V');
    await expect.poll(count).toBe(before + 3);
  });

  await test.step('a joint set aside keeps its reason and leaves the list of what is to braze', async () => {
    await only(page, 'DW-07');
    await cell(page, 'DW-07', 0).click();
    await page.keyboard.press('Alt+e');
    await page.getByLabel('Set aside, because').fill('tank not delivered');
    await page.getByRole('button', { name: 'Save joint' }).click();
    await expect(page.getByText('– Set aside: tank not delivered.')).toBeVisible();
    await page.getByRole('link', { name: /Braze/ }).click();
    await expect(page.getByRole('button', { name: /^DW-08/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^DW-07/ })).toBeHidden();
    await page.goBack();
    await page.getByRole('button', { name: 'Take back up' }).first().click();
    await expect(page.getByText('– Set aside: tank not delivered.')).toBeHidden();
  });
  await expect(grid).toBeVisible();
});

test('sort, filter, group and columns', async ({ page }) => {
  await openDemo(page, 'plan');
  const grid = page.getByRole('grid');
  await pick(page.getByLabel('Group by'), 'by state');
  await expect(grid.getByText(/^brazed, \d+ joints$/)).toBeVisible();
  await pick(page.getByLabel('Show only'), 'too wide');
  await expect(grid.getByText(/^too wide, 1 joint$/)).toBeVisible();
  await expect(page.getByText('1 joint shown')).toBeVisible();
  await expect(grid.getByText('OX-11', { exact: true })).toBeVisible();
  await pick(page.getByLabel('Show only'), 'all');
  await pick(page.getByLabel('Group by'), 'no groups');
  await grid.getByRole('button', { name: /^Size/ }).click();
  await expect(page.getByRole('columnheader', { name: /Size/ })).toHaveAttribute('aria-sort', 'ascending');
  await grid.getByRole('button', { name: /^Size/ }).click();
  await expect(page.getByRole('row').nth(1)).toContainText('2-1/8');
  await page.getByLabel('Find in the schedule').fill('copper');
  // What is shown stands in the address: a link that is sent on shows the same.
  await expect(page).toHaveURL(/group=none/);
  await expect(page).toHaveURL(/sort=-size/);
  await expect(page).toHaveURL(/find=copper/);
  await page.reload();
  await expect(page.getByLabel('Find in the schedule')).toHaveValue('copper');
  await expect(page.getByRole('columnheader', { name: /Size/ })).toHaveAttribute('aria-sort', 'descending');
  await page.getByLabel('Find in the schedule').fill('');
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: 'Columns' }).click();
  await page.getByRole('menuitemcheckbox', { name: 'Overlap' }).click();
  await page.keyboard.press('Escape');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('columnheader', { name: 'Overlap' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('columnheader', { name: 'Overlap' })).toBeVisible();
});

test('why not this rod: the nearest change, taken; two rods side by side; drawings as SVG', async ({ page }) => {
  await openDemo(page, 'plan');
  await only(page, 'PF-05');
  await page.getByRole('grid').getByText('PF-05', { exact: true }).click();
  await page.getByRole('option', { name: 'BCuP-5 refused' }).click();
  await page.getByRole('button', { name: /^Compare with/ }).click();
  const compare = page.getByRole('dialog');
  await expect(compare.getByRole('row', { name: /^Verdict chosen .* refused/ })).toBeVisible();
  await expect(compare.getByRole('row', { name: /^Silver 56 % 15 % ●/ })).toBeVisible();
  await expect(compare.getByRole('img', { name: /work here BAg-7.*work here BCuP-5/ })).toBeVisible();
  await pick(compare.getByLabel('Other'), 'BAg-24');
  await expect(compare.getByRole('row', { name: /^Silver 56 % 50 % ●/ })).toBeVisible();
  await compare.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByText('hold the permissive school on this joint')).toBeVisible();
  await page.getByRole('button', { name: 'Do so' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PF-05 takes BCuP-5 with white flux');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('PF-05 takes BAg-7');
  for (const name of ['Save the section as SVG', 'Save the heat ladder as SVG']) {
    const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name }).click()]);
    const text = readFileSync(await file.path(), 'utf8');
    // Read on a page of its own, as another program would.
    const elsewhere = await page.context().newPage();
    const parsed = await elsewhere.evaluate((t) => {
      const doc = new DOMParser().parseFromString(t, 'image/svg+xml');
      return {
        bad: doc.querySelectorAll('parsererror').length,
        shapes: doc.querySelectorAll('path, rect').length,
        styled: doc.querySelectorAll('[style*="stroke"]').length,
      };
    }, text);
    await elsewhere.close();
    expect(parsed.bad).toBe(0);
    expect(parsed.shapes).toBeGreaterThan(4);
    expect(parsed.styled).toBeGreaterThan(4);
  }
});

test('the fewest rods, carried; the list as PDF', async ({ page }) => {
  await openDemo(page, 'plan');
  await choose(page, 'Rod and flux list');
  const list = page.getByRole('dialog');
  await expect(list.getByText('● the smallest that serves all')).toBeVisible();
  const row = list.getByRole('row').filter({ hasText: '● the smallest that serves all' });
  await row.getByRole('button', { name: /^Carry/ }).click();
  await expect(list.getByRole('button', { name: 'Carry any' })).toBeVisible();
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    list.getByRole('button', { name: 'Save as PDF' }).click(),
  ]);
  expect(
    readFileSync(await file.path())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
  await list.getByRole('button', { name: 'Close' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await choose(page, 'Rod and flux list');
  await expect(list.getByRole('button', { name: 'Carry any' })).toBeHidden();
});

test('the trail says what was changed of a joint, from what to what', async ({ page }) => {
  await openDemo(page, 'plan');
  await only(page, 'DW-05');
  await cell(page, 'DW-05', 1).click();
  await page.keyboard.type('1/2');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'DW-05', 1)).toHaveText('1/2 L');
  await page.goto('/trail?find=DW-05');
  await expect(page.getByRole('row', { name: /joint changed DW-05 size: 3\/4 became 1\/2/ })).toBeVisible();
  await expectAxeClean(page);
});
