import { expect, type Page } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { sampleRun } from '../packages/contracts/src/testing/practice-samples.js';
import { expectAxeClean, openDemo, pick, signIn, testAs } from './helpers';

const test = testAs('orla');
const stage = (page: Page) => page.locator('hp-joint-stage canvas');
const said = (page: Page) => page.locator('.coach .says').innerText();
const verdict = (page: Page) => page.getByRole('heading', { level: 1, name: /Passes|Fails/ });

/** Goes to a joint of the course, with all done beforehand. */
async function toBench(page: Page, exercise = 'first'): Promise<string> {
  const id = await openDemo(page, 'practise');
  await page.goto(`/job/${id}/bench?exercise=${exercise}`);
  for (const box of await page.getByRole('checkbox').all()) await box.check();
  await page.getByRole('button', { name: 'Go to the bench' }).click();
  await expect(stage(page)).toBeFocused();
  return id;
}

const MELTING = 'It is about to melt.';
/** Where the flame is led when the coach says so: a slow machine carries it farther at a time than a quick one. */
const LEADS: Readonly<Record<string, string>> = {
  'The socket is ahead of the tube.': 'ArrowLeft',
  'The tube is ready. The fitting lags behind.': 'ArrowRight',
};

/** Holds keys until the coach says so; does what the coach says meanwhile, as a hand does. */
async function holdUntil(page: Page, keys: readonly string[], says: RegExp): Promise<void> {
  const hold = async (way: 'down' | 'up'): Promise<void> => {
    for (const key of keys) await page.keyboard[way](key);
  };
  await hold('down');
  const coached = async (): Promise<string> => {
    const words = await said(page);
    const lead = says.test(words) ? undefined : LEADS[words];
    if (lead) await page.keyboard.press(lead, { delay: 120 });
    if (words !== MELTING) return words;
    await hold('up');
    await page.keyboard.press('Enter');
    await expect.poll(() => said(page), { intervals: [200] }).not.toBe(MELTING);
    // A key that leads the flame round brings it back.
    await hold('down');
    return words;
  };
  await expect.poll(coached, { timeout: 240_000, intervals: [200] }).toMatch(says);
  await hold('up');
}

test('a joint is made by keyboard alone, sawn, judged and kept; its best run comes back as a ghost', async ({
  page,
}) => {
  const id = await openDemo(page, 'practise');
  await test.step('to the bench, with all done beforehand', async () => {
    await page.goto(`/job/${id}/practise/course`);
    await expect(page.getByRole('heading', { name: 'Make a joint' })).toBeVisible();
    await expectAxeClean(page);
    await page.getByRole('link', { name: 'To the bench' }).focus();
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { level: 1, name: /^Tube first, then the socket/ })).toBeVisible();
    await expectAxeClean(page);
    for (const box of await page.getByRole('checkbox').all()) {
      await box.focus();
      await page.keyboard.press('Space');
    }
    await page.getByRole('button', { name: 'Go to the bench' }).focus();
    await page.keyboard.press('Enter');
    await expect(stage(page)).toBeFocused();
  });
  await test.step('nitrogen, light, neutral: the coach says each next thing', async () => {
    await expect.poll(() => said(page)).toBe('Air is inside.');
    await page.keyboard.press('n');
    await expect.poll(() => said(page)).toBe('Nitrogen drives the air out.');
    await expect.poll(() => said(page), { timeout: 60_000 }).toBe('Ready to light.');
    await page.keyboard.press('l');
    await page.keyboard.press('Enter');
    await expect.poll(() => said(page)).toBe('Feather: too much fuel.');
    await page.keyboard.press('2');
    // A slow machine has it hot on one side before it is asked.
    await expect.poll(() => said(page)).toMatch(/^Heat the tube first|^One side is ahead/);
    await expectAxeClean(page);
  });
  await test.step('tube, base, rod', async () => {
    await holdUntil(page, ['ArrowDown'], /^The tube is ready|^All of|has melted/);
    await holdUntil(page, ['ArrowDown'], /^All of the lap is there|has melted/);
    await holdUntil(page, ['ArrowDown', ' ', 'e'], /^It is full|^It runs off|has melted/);
    await page.keyboard.press('l');
    await expect.poll(() => said(page)).toMatch(/^Flame away|has melted/);
    const { frameMs, paintMs, frames } = await stage(page).evaluate((e) => ({ ...(e as HTMLElement).dataset }));
    console.log(`bench: a frame every ${frameMs} ms, painted in ${paintMs} ms, ${frames} frames`);
    expect(Number(frames)).toBeGreaterThan(100);
  });
  await test.step('sawn, judged by the rules of coupons, kept', async () => {
    await page.getByRole('button', { name: 'Let it cool, and saw it' }).focus();
    await page.keyboard.press('Enter');
    await expect(verdict(page)).toBeVisible({ timeout: 90_000 });
    await expect(page.getByRole('list', { name: 'Aims' }).getByRole('listitem')).toHaveCount(4);
    await expect(page.getByText('Kept with your runs.')).toBeVisible();
    await expect(page.getByRole('heading', { name: 'Sawn at 12 and 6, and at 3 and 9' })).toBeVisible();
    await expectAxeClean(page);
  });
  await test.step('beside a good hand', async () => {
    await page.getByRole('button', { name: 'Beside a good hand' }).click();
    await expect(page.getByRole('columnheader', { name: 'a good hand' })).toBeVisible({ timeout: 90_000 });
    await expect(page.getByRole('row', { name: /^Under pressure/ }).getByRole('cell')).toHaveCount(2);
    await expect(page.getByText('a good hand, as long after lighting')).toBeVisible();
    await page.getByLabel('Seconds from the start').press('Home');
    await page.getByRole('button', { name: 'Watch it' }).click();
    await expect(page.getByText(/^0:0[3-9] from the start$/)).toBeVisible();
    await page.getByRole('button', { name: 'Rest' }).click();
  });
  await test.step('once more: the best run is there to be followed', async () => {
    await page.getByRole('button', { name: 'Once more' }).click();
    await page.getByRole('button', { name: 'Go to the bench' }).click();
    await page.getByLabel('Your best, as a ghost').check();
    await page.getByRole('link', { name: 'Leave the bench' }).click();
    await expect(page.getByRole('table').getByRole('row')).toHaveCount(2);
    await expect(page.getByText('Practice qualifies nobody')).toBeVisible();
  });
});

test('a reload in mid-run loses the run and nothing else; gauges as little as wished', async ({ page }) => {
  const id = await toBench(page);
  await page.getByRole('radio', { name: 'No gauges' }).click();
  await expect(page.locator('.coach .says')).toHaveCount(0);
  await expect(page.locator('hp-bench-clock')).toHaveCount(0);
  await page.getByRole('radio', { name: 'Colour and flux' }).click();
  await expect(page.getByText('no colour yet')).toBeVisible();
  await page.getByRole('radio', { name: 'Rest' }).click();
  await page.reload();
  await expect(page.getByRole('button', { name: 'Go to the bench' })).toBeVisible();
  await page.goto(`/job/${id}/practise/course`);
  await expect(page.getByText('0 of 10 reached their aims.')).toBeVisible();
  await expect(page.getByText('▢ It opens once')).toHaveCount(0);
});

test.describe('by touch, on a phone, with less motion', () => {
  test.use({ hasTouch: true, viewport: { width: 390, height: 844 } });
  test('the flame is led by a finger, its distance by two, the rod held by a thumb; why is asked by a touch', async ({
    page,
  }) => {
    await page.emulateMedia({ reducedMotion: 'reduce' });
    await toBench(page, 'first');
    const box = (await stage(page).boundingBox())!;
    const cdp = await page.context().newCDPSession(page);
    const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: [number, number][]) =>
      cdp.send('Input.dispatchTouchEvent', {
        type,
        touchPoints: points.map(([x, y], id) => ({ x: box.x + x * box.width, y: box.y + y * box.height, id })),
      });
    await page.getByRole('button', { name: 'Light', exact: true }).tap();
    await page.getByRole('radio', { name: 'Neutral: feather just gone' }).tap();
    const flameS = page.locator('dl div', { hasText: 'Under the flame' }).locator('dd');
    await test.step('a finger leads it, and lifted takes it off the work', async () => {
      await expect(flameS).toHaveText('0:00');
      await touch('touchStart', [0.42, 0.72]);
      await touch('touchMove', [0.45, 0.7]);
      await expect(flameS).toHaveText('0:02', { timeout: 20_000 });
      await touch('touchEnd');
      const stood = await flameS.innerText();
      await expect.poll(() => stage(page).evaluate((e) => (e as HTMLElement).dataset['frames'])).toBeDefined();
      await expect(flameS).toHaveText(new RegExp(stood.replace('2', '[234]')));
    });
    await test.step('two fingers carry it off and near', async () => {
      const far = page.locator('label', { hasText: 'Distance' });
      const before = await far.innerText();
      await touch('touchStart', [0.4, 0.6], [0.6, 0.6]);
      await touch('touchMove', [0.2, 0.6], [0.8, 0.6]);
      await touch('touchEnd');
      await expect(far).not.toHaveText(before);
    });
    await test.step('the rod by a thumb; why by a touch', async () => {
      const hold = page.getByRole('button', { name: 'Hold: rod to the mouth' });
      await hold.dispatchEvent('pointerdown');
      await expect(hold).toHaveClass(/\bon\b/);
      await hold.dispatchEvent('pointerup');
      await expect(hold).not.toHaveClass(/\bon\b/);
      await page.getByLabel('Ask why by a touch').check();
      await stage(page).scrollIntoViewIfNeeded();
      const now = (await stage(page).boundingBox())!;
      await page.touchscreen.tap(now.x + now.width * 0.5, now.y + now.height * 0.72);
      await expect(page.locator('.coach .why').first()).toHaveText(/o’clock: .*about \d+ °F; the rod runs from/);
      await expect(page.locator('.coach')).toContainText(/carries heat round/);
      await expectAxeClean(page);
    });
    await page.getByRole('button', { name: 'Let it cool, and saw it' }).tap();
    await expect(verdict(page)).toBeVisible({ timeout: 90_000 });
    await expectAxeClean(page);
  });
});

testAs('wren')(
  'who instructs composes a course from joints of the job, and sees who did what',
  async ({ page, playwright, baseURL }) => {
    const id = await openDemo(page, 'practise');
    await test.step('somebody else made a joint', async () => {
      const orla = await playwright.request.newContext({ baseURL: baseURL! });
      await signIn(orla, 'orla');
      const { person } = (await (await orla.get('/api/me')).json()) as { person: string };
      const change = { task: 'exercise up', faults: ['much rod' as const], passes: false, met: false };
      const records = [{ seen: 0, data: sampleRun(newId, id, person, change) }];
      const sent = await orla.post('/api/commands', { data: { id: newId(), kind: 'practice_run', records } });
      expect(sent.status()).toBe(200);
      await page.goto(`/job/${id}/practise/course`);
      await pick(page.getByLabel('Whose'), person);
      await page.getByRole('button', { name: /^Socket facing down/ }).click();
      await expect(page.getByRole('cell', { name: '✕ too much rod' })).toBeVisible();
      await orla.dispose();
    });
    await page.getByRole('button', { name: 'Compose a course' }).click();
    await page.getByRole('button', { name: 'Save the course' }).click();
    await expect(page.getByText('✕ Give the course a name')).toBeVisible();
    await expect(page.getByText('✕ at least one joint')).toBeVisible();
    await page.getByLabel('Name').fill('Before the freezers');
    await page.getByLabel('Joints, in the order they are chosen').click();
    await page.getByRole('option').first().click();
    await page.getByRole('option').nth(2).click();
    await page.keyboard.press('Escape');
    await page.getByLabel('Filled (%)').first().fill('200');
    await page.getByRole('button', { name: 'Save the course' }).click();
    await expect(page.getByText('from 50 to 100 %').first()).toBeVisible();
    await page.getByLabel('Filled (%)').first().fill('85');
    await expectAxeClean(page);
    await page.getByRole('button', { name: 'Save the course' }).click();
    await expect(page.getByText('0 of 2 reached their aims.')).toBeVisible();
    await page.getByRole('link', { name: 'To the bench' }).click();
    await expect(page.getByText('filled to 85 %')).toBeVisible();
    await page.goBack();
    await page.getByRole('button', { name: 'Take the course off' }).click();
    await expect(page.getByText('0 of 10 reached their aims.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    await expect(page.getByLabel('Course', { exact: true })).toBeVisible();
  },
);
