import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import { mayDo } from '@hephaist/contracts/exchange/people';
import { contentHash } from '@hephaist/contracts/records/content';
import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { IntakeAnswer, WaitingFile } from '@hephaist/contracts/records/intake-record';
import { KINDS } from '@hephaist/contracts/records/kinds';
import { ROLES } from '@hephaist/contracts/records/roles';
import type { Signature } from '@hephaist/contracts/records/signature';
import type { TrailPage } from '@hephaist/contracts/records/trail';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { sampleSession } from '../../test/instruments.js';
import { verifyTrail } from '../audit/verify.js';
import { PeopleStore } from '../people/people-store.js';
import { workPool } from '../work/work-pool.js';
import { bringIn } from './bring-in.js';

/** A file is no way round roles and signatures. */

let h: Harness;
beforeAll(async () => {
  h = await harness();
});
afterAll(() => h.close());

const demo = demoFile();
/** The plan of the demo's job alone, under ids of its own so that it can come in again. */
function bare(change: Partial<JobFile> = {}): JobFile {
  const job = { ...demo.job, id: newId() };
  const empty = { lines: [], joints: [], logs: [], procedures: [], brazers: [], coupons: [], confirmations: [] };
  const rest = { pqrs: [], pressureTests: [], signatures: [], ownRows: [], sessions: [], marks: [], trace: [] };
  const torch = { rigs: [], hotWork: [], hotWorkMarks: [] };
  return { ...demo, ...empty, ...rest, ...torch, job, ...change };
}
const send = (body: object, role: 'lead' | 'quality' | 'administrator' | 'fitter' | 'auditor' = 'lead', id = newId()) =>
  h.as(role).post(`/api/import/${id}`).send(body);
const countersign = (id: string, role: 'lead' | 'quality' = 'quality', password = TEST_PASSWORD) =>
  h.as(role).post(`/api/waiting-files/${id}/countersign`).send({ password });

const brazer = () => ({ ...demo.brazers[0]!, id: newId(), mark: `X${newId().slice(-3)}` });
const couponOf = (brazerId: string): Coupon => ({
  ...demo.coupons[0]!,
  id: newId(),
  number: `X-${newId().slice(-4)}`,
  brazerId,
  procedureId: null,
});
const signatureOf = (kind: Signature['kind'], record: { id: string }, meaning: Signature['meaning']): Signature => ({
  id: newId(),
  kind,
  recordId: record.id,
  signedVersion: 1,
  contentHash: contentHash(record),
  meaning,
  accountId: newId(),
  person: 'Somebody elsewhere',
  roles: ['quality'],
  at: '2026-06-01T10:00:00.000Z',
});

describe('a file that holds only a plan', () => {
  it('is not taken in where its bringer stopped it before it was written', async () => {
    const file = bare();
    const bytes = Buffer.from(JSON.stringify(file));
    const came = { type: 'job' as const, bytes };
    const people = new PeopleStore(h.store.db);
    const { id = '' } = (await people.list(h.store.companyId)).find((p) => p.roles.join() === 'lead') ?? {};
    const lead = await people.byId(h.store.companyId, id);
    const bring = (gone?: AbortSignal) => bringIn(h.store, lead!, newId(), came, workPool(), gone);
    await expect(bring(AbortSignal.abort())).rejects.toThrow('Nobody waits for it any more.');
    expect(await h.store.find('job', file.job.id)).toBeNull();
    expect(await bring()).toMatchObject({ jobId: file.job.id });
  });

  it('goes in at once by whoever may write it, and says that it came in', async () => {
    const answer = await send(bare()).expect(201);
    expect(answer.body).toMatchObject({ waits: null, kept: 0 });
    expect(await h.store.count('intake', { job_id: (answer.body as IntakeAnswer).jobId! })).toBe(1);
  });
});

describe('a file with evidence', () => {
  it('waits: a coupon that a lead may not write qualifies nobody until a person of quality has signed for it', async () => {
    const b = brazer();
    const coupon = couponOf(b.id);
    const id = newId();
    const file = bare({ brazers: [b], coupons: [coupon] });
    const came = (await send(file, 'lead', id).expect(202)).body as IntakeAnswer;
    expect(came.waits?.brings).toContainEqual({
      kind: 'coupon',
      count: 1,
      unsigned: 1,
      names: [`${b.name}: ${coupon.number}`],
    });
    expect(await h.store.find('coupon', coupon.id)).toBeNull();
    expect(await h.store.find('job', file.job.id)).toBeNull();

    await countersign(id, 'lead').expect(403);
    expect((await countersign(id, 'quality', 'not the password').expect(422)).body.fields[0].field).toBe('password');
    expect(await h.store.find('coupon', coupon.id)).toBeNull();

    const done = (await countersign(id).expect(201)).body as IntakeAnswer;
    expect(done.jobId).toBe(file.job.id);
    expect(await h.store.find('coupon', coupon.id)).toMatchObject({ number: coupon.number });
    const [intake] = await h.store.list('intake', { job_id: file.job.id });
    const [signature] = await h.store.list('signature', { record_id: intake!.id });
    expect(signature).toMatchObject({
      meaning: 'countersigned',
      person: 'Test quality',
      contentHash: contentHash(intake),
    });
    // Sent again it is answered the same, and stands once.
    expect((await send(file, 'lead', id).expect(201)).body).toEqual(done);
    await countersign(id).expect(404);
    expect(await h.store.count('intake', { job_id: file.job.id })).toBe(1);
  });

  it.each(
    KINDS.filter((k) => k !== 'weighing' && k !== 'hand_over' && k !== 'intake').flatMap((kind) =>
      ROLES.map((role) => [role, kind] as const),
    ),
  )(
    '%s brings in %s: nothing that the role may not write, and no evidence, is on file unsigned',
    async (role, kind) => {
      const b = brazer();
      const job = { ...demo.job, id: newId() };
      const line = { ...demo.lines[0]!, id: newId(), jobId: job.id, layout: null };
      const joint = { ...demo.joints[0]!, id: newId(), jobId: job.id, lineId: line.id, mark: 'Q-1' };
      const coupon = couponOf(b.id);
      const session = sampleSession({ id: newId(), jobId: job.id, lineId: line.id });
      const parts: { readonly [K in (typeof KINDS)[number]]?: Partial<JobFile> } = {
        line: { lines: [line] },
        joint: { lines: [line], joints: [joint] },
        procedure: { procedures: [{ ...demo.procedures[0]!, id: newId(), name: `P ${newId()}`, replaces: undefined }] },
        brazer: { brazers: [b] },
        log: {
          lines: [line],
          joints: [joint],
          brazers: [b],
          logs: [
            {
              ...demo.logs[0]!,
              id: newId(),
              jobId: job.id,
              jointId: joint.id,
              brazerId: b.id,
              procedureId: null,
              sessionId: null,
            },
          ],
        },
        coupon: { brazers: [b], coupons: [coupon] },
        own_row: {
          ownRows: demo.ownRows.slice(0, 1).map((r) => ({ ...r, id: newId(), key: `txv${newId().slice(-4)}` })),
        },
        confirmation: {
          brazers: [b],
          confirmations: [{ id: newId(), brazerId: b.id, on: '2026-06-01', says: 'seen' }],
        },
        pqr: {
          brazers: [b],
          pqrs: demo.pqrs.slice(0, 1).map((p) => ({ ...p, id: newId(), number: newId().slice(-8), brazerId: b.id })),
        },
        pressure_test: {
          lines: [line],
          pressureTests: demo.pressureTests
            .slice(0, 1)
            .map((t) => ({ ...t, id: newId(), jobId: job.id, lineId: line.id })),
        },
        purge_session: { lines: [line], sessions: [session] },
        signature: { brazers: [b], coupons: [coupon], signatures: [signatureOf('coupon', coupon, 'judged')] },
      };
      const before = await Promise.all(KINDS.map((k) => h.store.count(k)));
      const answer = await send({ ...bare(parts[kind]), job }, role);
      const after = await Promise.all(KINDS.map((k) => h.store.count(k)));
      const grown = KINDS.filter((_, i) => after[i]! > before[i]!);
      expect(mayDo([role], 'import') ? [201, 202] : [403]).toContain(answer.status);
      if (answer.status !== 201) expect(grown).toEqual([]);
      const { waits } = answer.body as Partial<IntakeAnswer>;
      if (waits) await h.as('quality').post(`/api/waiting-files/${waits.id}/refuse`).expect(204);
      for (const k of grown.filter((x) => x !== 'intake')) {
        expect(mayDo([role], `write:${k}`)).toBe(true);
        expect(['job', 'line', 'joint', 'brazer', 'procedure', 'own_row']).toContain(k);
      }
    },
  );

  it('with a signature that does not fit what it holds is refused at the place', async () => {
    const b = brazer();
    const coupon = couponOf(b.id);
    const signature = signatureOf('coupon', coupon, 'judged');
    const good = bare({ brazers: [b], coupons: [coupon], signatures: [signature] });
    expect((await send(good).expect(202)).body.waits.brings).toContainEqual(
      expect.objectContaining({ kind: 'coupon', unsigned: 0 }),
    );
    const forged = { ...good, coupons: [{ ...coupon, boreClean: !coupon.boreClean }] };
    expect((await send(forged).expect(422)).body.fields).toEqual([
      { field: 'signatures.0.contentHash', says: 'the record is not as it was signed' },
    ]);
    const other = { ...good, signatures: [{ ...signature, kind: 'procedure' }] };
    expect((await send(other).expect(422)).body.fields[0].says).toBe('what it signs is a coupon');
  });

  it('one released procedure, one withdrawn brazer: each as it was signed, or refused', async () => {
    const out = { ...brazer(), withdrawnOn: '2026-05-01', withdrawnReason: 'purge shut off' };
    const withdrawn = signatureOf('brazer', out, 'withdrawn');
    await send(bare({ brazers: [out], signatures: [withdrawn] })).expect(202);
    const later = { ...out, withdrawnReason: 'nothing much' };
    await send(bare({ brazers: [later], signatures: [withdrawn] })).expect(422);
    // Lifted since: the signature is of an earlier state, and the brazer as it stands needs none.
    const lifted = { ...out, withdrawnOn: null, withdrawnReason: null };
    await send(bare({ brazers: [lifted], signatures: [withdrawn] })).expect(202);
  });

  it('is shown with what it brings, can be refused, and the trail tells of it', async () => {
    const b = brazer();
    const id = newId();
    await send(bare({ brazers: [b], coupons: [couponOf(b.id)] }), 'administrator', id).expect(202);
    const list = (await h.as('quality').get('/api/waiting-files').expect(200)).body as WaitingFile[];
    expect(list.at(-1)).toMatchObject({ id, by: 'Test administrator', jobName: demo.job.name });
    await h.as('fitter').get('/api/waiting-files').expect(403);
    await h.as('lead').post(`/api/waiting-files/${id}/refuse`).expect(403);
    await h.as('quality').post(`/api/waiting-files/${id}/refuse`).expect(204);
    await h.as('quality').post(`/api/waiting-files/${id}/refuse`).expect(404);
    const { entries: trail } = (await h.as('auditor').get('/api/trail').expect(200)).body as TrailPage;
    expect(trail.slice(0, 2).map((t) => t.body.deed)).toEqual(['file refused', 'file waits']);
  });

  it('an id sent with another file is refused, and so is a 21st that waits', async () => {
    const there = await harness();
    const file = (): JobFile => {
      const b = brazer();
      return bare({ brazers: [b], coupons: [couponOf(b.id)] });
    };
    const id = newId();
    await there.as('lead').post(`/api/import/${id}`).send(file()).expect(202);
    await there.as('lead').post(`/api/import/${id}`).send(file()).expect(409);
    for (let i = 1; i < 20; i++) await there.as('lead').post(`/api/import/${newId()}`).send(file()).expect(202);
    const full = await there.as('lead').post(`/api/import/${newId()}`).send(file()).expect(409);
    expect(full.body.detail).toContain('20 files wait');
    await there.close();
  });

  it('its signatures are marked as given elsewhere inside what the trail holds', async () => {
    const b = brazer();
    const coupon = couponOf(b.id);
    const signature = signatureOf('coupon', coupon, 'judged');
    const file = bare({ brazers: [b], coupons: [coupon], signatures: [signature] });
    expect((await broughtIn(h, file)).status).toBe(201);
    const [intake] = await h.store.list('intake', { job_id: file.job.id });
    expect(intake?.signatureIds).toEqual([signature.id]);
    await h.db.transaction(async (trx) => {
      await trx.raw('alter table imported_signature disable trigger user');
      await trx('imported_signature').where({ id: signature.id }).del();
      await trx.raw('alter table imported_signature enable trigger user');
    });
    const shown = await h.as('auditor').get(`/api/signatures/${coupon.id}`).expect(200);
    expect(shown.body).toMatchObject([{ imported: true }]);
    expect((await verifyTrail(h.db, h.store.companyId)).problems[0]).toContain('signature');
  });
});

describe('a command id', () => {
  const job = () => ({ ...demo.job, id: newId() });
  it('stands for one person and one content; anything else under it is refused and not lost without a word', async () => {
    const id = newId();
    const one = { id, kind: 'job', records: [{ seen: 0, data: job() }] };
    const first = (await h.as('lead').post('/api/commands').send(one).expect(200)).body as object;
    expect((await h.as('lead').post('/api/commands').send(one).expect(200)).body).toEqual(first);
    const other = { ...one, records: [{ seen: 0, data: job() }] };
    const refused = await h.as('lead').post('/api/commands').send(other).expect(409);
    expect(refused.body.detail).toContain('sent before with something else');
    await h.as('quality').post('/api/commands').send(one).expect(409);
    const copy = `/api/jobs/${one.records[0]!.data.id}/copy/${newId()}`;
    const answer = await h.as('lead').post(copy).send({ name: 'A' }).expect(201);
    expect((await h.as('lead').post(copy).send({ name: 'A' }).expect(201)).body).toEqual(answer.body);
    await h.as('lead').post(copy).send({ name: 'B' }).expect(409);
  });
});
