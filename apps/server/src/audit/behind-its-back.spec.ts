import { contentHash } from '@hephaist/contracts/records/content';
import { type Kind, kindRow, KINDS } from '@hephaist/contracts/records/kinds';
import * as fc from 'fast-check';
import type { Knex } from 'knex';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { onFileSamples } from '../../../../packages/contracts/src/testing/on-file-samples.js';
import { sampleCourse, sampleRun } from '../../../../packages/contracts/src/testing/practice-samples.js';
import {
  sampleHotWork,
  sampleMark as sampleWatchMark,
  sampleRig,
  sampleRound,
} from '../../../../packages/contracts/src/testing/torch-samples.js';
import { broughtIn, demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { sampleMark, sampleSession } from '../../test/instruments.js';
import { sampleStep } from '../../test/steps.js';
import { buildPackage } from '../package/build.js';
import { verifyTrail } from './verify.js';

/** Changes made by who owns the database, past every trigger: each is found when the trail is checked. */

let h: Harness;
const demo = demoFile();
const [judged] = demo.coupons;
/** The demo with one coupon signed elsewhere. */
const file: typeof demo = {
  ...demo,
  signatures: [
    {
      id: newId(),
      kind: 'coupon',
      recordId: judged!.id,
      signedVersion: 1,
      contentHash: contentHash(judged),
      meaning: 'judged',
      accountId: newId(),
      person: 'Somebody elsewhere',
      roles: ['quality'],
      at: '2026-06-01T10:00:00.000Z',
    },
  ],
};
beforeAll(async () => {
  h = await harness();
  expect((await broughtIn(h, file)).status).toBe(201);
  const photo = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#b87333' } })
    .jpeg()
    .toBuffer();
  for (let i = 0; i < 2; i++)
    await h.as('fitter').post(`/api/pictures/${newId()}`).set('Content-Type', 'image/jpeg').send(photo).expect(201);
  const session = sampleSession();
  const put = (kind: string, data: object, signature?: object) =>
    h
      .as()
      .post('/api/commands')
      .send({ id: newId(), kind, records: [{ seen: 0, data }], ...(signature ? { signature } : {}) });
  await put('purge_session', session).expect(200);
  await put('purge_mark', sampleMark(session)).expect(200);
  await read(session.id, 30);
  const confirmation = { id: newId(), brazerId: file.brazers[0]!.id, on: '2026-06-10', says: 'seen' };
  await put('confirmation', confirmation, { password: TEST_PASSWORD, meaning: 'confirmed' }).expect(200);
  const annulment = { id: newId(), kind: 'coupon', recordId: file.coupons[0]!.id, reason: 'wrong', replacedById: null };
  await put('annulment', annulment, { password: TEST_PASSWORD, meaning: 'annulled' }).expect(200);
  for (const [kind, sample] of Object.entries(onFileSamples(newId))) await put(kind, sample).expect(200);
  const rig = sampleRig(newId, { name: 'Lent' });
  await put('rig', rig).expect(200);
  await put('rig_check', sampleRound(newId, rig, 'Test everything')).expect(200);
  await put('practice_course', sampleCourse(newId, file.job.id, file.joints[0]!.id)).expect(200);
  await put('practice_run', sampleRun(newId, file.job.id, 'Test everything')).expect(200);
  const work = sampleHotWork(newId, file.job.id, 'Test everything');
  await put('hot_work', work).expect(200);
  await put('hot_work_mark', sampleWatchMark(newId, work, 'flame on')).expect(200);
  await put('line_step', sampleStep(file), { password: TEST_PASSWORD, meaning: 'tested' }).expect(200);
  const [seen] = file.pqrs;
  const look = {
    id: newId(),
    kind: 'pqr',
    recordId: seen!.id,
    as: 'witness',
    contentHash: contentHash(seen),
    note: '',
  };
  await put('second_look', look, { password: TEST_PASSWORD, meaning: 'witnessed' }).expect(200);
  const handedOver = newId();
  await h
    .as('quality')
    .post(`/api/jobs/${file.job.id}/hand-overs`)
    .send({ id: handedOver, to: 'x', note: '', units: 'us', password: TEST_PASSWORD })
    .expect(201);
  await buildPackage(h.store, handedOver);
  expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
});

/** Readings of a session, an hour old, as an instrument would give them. */
async function read(sessionId: string, rows: number): Promise<void> {
  const { trace } = h.store;
  const holder = newId();
  expect(await trace.hold(sessionId, holder, 60)).toBe(true);
  const from = Date.now() - 3_600_000;
  const readings = Array.from({ length: rows }, (_, i) => ({
    atMs: from + 250 * i,
    device: 'oxygen' as const,
    value: 0.2 / (i + 1),
    toldMs: from + 250 * i,
    says: null,
  }));
  expect(await trace.add(sessionId, holder, 1, readings)).toBe(true);
  await trace.letGo(sessionId, holder);
}
afterAll(() => h.close());

/** What the check finds of some work that is undone again. */
async function found(work: (trx: Knex) => Promise<unknown>): Promise<readonly string[]> {
  let problems: readonly string[] = [];
  const undone = new Error('undone');
  await h.db
    .transaction(async (trx) => {
      await trx.raw("set local session_replication_role = 'replica'");
      const changed = await work(trx);
      expect(changed, 'nothing was changed').not.toBe(0);
      problems = (await verifyTrail(trx, h.store.companyId)).problems;
      throw undone;
    })
    .catch((e: unknown) => {
      if (e !== undone) throw e;
    });
  return problems;
}
const one = (trx: Knex, table: string) => trx(table).whereRaw(`id = (select id from ${table} order by id limit 1)`);

/** Kinds that have rows here, and the columns that are drawn from the record. */
const HELD = KINDS.filter((k) => k !== 'weighing');
const uuid = newId();
/** Another value for a column, of its own type. */
const OTHER: Readonly<Record<string, unknown>> = {
  job_id: uuid,
  line_id: uuid,
  joint_id: uuid,
  brazer_id: uuid,
  session_id: uuid,
  record_id: uuid,
  rig_id: uuid,
  hot_work_id: uuid,
  name: 'other',
  on_day: '2020-01-01',
  mark: 'XX',
  sort: 999,
  number: 'XX',
  task: 'exercise up',
  made_by: 'Somebody else',
  table_id: 'metal',
  key: 'own:other',
  kind: 'purge off',
  lot: 'XX',
  instruments: 'other',
  brazed_at: new Date('2020-01-01'),
  started_at: new Date('2020-01-01'),
};
const COLUMNS = HELD.flatMap((kind) =>
  [...Object.keys(kindRow(kind).columns), 'version'].map((c): [Kind, string] => [kind, c]),
);

describe('changed behind its back', () => {
  it.each(HELD)('the content of a %s', async (kind) => {
    expect(
      await found((trx) => one(trx, kind).update({ data: trx.raw(`data || '{"note":"other than it was"}'`) })),
    ).toEqual([expect.stringContaining(`${kind} `)]);
  });
  it.each(COLUMNS)('%s: its column %s', async (kind, column) => {
    const value = column === 'version' ? 7 : OTHER[column];
    expect(value, `no other value for ${column}`).toBeDefined();
    const problems = await found((trx) => one(trx, kind).update({ [column]: value }));
    expect(problems[0]).toMatch(new RegExp(`^${kind} `));
  });
  it.each(HELD)('a %s taken away', async (kind) => {
    expect((await found((trx) => one(trx, kind).del())).join()).toContain(kind);
  });
  it.each<[string, (trx: Knex) => Promise<unknown>]>([
    ['a role', (t) => one(t, 'account').update({ roles: ['administrator', 'quality'] })],
    ['a password', (t) => one(t, 'account').update({ password: 'scrypt$1$1$1$a$b' })],
    ['a name to sign in with', (t) => one(t, 'account').update({ name: 'other' })],
    ['whose account it is', (t) => one(t, 'account').update({ person: 'Somebody' })],
    ['which brazer it is', (t) => one(t, 'account').update({ brazer_id: file.brazers[0]!.id })],
    ['who was shut out', (t) => one(t, 'account').update({ disabled: true })],
    ['that a password must be changed', (t) => one(t, 'account').update({ must_change: true })],
    ['an account, taken away', (t) => one(t, 'account').del()],
    [
      'an account, added',
      (t) =>
        t.raw(
          `insert into account select '${newId()}', company_id, 'more', person, roles, null, password from account limit 1`,
        ),
    ],
  ])('%s', async (_what, work) => {
    expect((await found(work))[0]).toMatch(/^account /);
  });
  it.each<[string, (trx: Knex) => Promise<unknown>]>([
    ['a photograph’s bytes', (t) => one(t, 'picture').update({ bytes: Buffer.from('another') })],
    [
      'a photograph’s bytes and hash',
      (t) => one(t, 'picture').update({ bytes: Buffer.from('x'), hash: 'f'.repeat(64) }),
    ],
    ['a photograph, taken away', (t) => one(t, 'picture').del()],
    [
      'a photograph, added',
      (t) =>
        t.raw(
          `insert into picture select company_id, '${newId()}', type, hash, width, height, bytes from picture limit 1`,
        ),
    ],
  ])('%s', async (_what, work) => {
    expect((await found(work))[0]).toMatch(/^picture /);
  });
  it.each<[string, (trx: Knex) => Promise<unknown>]>([
    ['who sent a command', (t) => one(t, 'command').update({ actor: 'somebody' })],
    ['what a command was', (t) => one(t, 'command').update({ kind: 'write other' })],
    ['what a command held', (t) => one(t, 'command').update({ content: 'f'.repeat(64) })],
    ['what a command was answered', (t) => one(t, 'command').update({ result: '{"records":[]}' })],
    ['a command, taken away', (t) => one(t, 'command').del()],
    [
      'a command, added',
      (t) =>
        t.raw(`insert into command select company_id, '${newId()}', actor, kind, result, content from command limit 1`),
    ],
  ])('%s', async (_what, work) => {
    expect((await found(work))[0]).toMatch(/^command /);
  });

  it.each<[string, (trx: Knex) => Promise<unknown>, RegExp]>([
    ['what was kept of a job', (t) => one(t, 'package').update({ snapshot: Buffer.from('other') }), /^snapshot /],
    [
      'the bytes of a package',
      (t) =>
        t('package_part')
          .where({ n: 0 })
          .update({ bytes: Buffer.from('x') }),
      /^package /,
    ],
    ['the end of a package, cut off', (t) => t.raw('delete from package_part where n = (select max(n) from package_part)'), /^package /], // prettier-ignore
    ['the hash of a package', (t) => one(t, 'package').update({ hash: 'f'.repeat(64) }), /^package /],
    ['the size of a package', (t) => one(t, 'package').update({ bytes: 7 }), /^package /],
    ['which building of a package is the good one', (t) => one(t, 'package').update({ build: newId() }), /^package /],
    ['that a package is ready', (t) => one(t, 'package').update({ state: 'waiting' }), /^package /],
  ])('%s', async (_what, work, words) => {
    expect((await found(work))[0]).toMatch(words);
  });

  const row = (t: Knex, seq: number) => t('purge_trace').where({ seq, device: 'oxygen' });
  it.each<[string, (trx: Knex) => Promise<unknown>]>([
    ['the value of a reading', (t) => row(t, 7).update({ value: 0.001 })],
    ['the last bit of a reading', (t) => row(t, 7).update({ value: t.raw('value * (1 + 3e-16)') })],
    ['when a reading came', (t) => row(t, 7).update({ at: t.raw(`at - interval '1 ms'`) })],
    ['when the instrument says it was', (t) => row(t, 7).update({ told_at: null })],
    ['which instrument it was', (t) => row(t, 7).update({ device: 'flow' })],
    ['what was noted in a trace', (t) => row(t, 7).update({ says: 'answers' })],
    ['a reading, taken away', (t) => row(t, 7).del()],
    ['the first reading, taken away', (t) => row(t, 1).del()],
    ['the last reading, taken away', (t) => row(t, 30).del()],
    [
      'a reading, added',
      (t) =>
        t.raw(
          `insert into purge_trace select company_id, session_id, seq + 100, at, device, value, told_at, says
           from purge_trace where device = 'oxygen' and seq = 30`,
        ),
    ],
    [
      'two readings, exchanged',
      async (t) => {
        await row(t, 7).update({ seq: 700 });
        await row(t, 8).update({ seq: 7 });
        await row(t, 700).update({ seq: 8 });
      },
    ],
  ])('%s', async (_what, work) => {
    expect((await found(work))[0]).toMatch(/^readings /);
  });

  it('a signature’s mark that it came in', async () => {
    const problems = await found((t) => t('imported_signature').del());
    expect(problems).toHaveLength(1);
    expect(problems[0]).toMatch(/^signature .* no longer marked so$/);
  });
});

/** Any row of any table that the trail holds, changed in any of its columns by any means. */
describe('a random change behind its back', () => {
  const TABLES = [...HELD, 'account', 'picture', 'command', 'package', 'package_part', 'purge_trace'];
  /** Columns that say nothing the trail must hold: when somebody was seen, how far a building is, what is worked out. */
  const FREE: Readonly<Record<string, readonly string[]>> = {
    account: ['last_seen', 'password_given_at', 'totp_step', 'reset_hash', 'reset_until'],
    picture: ['hash', 'type', 'width', 'height'],
    package: ['doing', 'done', 'of', 'problem'],
  };
  const OTHERWISE: Readonly<Record<string, string>> = {
    uuid: `'${newId()}'::uuid`,
    text: `coalesce(%c, '') || 'x'`,
    jsonb: `jsonb_set(%c, '{x}', '"another"')`,
    integer: 'coalesce(%c, 0) + 1',
    bigint: 'coalesce(%c, 0) + 1000000',
    boolean: 'not coalesce(%c, false)',
    bytea: `%c || '\\x00'::bytea`,
    'double precision': 'coalesce(%c, 0) + 1',
    'timestamp with time zone': `coalesce(%c, now()) - interval '1 day'`,
    ARRAY: `%c || '{administrator,auditor,lead}'::text[]`,
  };
  it('is found, whatever row and column it is in', async () => {
    const { rows } = (await h.db.raw(
      `select table_name as t, column_name as c, data_type as d from information_schema.columns
       where table_schema = 'public' and table_name = any(?) order by 1, 2`,
      [TABLES],
    )) as { rows: { t: string; c: string; d: string }[] };
    const places = rows.filter((r) => r.c !== 'company_id' && !FREE[r.t]?.includes(r.c));
    expect(places.length).toBeGreaterThan(80);
    await fc.assert(
      fc.asyncProperty(fc.constantFrom(...places), fc.nat(10_000), async ({ t, c, d }, n) => {
        const to = (OTHERWISE[d] ?? '').replaceAll('%c', `"${c}"`);
        expect(to, `no other ${d}`).not.toBe('');
        const problems = await found((trx) =>
          trx
            .raw(
              `update ${t} set "${c}" = ${to} where ctid = (select ctid from ${t} order by ctid
               offset (select ? % greatest(count(*), 1) from ${t}) limit 1)`,
              [n],
            )
            .then((r: { rowCount: number }) => r.rowCount),
        );
        expect(problems.length, `${t}.${c}`).toBeGreaterThan(0);
      }),
      { seed: 4, numRuns: process.env['HEPHAIST_FULL'] ? 600 : 80 },
    );
  });
});
