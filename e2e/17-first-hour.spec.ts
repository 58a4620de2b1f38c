import { expect, type Page } from '@playwright/test';
import { choose, counted, either, emptyHephaist, expectAxeClean, openDemo, pick, recordsOf, test } from './helpers';

const PASSWORD = 'long enough to hold';

/** The first administrator of a company that has nothing. */
async function firstIn(page: Page, { url, code }: { url: string; code: string }): Promise<void> {
  await page.goto(`${url}/jobs`);
  await expect(page.getByLabel('Code')).toBeFocused();
  await page.getByLabel('Code').fill(code);
  await page.getByLabel('Company').fill('Harbour Pipework');
  await page.getByLabel('Your name').fill('Ines Calder');
  await page.getByLabel('Sign-in name').fill('ines');
  await page.getByLabel(/New password/).fill(PASSWORD);
  await page.getByRole('button', { name: 'Begin', exact: true }).click();
  await expect(page.getByText('No job yet.')).toBeVisible();
  // What was asked for before anybody was signed in is asked again, and says nothing of it any more.
  await expect(page.getByText('Sign in first')).toHaveCount(0);
}

/** From the empty page of jobs to the first answer: what a joint takes. */
async function firstAnswer(page: Page): Promise<void> {
  const steps = page.getByRole('region', { name: 'To begin with' });
  await expect(steps.getByRole('listitem')).toHaveCount(4);
  for (const step of await steps.getByRole('listitem').all()) await expect(step).not.toContainText('✓');
  await steps.getByRole('button', { name: 'Begin the first job' }).click();
  await expect(page.getByLabel('Name of the job')).toBeFocused();
  await page.keyboard.type('Pier');
  await page.getByRole('option', { name: /^Refrigeration/ }).click();
  await page.getByLabel('Design pressure').click();
  await page.keyboard.type('400');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No joint yet.')).toBeVisible();
  await expect(page.getByLabel('Add joints in shorthand')).toBeFocused();
  await page.keyboard.type('2x 7/8');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText(/SU-01 takes BCuP-\d, no flux/);
}

test('nothing to a proved joint and its hand-over, in a company without the demo', async ({ page, served }) => {
  const other = await emptyHephaist(served);
  try {
    await firstIn(page, other);
    const hand = await counted(page);
    await firstAnswer(page);
    const answer = await hand();
    expect(answer.keys).toBeLessThanOrEqual(25);
    expect(answer.clicks).toBeLessThanOrEqual(6);

    await test.step('a brazer on file, and the list has ticked itself off', async () => {
      await page.getByRole('link', { name: 'Hephaist, all jobs' }).click();
      const steps = page.getByRole('region', { name: 'To begin with' });
      await expect(steps.getByText('Begin the first job')).toContainText('Begin the first job');
      await expect(steps.getByRole('button', { name: 'Begin the first job' })).toBeHidden();
      await steps.getByRole('link', { name: 'Put the brazers on file' }).click();
      await page.getByRole('button', { name: 'Add a brazer' }).click();
      await page.getByLabel('Name of the brazer').fill('Joss Tarn');
      await page.getByRole('button', { name: 'Put on file' }).click();
      await expect(page.getByRole('row', { name: /Joss Tarn/ })).toContainText('not qualified yet');
      await expectAxeClean(page);
    });

    await test.step('a passed coupon qualifies him', async () => {
      await page.getByRole('link', { name: 'Coupons', exact: true }).click();
      await page.getByRole('button', { name: 'Enter a coupon' }).click();
      await page.getByLabel('Coupon number').fill('C-001');
      await pick(page.getByLabel('Brazer', { exact: true }), /Joss Tarn/);
      await pick(page.getByLabel('Judged by'), /^ASME IX(?!.*medical)/);
      await pick(page.getByLabel('Looked at'), 'accepted');
      await either(page, 'Bore', 'bright');
      await page.getByLabel('Left side, voids from the socket mouth').fill('none');
      await page.getByLabel('Right side, voids from the socket mouth').fill('none');
      await page.getByLabel('Read by').fill('Ines Calder');
      await page.getByRole('button', { name: 'File the result' }).click();
      const sign = page.getByRole('dialog');
      await sign.getByLabel('Your password').fill(PASSWORD);
      await sign.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(page.getByRole('heading', { level: 1, name: /C-001 passes/ })).toBeVisible();
    });

    await test.step('the joint is brazed by him and logged', async () => {
      await page.getByRole('link', { name: 'Jobs', exact: true }).click();
      await page.getByRole('link', { name: /^Pier/ }).click();
      await page.getByRole('link', { name: /Braze/ }).click();
      await pick(page.getByLabel('Brazed by'), /Joss Tarn/);
      await page.getByLabel('Rod lot').fill('R-1');
      await page.getByLabel(/^Oxygen at the vent/).fill('0.5');
      await either(page, 'How it looks', 'accepted');
      await page.getByLabel('Looked at by').fill('Ines Calder');
      await page.getByRole('button', { name: 'Log SU-01 brazed' }).click();
      await expect(page.getByText(/Brazed and accepted/)).toBeVisible();
    });

    await test.step('the job is handed over, with what is open said, as a package to take along', async () => {
      await page.getByRole('link', { name: /Keep/ }).click();
      await page.getByRole('tab', { name: 'Hand over' }).click();
      await page.getByLabel('To whom').fill('The pier trust');
      await page.getByRole('button', { name: 'Sign and hand over' }).click();
      const sign = page.getByRole('dialog', { name: /^Sign / });
      await sign.getByLabel('Your password').fill(PASSWORD);
      await sign.getByRole('button', { name: 'Sign', exact: true }).click();
      await expect(page.getByRole('link', { name: /^Package, / })).toBeVisible({ timeout: 90_000 });
    });
    const all = await hand();
    test.info().annotations.push({
      type: 'counted',
      description: `first answer ${answer.clicks} clicks, ${answer.keys} keys; ${JSON.stringify(all)}`,
    });
  } finally {
    await other.stop();
  }
});

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('nothing to the first answer by touch', async ({ page, served }) => {
    const other = await emptyHephaist(served);
    try {
      await firstIn(page, other);
      await firstAnswer(page);
      await expectAxeClean(page);
      await page.getByRole('link', { name: /Braze/ }).tap();
      await expect(page.getByRole('heading', { level: 1, name: /SU-01 takes/ })).toBeVisible();
    } finally {
      await other.stop();
    }
  });
});

test('a first joint is followed by hand, and may be skipped', async ({ page }) => {
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Make a first joint with your own hands' }).click();
  const guide = page.getByRole('region', { name: 'A first joint' });
  await expect(guide).toContainText('1 of 6');
  await page.getByLabel('Add joints in shorthand').fill('7/8 cu-brass near txv 4in');
  await page.getByLabel('Add joints in shorthand').press('Enter');
  await expect(guide).toContainText('2 of 6');
  await expectAxeClean(page);
  await guide.getByRole('button', { name: 'Next' }).click();
  await guide.getByRole('button', { name: 'Next' }).click();
  await expect(guide).toContainText('4 of 6');
  await page
    .getByRole('link', { name: 'Joint card' })
    .or(page.getByRole('button', { name: 'Joint card' }))
    .click();
  await expect(guide).toContainText('5 of 6');
  await page.getByRole('link', { name: /Keep/ }).click();
  await expect(guide).toContainText('6 of 6');
  await guide.getByRole('button', { name: 'Done' }).click();
  await expect(guide).toBeHidden();
  await page.goto('/jobs');
  await page.getByRole('link', { name: 'Make a first joint with your own hands' }).click();
  await guide.getByRole('button', { name: 'Skip the rest' }).click();
  await expect(guide).toBeHidden();
});

test('a word of the trade has its meaning one touch away, and all of them are found', async ({ page }) => {
  await openDemo(page, 'plan');
  await page.getByRole('button', { name: 'Overlap: what it means' }).click();
  await expect(page.getByText(/How far the tube stands in the socket/)).toBeVisible();
  await page.getByRole('menuitem', { name: 'All words' }).click();
  await expect(page.getByRole('searchbox', { name: 'Find a word' })).toHaveValue('Overlap');
  await page.getByRole('searchbox', { name: 'Find a word' }).fill('clearance');
  await expect(page.getByText('Gap per side', { exact: true })).toBeVisible();
});

test('in the demo its people stand there to be picked', async ({ page }) => {
  await page.request.post('/api/sign-out');
  await page.context().clearCookies();
  await page.goto('/jobs');
  await expect(page.getByLabel('Sign-in name')).toBeFocused();
  await expect(page.getByText('signs procedures, coupons and hand-overs')).toBeVisible();
  await expectAxeClean(page);
  await page.getByRole('button', { name: /^Wren Abara/ }).click();
  await expect(page.getByRole('link', { name: /^Saltmarsh/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Wren Abara, lead' })).toBeVisible();
});

test('every key that does nothing says why, and shorthand begins the line it names', async ({ page }) => {
  await openDemo(page, 'plan');
  const line = page.getByLabel('Add joints in shorthand');
  await line.press('Enter');
  await expect(page.getByText('Say which joints first, as: 12x 7/8 cu-cu cpl horiz')).toBeVisible();
  await line.fill('3x 7/8 wibble');
  await line.press('Enter');
  await expect(page.getByText('Nothing was added: "wibble": not a word known here')).toBeVisible();
  await expect(line).toHaveValue('3x 7/8 wibble');
  await line.fill('roof oxygen 2x 3/4 k');
  await expect(page.getByText(/begins the line Roof oxygen: Medical oxygen, marks RO/)).toBeVisible();
  await line.press('Enter');
  await expect(page.getByRole('grid').getByText('RO-02', { exact: true })).toBeVisible();
  await line.fill('RO 3/4 l');
  await expect(page.getByText(/adds 1 to Roof oxygen/)).toBeVisible();
});

test('the schedule never changes what it does not show, and a cell that cannot be read lets go', async ({ page }) => {
  const job = await openDemo(page, 'plan');
  const grid = page.getByRole('grid', { name: 'Joints' });
  await grid.getByText('PF-05', { exact: true }).click();
  await page.getByLabel('Find in the schedule').fill('OX-0');
  await expect(grid.getByText('OX-01', { exact: true })).toBeVisible();
  await grid.focus();
  await page.keyboard.type('9');
  await expect(page.getByText('PF-05 is not among the joints shown: pick one that is.')).toBeVisible();
  await grid.getByRole('gridcell', { name: /./ }).first().click();
  await grid.getByText('OX-02', { exact: true }).click();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.type('9/8');
  await grid.getByText('OX-03', { exact: true }).click();
  await expect(page.getByText(/OX-02 “9\/8”/)).toBeVisible();
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('OX-04');
  await page.getByRole('button', { name: 'Mend it' }).click();
  await expect(grid.getByRole('textbox')).toHaveValue('9/8');
  await page.keyboard.press('Escape');
  const joints = await recordsOf(page, `/api/jobs/${job}/joints`, 'joint');
  expect(joints.find((j) => j.mark === 'PF-05')?.tube.size).toBe('7/8');
});

test('anything is found by a few letters, and an address opens the same again', async ({ page }) => {
  const job = await openDemo(page, 'plan');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do' }).fill('bl-03 nothing');
  await expect(page.getByText('Nothing answers to that.')).toBeVisible();
  await page.getByRole('combobox', { name: 'Find or do' }).fill('ff-05');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toContainText('FF-05');
  const joints = await recordsOf(page, `/api/jobs/${job}/joints`, 'joint');
  const id = joints.find((j) => j.mark === 'FF-05')!.id;
  await expect(page).toHaveURL(new RegExp(`joint=${id}`));
  await expect(page).toHaveTitle('FF-05 · Plan · Saltmarsh Sea-Turtle Hospital · Hephaist');
  await page.reload();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('FF-05');
  await page.getByRole('link', { name: /Braze/ }).click();
  await expect(page).toHaveURL(new RegExp(`braze\\?joint=${id}`));
  await page.goto('/coupons');
  await page.getByRole('button', { name: 'C-003' }).click();
  await page.reload();
  await expect(page.getByRole('heading', { level: 1, name: /^C-003 / })).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox', { name: 'Find or do' }).fill('prue');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'All that bears on Prue Akintola' })).toBeVisible();
});

const WIDTHS = [390, 820, 1280, 1920];
const PLACES = [
  'plan',
  'purge',
  'braze',
  'prove',
  'prove/plan',
  'prove/pressure',
  'keep',
  'keep/share',
  'keep/procedures',
  'keep/hand-over',
  'practise',
  'practise/watch',
  'practise/course',
  'bench',
  'hot-work',
];
const COMPANY = [
  '/jobs',
  '/crew',
  '/procedures',
  '/coupons',
  '/rigs',
  '/on-file',
  '/shop',
  '/words',
  '/account',
  '/trail',
];

/** What reaches over the right edge of the page, outside of what scrolls by itself. */
const over = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const reaches = (e: Element): boolean =>
      e.getBoundingClientRect().width > 0 && e.getBoundingClientRect().right > innerWidth + 1;
    const scrolls = (e: Element | null): boolean => {
      for (let up = e?.parentElement ?? null; up; up = up.parentElement)
        if (getComputedStyle(up).overflowX !== 'visible' && !reaches(up)) return true;
      return false;
    };
    const wide =
      document.documentElement.scrollWidth > innerWidth ? [`the page, ${document.documentElement.scrollWidth}`] : [];
    return [
      ...wide,
      ...Array.from(document.querySelectorAll('main *, header *'))
        .filter((e) => reaches(e) && !scrolls(e))
        .map((e) => e.tagName),
    ];
  });

test.describe('no view is wider than the page at any width:', () => {
  test.describe.configure({ mode: 'parallel' });
  /** Each is opened as on a phone, and then widened as a tablet is turned and a window pulled. */
  async function fit(page: Page, paths: readonly string[]): Promise<void> {
    for (const path of paths)
      for (const width of WIDTHS) {
        await page.setViewportSize({ width, height: width < 500 ? 844 : 900 });
        if (width === WIDTHS[0]) {
          await page.goto(path);
          await expect(page.getByRole('heading').first()).toBeVisible();
          expect(await over(page), `${path} as it is opened`).toEqual([]);
        }
        await expect.poll(() => over(page), { message: `${path} at ${width}` }).toEqual([]);
      }
  }
  test('of a job', async ({ page }) => {
    const job = await openDemo(page, 'plan');
    const [joint] = await recordsOf(page, `/api/jobs/${job}/joints`, 'joint');
    await fit(
      page,
      [...PLACES, `at/${joint?.id ?? ''}`].map((p) => `/job/${job}/${p}`),
    );
  });
  test('of the company', ({ page }) => fit(page, COMPANY));
});

test('a list of joints begins a job: its lines stand, its joints come in when they were seen', async ({ page }) => {
  await openDemo(page);
  await page.goto('/jobs');
  const csv = [
    'Joint,Line,Standard,Size,Tube,Socket,Flow,Rod',
    'R-1,Roof suction,ACR,1 1/8,cu,brass,up,bag-24',
    'R-2,Roof suction,ACR,7/8,cu,cu,down,',
    'R-3,Mezzanine,ACR,7/8,cu,cu,,',
  ].join('\n');
  const file = { name: 'Quay roof.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) };
  await page.getByLabel('list of joints').setInputFiles(file);
  await expect(page.getByLabel('Name of the job')).toHaveValue('Quay roof');
  await page.getByLabel('Design pressure').fill('400');
  await page.getByRole('button', { name: 'Begin the job' }).click();
  await expect(page.getByText('pick what it is: nothing is known of Mezzanine')).toBeVisible();
  await page.getByRole('option', { name: /^Refrigeration/ }).click();
  await expect(page.getByRole('row', { name: /^Mezzanine/ })).toBeVisible();
  await page.getByRole('button', { name: 'Begin the job' }).click();
  await expect(page.getByText('3 good')).toBeVisible();
  await expect(page.getByText('position: nothing is said in one row, so horizontal')).toBeVisible();
  await page.getByRole('button', { name: 'Import 3 joints' }).click();
  await expect(page.getByRole('heading', { level: 1 })).toContainText('R-1 takes BAg-24');
  await expect(page.getByRole('grid').getByText('R-3', { exact: true })).toBeVisible();

  await test.step('a list with a line that is not there yet begins it', async () => {
    await choose(page, 'Joints from CSV');
    await page
      .getByLabel('CSV file')
      .setInputFiles({ ...file, buffer: Buffer.from('mark,line,standard,size\nP-1,Penthouse,acr,7/8') });
    await expect(page.getByText('Not in this job yet: Penthouse.')).toBeVisible();
    await page.getByRole('button', { name: 'Begin this line' }).click();
    await page.getByRole('button', { name: 'Import 1 joint' }).click();
    await expect(page.getByRole('grid').getByText('Penthouse, 1 joint')).toBeVisible();
  });
});
