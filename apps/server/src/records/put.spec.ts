import type { JointPage } from '@hephaist/contracts/exchange/answers';
import type { Joint } from '@hephaist/contracts/records/joint';
import { describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const first = file.joints[0] as Joint;

const h = withJob(file);

const send = (body: object) => h.as().post('/api/commands').send(body);
const jointCommand = (seen: number, data: object, id = newId()) => ({ id, kind: 'joint', records: [{ seen, data }] });
const freshJoint = (change: Partial<Joint> = {}): Joint => ({
  ...first,
  id: newId(),
  mark: `N-${newId().slice(-4)}`,
  ...change,
});

describe('writing a record', () => {
  it('stores it once however often the same command arrives', async () => {
    const command = jointCommand(0, freshJoint());
    const one = await send(command).expect(200);
    const two = await send(command).expect(200);
    expect(two.body).toEqual(one.body);
    expect(await h.store.count('joint', { job_id: first.jobId })).toBe(file.joints.length + 1);
  });

  it('tells the second of two editors and shows what stands now', async () => {
    const { version, data } = (await h.store.stored('joint', first.id))!;
    await send(jointCommand(version, { ...data, note: 'first editor' })).expect(200);
    const late = await send(jointCommand(version, { ...data, note: 'second editor' })).expect(409);
    expect(late.type).toBe('application/problem+json');
    expect(late.body.current[0]).toMatchObject({ version: version + 1, data: { id: first.id, note: 'first editor' } });
    expect((await h.store.find('joint', first.id))?.note).toBe('first editor');
  });

  it('of two writers at the same instant exactly one wins', async () => {
    const { version, data } = (await h.store.stored('joint', first.id))!;
    const answers = await Promise.all(['a', 'b', 'c'].map((note) => send(jointCommand(version, { ...data, note }))));
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409, 409]);
  });

  it.each<[string, object, string]>([
    [
      'a negative diameter',
      { fitUp: { mode: 'measured', tubeOdM: [-1, 0.02], socketIdM: [0.03, 0.03], instrument: 'caliper' } },
      'fitUp.tubeOdM.0',
    ],
    [
      'a zero diameter',
      { fitUp: { mode: 'measured', tubeOdM: [0.02, 0], socketIdM: [0.03, 0.03], instrument: 'caliper' } },
      'fitUp.tubeOdM.1',
    ],
    ['an absurd gap', { fitUp: { mode: 'stated', gapSideM: 1e9 } }, 'fitUp.gapSideM'],
    ['an unknown size', { tube: { standardId: 'acr', size: '9-9/8', metalId: 'copper' } }, 'tube.size'],
    ['an unknown metal', { tube: { standardId: 'acr', size: '7/8', metalId: 'mithril' } }, 'tube.metalId'],
    ['an empty mark', { mark: '' }, 'mark'],
    ['an unknown field', { colour: 'red' }, ''],
    ['a foreign id', { id: 'joint-1' }, 'id'],
  ])('refuses %s at its field and stores nothing', async (_what, change, field) => {
    const before = await h.store.count('joint', { job_id: first.jobId });
    const answer = await send(jointCommand(0, { ...freshJoint(), ...change })).expect(422);
    expect(answer.body.fields.map((f: { field: string }) => f.field)).toContain(field);
    expect(await h.store.count('joint', { job_id: first.jobId })).toBe(before);
  });

  it('names every bad field, not only the first', async () => {
    const answer = await send(jointCommand(0, { ...freshJoint(), mark: '', position: 'sideways' })).expect(422);
    expect(answer.body.fields).toHaveLength(2);
  });

  it('refuses a mark that is taken, and writes none of a batch with one bad row', async () => {
    const before = await h.store.count('joint', { job_id: first.jobId });
    const batch = {
      id: newId(),
      kind: 'joint',
      records: [
        { seen: 0, data: freshJoint() },
        { seen: 0, data: freshJoint({ mark: first.mark }) },
      ],
    };
    const answer = await send(batch).expect(422);
    expect(answer.body.fields[0].field).toBe('mark');
    expect(await h.store.count('joint', { job_id: first.jobId })).toBe(before);
  });

  it('refuses a joint on a line that is not here', async () => {
    await send(jointCommand(0, freshJoint({ lineId: newId() }))).expect(422);
  });

  it('never changes evidence', async () => {
    const log = file.logs[0];
    const answer = await send({
      id: newId(),
      kind: 'log',
      records: [{ seen: 1, data: { ...log, visual: 'rejected', visualReason: 'flux left on' } }],
    }).expect(409);
    expect(answer.body.detail).toContain('evidence');
  });

  it('takes a joint away, once, and brings it back as new; never one with a log entry', async () => {
    const joint = freshJoint();
    await send(jointCommand(0, joint)).expect(200);
    const removal = (id: string, seen: number) => ({
      id: newId(),
      kind: 'joint',
      records: [],
      removals: [{ id, seen }],
    });
    await send(removal(joint.id, 7)).expect(409);
    const command = removal(joint.id, 1);
    await send(command).expect(200);
    await send(command).expect(200);
    expect(await h.store.find('joint', joint.id)).toBeNull();
    expect((await send(jointCommand(0, joint)).expect(200)).body.records[0].version).toBe(1);
    const logged = file.logs.find((l) => l.jointId !== first.id)?.jointId ?? '';
    const kept = await send(removal(logged, 1)).expect(409);
    expect(kept.body.detail).toContain('log is evidence');
    expect(await h.store.find('joint', logged)).not.toBeNull();
    await send({ id: newId(), kind: 'brazer', records: [], removals: [{ id: file.brazers[0]?.id, seen: 1 }] }).expect(
      409,
    );
    await send({ id: newId(), kind: 'joint', records: [] }).expect(422);
  });

  it('asks why a joint was brazed by someone who may not, and keeps the reason', async () => {
    const joint = file.joints.find((j) => j.mark === 'PF-09');
    const by = (name: string): string => file.brazers.find((b) => b.name.startsWith(name))?.id ?? '';
    const entry = (name: string, change: object = {}) => ({
      id: newId(),
      kind: 'log',
      records: [
        {
          seen: 0,
          data: {
            ...file.logs[0],
            id: newId(),
            jointId: joint?.id,
            brazerId: by(name),
            brazedAt: '2026-06-14T15:00:00Z',
            cleanedAt: null,
            nitrogenStoppedAt: null,
            madeAs: undefined,
            ...change,
          },
        },
      ],
    });
    for (const [name, words] of [
      ['Mikkel', 'lapsed'],
      ['Juno', 'withdrawn'],
      ['Basil', 'no passed coupon'],
    ] as const) {
      const answer = await send(entry(name)).expect(422);
      expect(answer.body.fields[0].field).toBe('outOfRangeReason');
      expect(answer.body.detail).toContain(words);
    }
    const reasoned = entry('Mikkel', { outOfRangeReason: 'emergency, lead agreed' });
    expect((await send(reasoned).expect(422)).body.fields[0].field).toBe('signature');
    await send({ ...reasoned, signature: { password: TEST_PASSWORD, meaning: 'out-of-range' } }).expect(200);
    const second = (change: object) =>
      send(entry('Orla', { brazedAt: '2026-06-14T16:00:00Z', ...change })).then((r) => [
        r.status,
        r.body.fields?.[0].field ?? '',
      ]);
    expect(await second({})).toEqual([422, 'madeAs']);
    expect(await second({ madeAs: 'repaired', brazedAt: '2026-06-14T14:00:00Z' })).toEqual([422, 'brazedAt']);
    expect(await second({ madeAs: 'repaired', pictureIds: [newId()] })).toEqual([422, 'pictureIds.0']);
    expect(await second({ madeAs: 'repaired', procedureId: newId() })).toEqual([422, 'procedureId']);
    expect(await second({ madeAs: 'repaired', cleanedAt: '2026-06-14T16:30:00Z' })).toEqual([422, 'outOfRangeReason']);
    expect(await second({ madeAs: 'repaired', cleanedAt: '2026-06-14T12:00:00Z' })).toEqual([200, '']);
    expect(await second({ madeAs: 'repaired', brazedAt: '2026-06-14T17:00:00Z' })).toEqual([422, 'madeAs']);
    expect(await second({ madeAs: 'made anew', brazedAt: '2026-06-14T17:00:00Z' })).toEqual([200, '']);
  });

  it('asks why when rod, procedure or nitrogen were out of range, and for a procedure in medical gas', async () => {
    const orla = file.brazers.find((b) => b.mark === '07')?.id;
    const [copper, silver] = ['BPS-1', 'BPS-2'].map((name) => file.procedures.find((p) => p.name === name)?.id);
    const says = async (mark: string, change: object): Promise<string> => {
      const jointId = file.joints.find((j) => j.mark === mark)?.id;
      const data = {
        ...file.logs[0],
        id: newId(),
        jointId,
        brazerId: orla,
        brazedAt: '2026-06-14T15:00:00Z',
        cleanedAt: null,
        nitrogenStoppedAt: null,
        procedureId: null,
        ...change,
      };
      const answer = await send({ id: newId(), kind: 'log', records: [{ seen: 0, data }] });
      return answer.status === 200 ? 'filed' : answer.body.detail;
    };
    expect(await says('OX-12', {})).toContain('no procedure named');
    expect(await says('OX-12', { procedureId: silver })).toContain('BPS-2 rev A');
    expect(await says('OX-12', { procedureId: copper, oxygen: 0.08 })).toContain('oxygen 8.00 %');
    expect(await says('OX-12', { procedureId: copper, brazedAt: '2020-06-14T15:00:00Z' })).toContain('not in force');
    expect(await says('PF-10', { fillerId: 'BAlSi-4', fillerLot: 'AL-2' })).toContain('BAlSi-4 is ruled out here');
    expect(await says('OX-12', { procedureId: copper })).toBe('filed');
  });

  it('takes no record of what has not happened yet', async () => {
    const tomorrow = new Date(Date.now() + 2 * 86_400_000).toISOString();
    const log = { ...file.logs[0], id: newId(), brazedAt: tomorrow, outOfRangeReason: 'asked for by the lead' };
    const coupon = { ...file.coupons[0], id: newId(), number: 'C-AHEAD', brazedOn: tomorrow.slice(0, 10) };
    const test = { ...file.pressureTests[0], id: newId(), endedAt: tomorrow };
    for (const [kind, data, field, meaning] of [
      ['log', log, 'brazedAt', 'out-of-range'],
      ['coupon', coupon, 'brazedOn', 'judged'],
      ['pressure_test', test, 'endedAt', 'tested'],
    ] as const) {
      const signature = { password: TEST_PASSWORD, meaning };
      const answer = await send({ id: newId(), kind, records: [{ seen: 0, data }], signature }).expect(422);
      expect(answer.body.fields[0].field, kind).toBe(field);
      expect(await h.store.find(kind, data.id)).toBeNull();
    }
  });

  it('refuses a lot that was logged for another class of rod, and a test filled with what its code forbids', async () => {
    const [log] = file.logs;
    const open = file.joints.find((j) => j.mark === 'PF-10');
    const carried = { ...log, id: newId(), jointId: open?.id, fillerId: 'BAg-24', brazedAt: '2026-06-14T15:00:00Z' };
    const lot = await send({ id: newId(), kind: 'log', records: [{ seen: 0, data: carried }] }).expect(422);
    expect(lot.body.fields[0]).toMatchObject({
      field: 'fillerLot',
      says: expect.stringContaining(log!.fillerId) as string,
    });
    for (const medium of ['oxygen', 'acetylene', 'air and a little hope']) {
      const data = { ...file.pressureTests[0], id: newId(), medium };
      const signature = { password: TEST_PASSWORD, meaning: 'tested' };
      const command = { id: newId(), kind: 'pressure_test', records: [{ seen: 0, data }], signature };
      const answer = await send(command).expect(422);
      expect(answer.body.fields[0].field, medium).toBe('medium');
    }
  });

  it('asks for the reason of a rejected joint', async () => {
    const answer = await send({
      id: newId(),
      kind: 'log',
      records: [{ seen: 0, data: { ...file.logs[0], id: newId(), visual: 'rejected', visualReason: null } }],
    }).expect(422);
    expect(answer.body.fields[0].field).toBe('visualReason');
  });
});

describe('reading', () => {
  it('pages joints in schedule order without loss or repeat', async () => {
    const seen: string[] = [];
    let next: string | null = '';
    while (next !== null) {
      const page: { body: JointPage } = await h
        .as()
        .get(`/api/jobs/${first.jobId}/joints?limit=37${next ? `&after=${next}` : ''}`)
        .expect(200);
      seen.push(...page.body.joint.map((j) => j.data.id));
      next = page.body.next;
    }
    expect(new Set(seen).size).toBe(seen.length);
    expect(seen.length).toBe(await h.store.count('joint', { job_id: first.jobId }));
  });

  it('lists jobs with how many joints are brazed, and answers 404 for others', async () => {
    const jobs = await h.as().get('/api/jobs').expect(200);
    expect(jobs.body[0]).toMatchObject({ name: 'Saltmarsh Sea-Turtle Hospital', brazed: 19 }); // 17 of the demo, PF-09 and OX-12 above
    await h.as().get(`/api/jobs/${newId()}`).expect(404);
    await h.as().get('/api/jobs/not-an-id').expect(404);
    await h.as().get('/api/nothing').expect(404);
  });

  it('gives the crew with each joint on its calendar day', async () => {
    const crew = await h.as().get('/api/crew').expect(200);
    expect(crew.body.brazer).toHaveLength(6);
    expect(crew.body.brazings[0].day).toMatch(/^2026-06-/);
  });
});
