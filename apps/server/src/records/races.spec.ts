import type { JointLog } from '@hephaist/contracts/records/joint-log';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import { beforeAll, describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { sampleSession } from '../../test/instruments.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const made = new Set(file.logs.map((l) => l.jointId));
const open = file.joints.filter((j) => !made.has(j.id));

const h = withJob(file);

const send = (kind: string, ...all: object[]) =>
  h
    .as()
    .post('/api/commands')
    .send({ id: newId(), kind, records: all.map((data) => ({ seen: 0, data })) });
/** A first entry of a joint. */
const entry = (jointId: string, change: Partial<JointLog> = {}): JointLog => ({
  ...file.logs[0]!,
  id: newId(),
  jointId,
  madeAs: 'first',
  brazedAt: '2026-06-14T15:00:00Z',
  sessionId: null,
  ...change,
});
const statuses = (answers: readonly { status: number }[]): number[] => answers.map((a) => a.status).sort();
const fields = (answer: { body: { fields?: { field: string }[] } }) => answer.body.fields?.map((f) => f.field);

describe('writers at once', () => {
  it('a joint is brazed a first time once, whoever logs it at the same moment', async () => {
    const same = file.joints.find((j) => made.has(j.id) && file.logs.some((l) => l.jointId === j.id))!;
    const joint = open.find((j) => j.lineId === same.lineId)!;
    const like = file.logs.find((l) => l.jointId === same.id)!;
    const answers = await Promise.all(
      Array.from({ length: 8 }, () =>
        send('log', { ...like, id: newId(), jointId: joint.id, madeAs: 'first', sessionId: null }),
      ),
    );
    expect(statuses(answers)).toEqual([200, ...Array<number>(7).fill(422)]);
    for (const a of answers.filter((x) => x.status === 422)) expect(fields(a)).toContain('madeAs');
    expect(await h.store.count('log', { joint_id: joint.id })).toBe(1);
    const two = [1, 2].map(() => ({
      ...like,
      id: newId(),
      jointId: open.at(-1)!.id,
      madeAs: 'first',
      sessionId: null,
    }));
    expect((await send('log', ...two)).status).toBe(422);
    expect(await h.store.count('log', { joint_id: open.at(-1)!.id })).toBe(0);
  });

  it('a set of instruments hangs on one line, whoever opens it at the same moment', async () => {
    const answers = await Promise.all(
      Array.from({ length: 4 }, () => send('purge_session', sampleSession({ instruments: 'bench' }))),
    );
    expect(statuses(answers)).toEqual([200, 422, 422, 422]);
    for (const a of answers.filter((x) => x.status === 422)) expect(fields(a)).toEqual(['instruments']);
  });

  it('one revision of a procedure stands once', async () => {
    const draft = (): Procedure => ({
      ...file.procedures[0]!,
      id: newId(),
      name: 'BPS-9',
      revision: 'A',
      signedOn: null,
      replaces: undefined,
    });
    const answers = await Promise.all(Array.from({ length: 4 }, () => send('procedure', draft())));
    expect(statuses(answers)).toEqual([200, 422, 422, 422]);
  });
});

describe('records of one job', () => {
  const other = { ...file.job, id: newId(), name: 'Another job' };
  const line = { ...file.lines[0]!, id: newId(), jobId: other.id, layout: null };
  beforeAll(async () => {
    await send('job', other).expect(200);
    await send('line', line).expect(200);
  });

  it('a log names a joint of its own job, a joint stands on a line of its own', async () => {
    const log = await send('log', entry(open[0]!.id, { jobId: other.id })).expect(422);
    expect(fields(log)).toEqual(['jointId']);
    const joint = { ...open[0]!, id: newId(), mark: 'Z-1', lineId: line.id };
    expect(fields(await send('joint', joint).expect(422))).toEqual(['lineId']);
    const many = [{ ...open[0]!, id: newId(), mark: 'Z-2' }, joint];
    expect(fields(await send('joint', ...many).expect(422))).toEqual(['records.1.lineId']);
    expect(fields(await send('purge_session', sampleSession({ lineId: line.id })).expect(422))).toEqual(['lineId']);
    const file2 = { ...file, logs: [{ ...file.logs[0]!, jobId: other.id }] };
    expect(fields(await h.as().post(`/api/import/${newId()}`).send(file2).expect(422))).toEqual(['logs.0.jobId']);
  });

  it('the database itself refuses it', async () => {
    const row = { company_id: h.store.companyId, id: newId(), version: 1, data: '{}', job_id: other.id };
    const joint = { ...row, line_id: file.lines[0]!.id, mark: 'Z', sort: 1 };
    await expect(h.db('joint').insert(joint)).rejects.toThrow('joint_line_of_job');
    const log = { ...row, joint_id: open[0]!.id, brazer_id: file.brazers[0]!.id, brazed_at: new Date() };
    await expect(h.db('log').insert(log)).rejects.toThrow('log_joint_of_job');
    const test = { ...row, line_id: file.lines[0]!.id };
    await expect(h.db('pressure_test').insert(test)).rejects.toThrow('pressure_test_line_of_job');
    const session = { ...test, started_at: new Date() };
    await expect(h.db('purge_session').insert(session)).rejects.toThrow('purge_session_line_of_job');
  });

  it('a line with joints stays on its job', async () => {
    const { version, data } = (await h.store.stored('line', file.lines[0]!.id))!;
    const answer = await h
      .as()
      .post('/api/commands')
      .send({ id: newId(), kind: 'line', records: [{ seen: version, data: { ...data, jobId: other.id } }] })
      .expect(409);
    expect(answer.body.detail).toContain('stays on that job');
  });
});
