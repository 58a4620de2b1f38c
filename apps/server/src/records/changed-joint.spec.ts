import { parseJobFile } from '@hephaist/contracts/exchange/exchange';
import { changedAfterwards, type Joint, jointIdentity } from '@hephaist/contracts/records/joint';
import type { Role } from '@hephaist/contracts/records/roles';
import { describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';
import { exportJob } from '../exchange/job-file.js';

const file = demoFile();
const h = withJob(file);

const logged = new Set(file.logs.map((l) => l.jointId));
const brazed = file.joints.find((j) => logged.has(j.id)) as Joint;
const fresh = file.joints.find((j) => !logged.has(j.id)) as Joint;
const put = (data: Joint, seen: number, signed = false, role: Role = 'lead') =>
  h
    .as(role)
    .post('/api/commands')
    .send({
      id: newId(),
      kind: 'joint',
      records: [{ seen, data }],
      ...(signed ? { signature: { password: TEST_PASSWORD, meaning: 'changed' } } : {}),
    });
const other = (j: Joint): Joint => ({ ...j, tube: { ...j.tube, size: j.tube.size === '1/2' ? '5/8' : '1/2' } });

describe('what a joint was when it was brazed', () => {
  it('is changed only with its signed reason, which shows on it and where it is followed', async () => {
    const bare = await put(other(brazed), 1).expect(422);
    expect(bare.body.fields[0]).toMatchObject({ field: 'changedAfter' });
    const changed = changedAfterwards(other(brazed), brazed, 'the size was read wrong');
    await put(changed, 1).expect(422);
    await put(changed, 1, true, 'fitter').expect(403);
    await put(changedAfterwards(other(brazed), other(brazed), 'it was so'), 1, true).expect(422);
    await put({ ...changed, changedAfter: [{ was: jointIdentity(brazed), reason: ' ' }] }, 1, true).expect(422);
    await put(changed, 1, true).expect(200);
    const { body } = await h.as('auditor').get(`/api/follow/joint/${brazed.id}`).expect(200);
    expect(body.about).toContainEqual([
      'Changed after it was brazed',
      `was ${jointIdentity(brazed)}: the size was read wrong`,
    ]);
    const signatures = await h.store.list('signature', { record_id: brazed.id });
    expect(signatures[0]).toMatchObject({ meaning: 'changed', signedVersion: 2 });
  });

  it('stays written when it is changed again; what is no change of it needs no signature', async () => {
    const now = (await h.store.find('joint', brazed.id))!;
    await put({ ...now, note: 'behind the panel' }, 2).expect(200);
    const { changedAfter: _gone, ...bare } = now;
    await put(bare, 3).expect(422);
    await put({ ...now, changedAfter: [{ was: 'x', reason: 'y' }] }, 3).expect(422);
    await put(changedAfterwards({ ...now, tube: brazed.tube }, now, 'it was right at first'), 3, true).expect(200);
    expect((await h.store.find('joint', brazed.id))?.changedAfter).toHaveLength(2);
  });

  it('goes out with the job’s file, signature and all, and comes in again', async () => {
    const out = parseJobFile(JSON.parse(await exportJob(h.store, file.job.id)));
    expect(out.joints.find((j) => j.id === brazed.id)?.changedAfter).toHaveLength(2);
    expect(out.signatures.filter((s) => s.meaning === 'changed')).toHaveLength(2);
  });

  it('keeps the service of its line; a line without brazed joints takes another', async () => {
    const line = file.lines.find((l) => l.id === brazed.lineId)!;
    const send = (data: object) =>
      h
        .as('lead')
        .post('/api/commands')
        .send({ id: newId(), kind: 'line', records: [{ seen: 1, data }] });
    const other = { ...line, serviceId: 'chilled-water' };
    expect((await send(other).expect(422)).body.fields[0].field).toBe('serviceId');
    await send({ ...line, name: `${line.name}, north` }).expect(200);
    const brazedLines = new Set(file.joints.filter((j) => logged.has(j.id)).map((j) => j.lineId));
    const bare = file.lines.find((l) => !brazedLines.has(l.id))!;
    await send({ ...bare, serviceId: 'chilled-water' }).expect(200);
  });

  it('is free while nothing is brazed', async () => {
    await put(other(fresh), 1).expect(200);
  });
});
