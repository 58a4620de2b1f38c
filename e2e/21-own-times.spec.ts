import type { Joint } from '@hephaist/contracts/records/joint';
import { sampleMark, sampleSession } from '@hephaist/contracts/testing/purge-samples';
import { expect, type Page } from '@playwright/test';
import { v7 as newId } from 'uuid';
import { DEMO_PEOPLE } from '../demo/people.js';
import { openDemo, recordsOf, testAs } from './helpers';

const test = testAs('wren');
const WREN = DEMO_PEOPLE.find((p) => p.name === 'wren')?.person ?? '';
const JOINTS = 6;
/** Each takes so long under the flame, far over its plan, s. */
const SLOW_S = 150;

/** Files a purge in which some joints were made slowly. */
async function madeSlowly(page: Page, jobId: string): Promise<void> {
  const put = async (kind: string, data: object): Promise<void> => {
    const answer = await page.request.post('/api/commands', {
      data: { id: newId(), kind, records: [{ seen: 0, data }] },
    });
    expect(answer.status(), await answer.text()).toBe(200);
  };
  const joints = (await recordsOf(page, `/api/jobs/${jobId}/joints`, 'joint')).filter((j: Joint) =>
    /^PF-0[1-6]$/.test(j.mark),
  );
  const about = { jobId, lineId: joints[0]?.lineId ?? '', by: WREN };
  const network = sampleSession().network;
  const placed = joints.map((j) => ({
    id: j.id,
    node: 'V',
    brazed: false,
    lapM: 0.02,
    diameterM: 0.02,
    gapSideM: 1e-4,
  }));
  const session = sampleSession({ ...about, id: newId(), network: { ...network, joints: placed } });
  await put('purge_session', session);
  for (const [i, joint] of joints.slice(0, JOINTS).entries())
    for (const [kind, s] of [
      ['joint begun', 0],
      ['joint brazed', SLOW_S],
    ] as const) {
      const at = new Date(Date.parse(session.startedAt) + 1000 * (600 * (i + 1) + s)).toISOString();
      const more = { jobId, by: WREN, sessionId: session.id, jointId: joint.id, vent: null };
      await put('purge_mark', sampleMark({ ...more, id: newId(), kind, at }));
    }
}

test('the job’s own heating times fit its torch: shown, planned by, and taken back', async ({ page }) => {
  const jobId = await openDemo(page, 'plan');
  await madeSlowly(page, jobId);
  await openDemo(page, 'plan');
  const fit = page.locator('hp-torch-fit');
  await page.getByLabel('Find in the schedule').fill('PF-09');
  await page.getByRole('grid').getByText('PF-09', { exact: true }).click();
  await expect(fit).toContainText(/6 heating times of this job say that the torch gives \d+ %/);
  await expect(fit).toContainText('practice says 25 % to 35 %');
  const sentence = page.locator('hp-heat-view').getByText(/tip, about/);
  const before = await sentence.textContent();
  await fit.getByRole('button', { name: 'Plan by your own times' }).click();
  await expect(fit).toContainText('Planned by 6 of your own heating times');
  await expect(sentence).not.toHaveText(before ?? '');
  await fit.getByRole('button', { name: 'Plan by practice again' }).click();
  await expect(sentence).toHaveText(before ?? '');
});
