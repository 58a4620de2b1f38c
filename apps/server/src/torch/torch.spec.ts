import type { HotWorkMark } from '@hephaist/contracts/records/hot-work';
import type { Rig } from '@hephaist/contracts/records/rig';
import type { RigCheck } from '@hephaist/contracts/records/rig-check';
import type { Role } from '@hephaist/contracts/records/roles';
import { PSI } from '@hephaist/core/units/units';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import {
  sampleHotWork,
  sampleMark,
  sampleRig,
  sampleRound,
} from '../../../../packages/contracts/src/testing/torch-samples.js';
import { broughtIn, demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';

let h: Harness;
const file = demoFile();
const WHO = 'Test fitter';
const rig = sampleRig(newId);

beforeAll(async () => {
  h = await harness();
  expect((await broughtIn(h, { ...file, rigs: [], hotWork: [], hotWorkMarks: [] })).status).toBe(201);
  await put('rig', rig, 'lead').expect(200);
});
afterAll(() => h.close());

const put = (kind: string, data: object, role: Role = 'fitter', signature?: object, seen = 0) =>
  h
    .as(role)
    .post('/api/commands')
    .send({ id: newId(), kind, records: [{ seen, data }], ...(signature ? { signature } : {}) });
/** The fields that an answer finds wrong. */
const wrong = async (sent: ReturnType<typeof put>): Promise<string[]> => {
  const answer = await sent;
  expect(answer.status).toBe(422);
  return (answer.body.fields as { field: string }[]).map((f) => f.field);
};
const round = (of: Rig, change: Partial<RigCheck> = {}): RigCheck => ({ ...sampleRound(newId, of, WHO), ...change });

describe('torch rigs', () => {
  it('are kept by the office, once by name, and read with the rounds of late', async () => {
    await put('rig', sampleRig(newId, { name: 'Mine' })).expect(403);
    expect(await wrong(put('rig', sampleRig(newId, { name: 'CART 1' }), 'lead'))).toEqual(['name']);
    const old = round(rig, { on: '2025-01-02', startedAt: '2025-01-02T07:00:00Z', endedAt: '2025-01-02T07:02:00Z' });
    const today = new Date().toISOString().slice(0, 10);
    const began = new Date().toISOString();
    const late = round(rig, { on: today, startedAt: began, endedAt: began });
    expect(await wrong(put('rig_check', round(rig, { on: today })))).toEqual(['on']);
    await put('rig_check', old).expect(200);
    await put('rig_check', late).expect(200);
    const { body } = await h.as('auditor').get('/api/rigs').expect(200);
    expect(body.rig.map((r: { data: Rig }) => r.data.name)).toEqual(['Cart 1']);
    expect(body.rig_check.map((c: { data: RigCheck }) => c.data.id)).toEqual([late.id]);
  });

  it('have oxygen exactly where they burn with it', async () => {
    expect(await wrong(put('rig', sampleRig(newId, { name: 'a', oxygenHose: null }), 'lead'))).toEqual(['oxygenHose']);
    const air = sampleRig(newId, { name: 'b', burntWith: 'air-swirl' });
    expect(await wrong(put('rig', air, 'lead'))).toEqual(['oxygenRegulator']);
  });

  it.each([
    ['tips', { tips: [] }],
    ['tips.1.name', { tips: [rig.tips[0], { ...rig.tips[1], name: rig.tips[0]?.name.toUpperCase() }] }],
    ['tips.0.fuelM3s.max', { tips: [{ name: 'x', fuelM3s: { min: 2e-5, max: 1e-5 } }] }],
    ['fuelPa', { fuelPa: -1 }],
    ['fuelPa', { fuelPa: 1e9 }],
    ['fuelHose.grade', { fuelHose: { grade: 'X', madeIn: null } }],
    ['fuelHose.madeIn', { fuelHose: { grade: 'T', madeIn: 25 } }],
    ['fuelCylinder.weighedShare', { fuelCylinder: { ...rig.fuelCylinder, weighedShare: 1.2 } }],
    ['fuelCylinder.holdsM3', { fuelCylinder: { ...rig.fuelCylinder, holdsM3: 1e6 } }],
    ['guards.fuelTorch', { guards: { ...rig.guards, fuelTorch: 'hope' } }],
    ['schools.shutOff', { schools: { shutOff: 'both' } }],
    ['name', { name: '' }],
  ])('say what is wrong at %s', async (field, change) => {
    expect(await wrong(put('rig', { ...sampleRig(newId), name: 'bad', ...change }, 'lead'))).toContain(field);
  });

  it('that rounds were filed of stay on file; others go', async () => {
    const other = sampleRig(newId, { name: 'Lent' });
    await put('rig', other, 'lead').expect(200);
    const remove = (id: string) =>
      h
        .as('lead')
        .post('/api/commands')
        .send({ id: newId(), kind: 'rig', records: [], removals: [{ id, seen: 1 }] });
    const kept = await remove(rig.id);
    expect([409, 422]).toContain(kept.status);
    expect(kept.body.detail).toMatch(/on file|rests|needed/i);
    await remove(other.id).expect(200);
  });
});

describe('a round', () => {
  it('is filed by who is signed in, of a rig on file', async () => {
    expect(await wrong(put('rig_check', round(rig, { by: 'Somebody Else' })))).toEqual(['by']);
    expect(await wrong(put('rig_check', round({ ...rig, id: newId() })))).toEqual(['rigId']);
    await put('rig_check', round(rig), 'auditor').expect(403);
  });

  it('keeps what was skipped, and takes no step out of order or left out', async () => {
    const { steps } = round(rig);
    const skipped = steps.map((s, i) => (i === 2 ? { ...s, answer: 'skipped' as const } : s));
    await put('rig_check', round(rig, { steps: skipped })).expect(200);
    expect(await wrong(put('rig_check', round(rig, { steps: steps.slice(0, -1) })))).toEqual(['steps']);
    expect(await wrong(put('rig_check', round(rig, { steps: [...steps].reverse() })))).toEqual(['steps.0.id']);
    expect(await wrong(put('rig_check', round(rig, { steps: [...steps, { ...steps[0]!, id: 'more' }] })))).toEqual([
      `steps.${steps.length}.id`,
    ]);
    expect(await wrong(put('rig_check', round(rig, { drop: null })))).toEqual(['drop']);
  });

  it('ends at what was found wrong', async () => {
    const { steps } = round(rig);
    const until = steps.slice(0, 3).map((s, i) => (i === 2 ? { ...s, answer: 'wrong' as const } : s));
    await put('rig_check', round(rig, { steps: until, drop: null, flame: undefined })).expect(200);
    const on = steps.map((s, i) => (i === 2 ? { ...s, answer: 'wrong' as const } : s));
    expect(await wrong(put('rig_check', round(rig, { steps: on })))).toEqual(['steps.3']);
  });

  it('lights no rig that leaks or is refused', async () => {
    const leaking = round(rig, { drop: { fuel: 'line falls', oxygen: 'stands', seconds: 30 } });
    const lit = leaking.steps.findIndex((s) => s.id === 'around');
    expect(await wrong(put('rig_check', leaking))).toEqual([`steps.${lit}`]);
    await put('rig_check', { ...leaking, steps: leaking.steps.slice(0, lit), flame: undefined }).expect(200);
    const hot = sampleRig(newId, { name: 'Too high', fuelPa: 16 * PSI });
    await put('rig', hot, 'lead').expect(200);
    expect(await wrong(put('rig_check', round(hot)))).toEqual([`steps.${lit}`]);
    const before = round(hot);
    await put('rig_check', { ...before, steps: before.steps.slice(0, lit), flame: undefined }).expect(200);
    await put('rig_check', sampleRound(newId, hot, WHO, 'evening')).expect(200);
  });

  it('ends in the evening where all is shut, on a refused rig too', async () => {
    const hot = sampleRig(newId, { name: 'Too high again', fuelPa: 16 * PSI });
    await put('rig', hot, 'lead').expect(200);
    const evening = sampleRound(newId, hot, WHO, 'evening');
    expect(await wrong(put('rig_check', { ...evening, steps: evening.steps.slice(0, 2) }))).toEqual(['steps']);
    const told = round(hot);
    const flame = told.steps.map((s, i) =>
      i >= told.steps.length - 6 && s.id !== 'kind' ? { ...s, answer: 'skipped' as const } : s,
    );
    expect(await wrong(put('rig_check', { ...told, steps: flame }))).toEqual([`steps.${told.steps.length - 1}`]);
  });

  it('is signed exactly where the company asks it', async () => {
    const house = { id: newId(), paper: 'letter', editions: '', laboratory: '', lookedByAnother: false };
    await put('house', { ...house, rigChecksSigned: true }, 'quality').expect(200);
    expect(await wrong(put('rig_check', round(rig)))).toEqual(['toSign']);
    const signature = { password: TEST_PASSWORD, meaning: 'checked' };
    expect(await wrong(put('rig_check', round(rig, { toSign: true })))).toEqual(['signature']);
    await put('rig_check', round(rig, { toSign: true }), 'fitter', signature).expect(200);
    await put('house', { ...house, rigChecksSigned: false }, 'quality', undefined, 1).expect(200);
  });
});

describe('hot work', () => {
  const work = sampleHotWork(newId, file.job.id, WHO);
  const marked = (kind: HotWorkMark['kind'], at: string) => put('hot_work_mark', sampleMark(newId, work, kind, at));

  it('is given by who is signed in, with all that matters seen to', async () => {
    expect(await wrong(put('hot_work', { ...work, by: 'x' }))).toEqual(['by']);
    const undone = { ...work, answers: { ...work.answers, extinguisher: 'none here' } };
    expect(await wrong(put('hot_work', undone))).toEqual(['answers.extinguisher']);
    expect(await wrong(put('hot_work', { ...work, watchMinutes: 10 }))).toEqual(['watchMinutes']);
    await put('hot_work', work).expect(200);
  });

  it('goes from flame to watch to its end, which comes no sooner than asked', async () => {
    expect(await wrong(marked('flame out', '07:05'))).toEqual(['kind']);
    await marked('flame on', '07:10').expect(200);
    await marked('flame out', '08:00').expect(200);
    expect(await wrong(marked('ended', '08:59'))).toEqual(['kind']);
    expect(await wrong(marked('ended', '09:00'))).toEqual(['kind']);
    await marked('detector back', '09:01').expect(200);
    await marked('ended', '09:02').expect(200);
    expect(await wrong(marked('flame on', '09:03'))).toEqual(['kind']);
  });

  it('says what is wrong with a mark of another job, or before its permit', async () => {
    const stray = sampleMark(newId, { ...work, jobId: newId() }, 'flame on');
    expect((await put('hot_work_mark', stray)).status).toBe(422);
    expect(await wrong(marked('looked', '06:59'))).toEqual(['at']);
  });

  it('is read with its marks, and goes with the job’s file', async () => {
    const { body } = await h.as('auditor').get(`/api/jobs/${file.job.id}/hot-work`).expect(200);
    expect(body.hot_work).toHaveLength(1);
    expect(body.hot_work_mark).toHaveLength(4);
    const out = await h.as('lead').get(`/api/jobs/${file.job.id}/export`).expect(200);
    const text = JSON.parse(out.text) as typeof file;
    expect(text.hotWorkMarks.map((m) => m.kind).sort()).toEqual(['detector back', 'ended', 'flame on', 'flame out']);
    expect(text.rigs.map((r) => r.name)).toContain('Cart 1');
  });
});
