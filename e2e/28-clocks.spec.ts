import { expect, type Locator, type Page } from '@playwright/test';
import { goOn } from './at-the-torch';
import { openDemo, recordsOf, testAs, toBraze } from './helpers';

const test = testAs('orla');
// The job is in New York; the tablet says the time of the other side of the world, where it is mostly tomorrow.
test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true, timezoneId: 'Pacific/Auckland' });

const MINUTE_MS = 60_000;

/** Touches until the page says so: a touch right after another is taken for a slip. */
const until = (page: Page, name: string, holds: (heading: Locator) => Promise<void>): Promise<void> =>
  expect(async () => {
    await page.getByRole('button', { name }).tap({ timeout: 2000 });
    await holds(page.getByRole('heading', { level: 1 }));
  }).toPass({ timeout: 20_000 });

test('a tablet of another zone, its clock set back under the torch: the log says the moment, in the job’s own time', async ({
  page,
}) => {
  await page.clock.install({ time: Date.now() - 2 * MINUTE_MS });
  const job = await openDemo(page, 'braze');
  await toBraze(page, 'OX-17');
  await page.getByRole('link', { name: 'Make OX-17, step by step' }).tap();
  await page.clock.resume();
  await goOn(page, 'OX-17', 'Feed BCuP-2');
  // A clock that is set back stops no hand and counts no time under nothing.
  const back = await page.evaluate(() => Date.now() - 3_600_000);
  await page.clock.setSystemTime(back);
  await expect(page.getByRole('timer')).toContainText('0:00');
  await until(page, 'Made: flame off', (h) => expect(h).not.toContainText('Feed', { timeout: 400 }));
  // Put right again, the joint is made anew from there: back, and fed.
  await page.clock.setSystemTime(Date.now());
  await until(page, 'Back', (h) => expect(h).toContainText('Feed', { timeout: 400 }));
  const fed = Date.now();
  await goOn(page, 'OX-17', 'Is this right?');
  await page.getByRole('button', { name: 'Log OX-17 brazed' }).tap();
  await expect(page.getByText('✓ OX-17 is logged.')).toBeVisible();
  const joint = (await recordsOf(page, `/api/jobs/${job}/joints`, 'joint')).find((j) => j.mark === 'OX-17');
  const [log] = (await recordsOf(page, `/api/jobs/${job}/logs`, 'log')).filter((l) => l.jointId === joint?.id);
  expect(Math.abs(Date.parse(log?.brazedAt ?? '') - fed)).toBeLessThan(MINUTE_MS);
  const inNewYork = new Intl.DateTimeFormat('sv-SE', {
    timeZone: 'America/New_York',
    dateStyle: 'short',
    timeStyle: 'short',
  });
  const [day, time] = inNewYork.format(new Date(log?.brazedAt ?? '')).split(' ');
  await page.goto(`/follow/joint/${joint?.id ?? ''}`);
  await expect(page.getByRole('heading', { level: 2, name: day })).toBeVisible();
  await expect(page.getByRole('article').filter({ hasText: 'OX-17 made and accepted' })).toContainText(time ?? 'none');
});
