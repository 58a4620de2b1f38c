import { type APIRequestContext, type BrowserContext, type Cookie, expect, type Page } from '@playwright/test';
import axe, { type RunOptions } from 'axe-core';
import { DEMO_PEOPLE } from '../demo/people.js';
import type { Kind, RecordKinds, StoredRecords } from '../packages/contracts/src/records/kinds.js';
import { dataOf } from '../packages/contracts/src/records/stored.js';
import { type Served, servedTest } from './served';

/** One of the demo's people. */
type Name = 'orla' | 'wren' | 'imre' | 'tamsin' | 'sol';
/** Password of one of the demo's people, as it is printed when it starts. */
export const passwordOf = (name: Name): string => DEMO_PEOPLE.find((p) => p.name === name)?.password ?? '';

/** Signs in as one of the demo's people. */
export async function signIn(request: APIRequestContext, name: Name): Promise<void> {
  const answer = await request.post('/api/sign-in', { data: { name, password: passwordOf(name) } });
  expect(answer.status()).toBe(200);
}

/** Who signed in where, and the cookies that say so: a password is hashed slowly, on purpose, once for each. */
const signedIn = new Map<string, Cookie[]>();

/** Signs a context in as one of the demo's people, by their sign-in of before where that stands. */
async function signContextIn(context: BrowserContext, at: string, name: Name): Promise<void> {
  const key = `${at} ${name}`;
  const before = signedIn.get(key);
  if (before) {
    await context.addCookies(before);
    if ((await context.request.get('/api/me')).ok()) return;
    await context.clearCookies();
  }
  await signIn(context.request, name);
  signedIn.set(key, await context.cookies());
}

/** Pages that are signed in as one of the demo's people. */
export const testAs = (name: Name) =>
  servedTest.extend({
    context: async ({ context, baseURL }, use) => {
      await signContextIn(context, baseURL ?? '', name);
      await use(context);
    },
  });

/** A page that is signed in as the demo's quality person. */
export const test = testAs('imre');

/** Gives the password again where something is signed. */
export async function giveSignature(page: Page, name: Name = 'imre'): Promise<void> {
  const dialog = page.getByRole('dialog', { name: /^Sign / });
  await dialog.getByLabel('Your password').fill(passwordOf(name));
  await dialog.getByRole('button', { name: 'Sign', exact: true }).click();
  await expect(dialog).toBeHidden();
}

/** What the records of a kind in an answer hold. */
export async function recordsOf<K extends Kind>(page: Page, path: string, kind: K): Promise<RecordKinds[K][]> {
  const answer = (await (await page.request.get(path)).json()) as StoredRecords<K>;
  return dataOf(answer[kind]);
}

/** Opens the demo job at a place. */
export async function openDemo(
  page: Page,
  place: 'plan' | 'braze' | 'purge' | 'prove' | 'prove/pressure' | 'keep' | 'practise' | 'hot-work' = 'plan',
): Promise<string> {
  const jobs = (await (await page.request.get('/api/jobs')).json()) as { id: string; name: string }[];
  const id = jobs.find((j) => j.name.startsWith('Saltmarsh'))?.id ?? '';
  await page.goto(`/job/${id}/${place}`);
  await expect(page.getByRole('link', { name: /Plan/ })).toBeVisible();
  return id;
}

/** Shows a joint where joints are brazed. */
export async function toBraze(page: Page, mark: string): Promise<void> {
  const find = page.getByLabel('Find a joint');
  await find.fill(mark);
  await page
    .getByRole('navigation', { name: 'Joints to braze' })
    .getByRole('button', { name: new RegExp(`^${mark} (?!.*left)`) })
    .click();
  await find.fill('');
  await expect(page.getByRole('heading', { name: `The log of ${mark}` })).toBeVisible();
}

/** Picks from the schedule's menu. */
export async function choose(page: Page, item: string): Promise<void> {
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByRole('menuitem', { name: item }).click();
}

/** Shows quantities in other units, from the menu of who is signed in. */
export async function useUnits(page: Page, units: 'mm, °C, bar' | 'in, °F, psi'): Promise<void> {
  await page.locator('hp-account-menu button').click();
  await page.getByRole('menuitemradio', { name: units }).click();
}

/** Begins a job that has no line yet. */
export async function beginBareJob(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Begin a job' }).click();
  const begin = page.getByRole('dialog', { name: 'Begin a job' });
  await begin.getByLabel('Name of the job').fill(name);
  await begin.getByRole('button', { name: 'Begin the job' }).click();
  await expect(page.getByText('No joint yet.')).toBeVisible();
}

const WCAG = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];

/** No accessibility violation that axe finds, by WCAG 2.2 AA; of colours alone where a view is only shown in others. */
export async function expectAxeClean(page: Page, what: 'all' | 'colours' = 'all'): Promise<void> {
  // Half a megabyte of script, once for each page that is opened.
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(axe.source);
  const options: RunOptions = {
    resultTypes: ['violations'],
    // No style sheet comes from elsewhere.
    preload: false,
    runOnly: what === 'all' ? { type: 'tag', values: WCAG } : { type: 'rule', values: ['color-contrast'] },
  };
  const { violations } = await page.evaluate(
    (asked) => (globalThis as unknown as { axe: typeof axe }).axe.run(document, asked),
    options,
  );
  expect(
    violations.map(
      (v) =>
        `${v.id}: ${v.nodes
          .map((n) => n.target.join(' '))
          .slice(0, 3)
          .join(' | ')}`,
    ),
  ).toEqual([]);
}

/** A second Hephaist without the demo, and the code for its first administrator. */
export async function emptyHephaist(served: Served): Promise<{ url: string; code: string; stop: () => Promise<void> }> {
  const running = await served.begin('nothing');
  await expect.poll(running.said).toContain('code');
  return { url: running.url, code: /code (\S+)/.exec(running.said())?.[1] ?? '', stop: running.stop };
}

/** Counts what a hand does on a page: clicks of the pointer, and keys. */
export async function counted(page: Page): Promise<() => Promise<{ clicks: number; keys: number }>> {
  await page.evaluate(() => {
    const counts = { clicks: 0, keys: 0 };
    Object.assign(globalThis, { counts });
    addEventListener('click', (e) => void (e.isTrusted && e.detail > 0 && counts.clicks++), true);
    addEventListener('keydown', () => counts.keys++, true);
  });
  return () => page.evaluate(() => (globalThis as unknown as { counts: { clicks: number; keys: number } }).counts);
}

/** Adds a test to a coupon or record. */
export async function addTest(page: Page, kind: string): Promise<void> {
  await page.getByRole('button', { name: 'Add a test' }).click();
  await page.getByRole('menuitem', { name: kind, exact: true }).click();
}

export { either, pick, pickSeveral } from './pick';
