import type { PracticeAnswer } from '@hephaist/contracts/exchange/answers';
import type { PracticeRun } from '@hephaist/contracts/records/practice-run';
import type { Role } from '@hephaist/contracts/records/roles';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { sampleCourse, sampleRun } from '../../../../packages/contracts/src/testing/practice-samples.js';
import { broughtIn, demoFile, type Harness, harness, newId } from '../../test/harness.js';

let h: Harness;
const file = demoFile();
const jobId = file.job.id;
const [joint, other] = file.joints;

beforeAll(async () => {
  h = await harness();
  expect((await broughtIn(h, file)).status).toBe(201);
});
afterAll(() => h.close());

const put = (kind: string, data: object, role: Role = 'fitter', seen = 0) =>
  h
    .as(role)
    .post('/api/commands')
    .send({ id: newId(), kind, records: [{ seen, data }] });
const wrong = async (sent: ReturnType<typeof put>): Promise<string[]> => {
  const answer = await sent;
  expect(answer.status).toBe(422);
  return (answer.body.fields as { field: string }[]).map((f) => f.field);
};
const run = (role: string, change: Partial<PracticeRun> = {}) => sampleRun(newId, jobId, `Test ${role}`, change);
const read = async (role: Role): Promise<PracticeAnswer> =>
  (await h.as(role).get(`/api/jobs/${jobId}/practice`).expect(200)).body as PracticeAnswer;

describe('runs at the practice bench', () => {
  const [mine, theirs] = [run('fitter'), run('lead', { task: `joint ${joint!.id}`, met: false, passes: false })];

  it('are filed by who made them, once, and never changed', async () => {
    await put('practice_run', mine).expect(200);
    await put('practice_run', theirs, 'lead').expect(200);
    expect(await wrong(put('practice_run', run('lead')))).toEqual(['by']);
    await put('practice_run', { ...mine, filled: 1 }, 'fitter', 1).expect(409);
    await put('practice_run', run('auditor'), 'auditor').expect(403);
  });
  it('are listed without what the hand did: one’s own, or all to who instructs', async () => {
    const rows = (await read('fitter')).runs;
    expect(rows.map((r) => r.id)).toEqual([mine.id]);
    expect(rows[0]).not.toHaveProperty('hand');
    for (const role of ['lead', 'auditor'] as const)
      expect((await read(role)).runs.map((r) => r.id).sort()).toEqual([mine.id, theirs.id].sort());
  });
  it('are read whole by who made them or instructs, and by nobody else', async () => {
    const whole = await h.as('fitter').get(`/api/practice-runs/${mine.id}`).expect(200);
    expect(whole.body.data.hand).toBe(mine.hand);
    await h.as('lead').get(`/api/practice-runs/${mine.id}`).expect(200);
    await h.as('fitter').get(`/api/practice-runs/${theirs.id}`).expect(404);
    await h.as('fitter').get(`/api/practice-runs/${newId()}`).expect(404);
  });
  it('are at an exercise there is, or a joint of the job; what the hand did can be read', async () => {
    expect(await wrong(put('practice_run', run('fitter', { task: 'exercise none' })))).toEqual(['task']);
    expect(await wrong(put('practice_run', run('fitter', { task: `joint ${newId()}` })))).toEqual(['task']);
    expect(await wrong(put('practice_run', run('fitter', { task: 'anything' })))).toEqual(['task']);
    expect(await wrong(put('practice_run', run('fitter', { hand: '1 q9' })))).toEqual(['hand']);
    expect(await wrong(put('practice_run', run('fitter', { passes: false })))).toEqual(['met']);
    expect(await wrong(put('practice_run', run('fitter', { filled: 1.2 })))).toEqual(['filled']);
    const ahead = new Date(Date.now() + 86_400_000).toISOString();
    expect(await wrong(put('practice_run', run('fitter', { startedAt: ahead })))).toEqual(['startedAt']);
  });
  it('count for nothing but practice: who may braze is as before', async () => {
    const before = (await h.as('lead').get('/api/crew').expect(200)).body;
    await put('practice_run', run('fitter')).expect(200);
    expect((await h.as('lead').get('/api/crew').expect(200)).body).toEqual(before);
  });
});

describe('courses of practice', () => {
  it('are composed by the office from joints of the job, each once, under a name of their own', async () => {
    const course = sampleCourse(newId, jobId, joint!.id);
    await put('practice_course', course).expect(403);
    await put('practice_course', course, 'lead').expect(200);
    const twice = [course.exercises[0]!, course.exercises[0]!];
    const again = { name: 'Another' };
    expect(await wrong(put('practice_course', sampleCourse(newId, jobId, other!.id), 'lead'))).toEqual(['name']);
    expect(
      await wrong(
        put('practice_course', sampleCourse(newId, jobId, joint!.id, { ...again, exercises: twice }), 'lead'),
      ),
    ).toEqual(['exercises.1.jointId']);
    expect(await wrong(put('practice_course', sampleCourse(newId, jobId, newId(), again), 'lead'))).toEqual([
      'exercises.0.jointId',
    ]);
    expect(
      await wrong(put('practice_course', sampleCourse(newId, jobId, joint!.id, { ...again, exercises: [] }), 'lead')),
    ).toEqual(['exercises']);
    expect((await read('fitter')).practice_course.map((c) => c.data.name)).toEqual([course.name]);
  });
});
