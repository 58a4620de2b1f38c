import type { JobSummary, LineSummary } from '@hephaist/contracts/exchange/answers';
import { lastLogs } from '@hephaist/contracts/exchange/open-points';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { JointLog } from '@hephaist/contracts/records/joint-log';
import { describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const h = withJob(file);

const summary = async (): Promise<JobSummary> =>
  ((await h.as('auditor').get('/api/jobs').expect(200)).body as JobSummary[]).find((j) => j.id === file.job.id)!;
const lineOf = async (id: string): Promise<LineSummary> => (await summary()).lines.find((l) => l.id === id)!;
/** The first joint of the job that nobody logged. */
const open = file.joints
  .filter((j) => !file.logs.some((l) => l.jointId === j.id))
  .sort((a, b) => a.sort - b.sort)[0] as Joint;
const log = (of: Partial<JointLog>): JointLog => ({
  ...(file.logs[0] as JointLog),
  id: newId(),
  jointId: open.id,
  sessionId: null,
  outOfRangeReason: 'for the test',
  ...of,
});

describe('how far the lines of a job are', () => {
  it('is what the whole job says, line by line', async () => {
    const last = lastLogs(file.logs);
    const { lines, ...whole } = await summary();
    const wanted = file.lines.map((line) => {
      const its = file.joints.filter((j) => j.lineId === line.id && !j.setAside).sort((a, b) => a.sort - b.sort);
      const looked = (as: string) => its.filter((j) => last.get(j.id)?.visual === as).length;
      const next = its.find((j) => last.get(j.id)?.visual !== 'accepted');
      return {
        id: line.id,
        name: line.name,
        joints: its.length,
        brazed: looked('accepted'),
        rejected: looked('rejected'),
        nextId: next?.id ?? null,
        nextMark: next?.mark ?? null,
        tested: file.pressureTests.some((t) => t.lineId === line.id),
      };
    });
    const byId = (a: { id: string }, b: { id: string }) => a.id.localeCompare(b.id);
    expect(lines).toEqual(wanted.sort(byId));
    expect(whole.joints).toBe(file.joints.length - 1); // one is set aside
    expect(whole.brazed).toBe(wanted.reduce((n, l) => n + l.brazed, 0));
  });

  it('follows what is said last: accepted, then found bad, then the entry annulled', async () => {
    const before = await lineOf(open.lineId);
    expect(before.nextMark).toBe(open.mark);
    await h.store.insert('log', log({ visual: 'accepted', brazedAt: '2026-11-20T09:00:00.000Z' }));
    const made = await lineOf(open.lineId);
    expect(made).toMatchObject({ brazed: before.brazed + 1, rejected: before.rejected });
    expect(made.nextMark).not.toBe(open.mark);
    const bad = log({ visual: 'rejected', brazedAt: '2026-11-20T10:00:00.000Z' });
    await h.store.insert('log', bad);
    expect(await lineOf(open.lineId)).toMatchObject({
      brazed: before.brazed,
      rejected: before.rejected + 1,
      nextMark: open.mark,
    });
    await h.store.insert('annulment', {
      id: newId(),
      kind: 'log',
      recordId: bad.id,
      reason: 'of another joint',
      replacedById: null,
    });
    expect(await lineOf(open.lineId)).toEqual(made);
  });

  it('counts no joint that is set aside', async () => {
    const before = await lineOf(open.lineId);
    await h
      .db('joint')
      .where({ id: before.nextId })
      .update({ data: h.db.raw(`jsonb_set(data, '{setAside}', '"left out"')`), version: 2 });
    const after = await lineOf(open.lineId);
    expect(after.joints).toBe(before.joints - 1);
    expect(after.nextId).not.toBe(before.nextId);
  });
});
