import { describe, expect, it } from 'vitest';
import { demoFile, newId } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const h = withJob(file);

const send = (kind: string, body: object) =>
  h
    .as('quality')
    .post('/api/commands')
    .send({ id: newId(), kind, ...body });
const job = (seen: number, archived: boolean) => send('job', { records: [{ seen, data: { ...file.job, archived } }] });

describe('an archived job', () => {
  it('is read only until it is brought back, and says so', async () => {
    await job(1, true).expect(200);
    const [joint] = file.joints;
    const says = 'This job is archived, and read only until it is brought back.';
    const changed = await send('joint', { records: [{ seen: 1, data: { ...joint, note: 'x' } }] }).expect(409);
    expect(changed.body.detail).toBe(says);
    const gone = await send('joint', { removals: [{ id: joint!.id, seen: 1 }], records: [] });
    expect([gone.status, gone.body.detail]).toEqual([409, says]);
    await send('line', { records: [{ seen: 1, data: { ...file.lines[0], fluid: 'x' } }] }).expect(409);
    await send('job', { records: [{ seen: 2, data: { ...file.job, archived: true, name: 'Other' } }] }).expect(409);
    await h.as('auditor').get(`/api/jobs/${file.job.id}/joints`).expect(200);
    await job(2, false).expect(200);
    await send('joint', { records: [{ seen: 1, data: { ...joint, note: 'x' } }] }).expect(200);
  });
  it('two lines of a job have two names', async () => {
    const [a, b] = file.lines;
    const answer = await send('line', { records: [{ seen: 1, data: { ...b, name: a!.name.toUpperCase() } }] }).expect(
      422,
    );
    expect(answer.body.fields[0]).toEqual({ field: 'name', says: 'another line of this job has this name' });
  });
});
