import { contentHash, KINDS, type Kind } from '@hephaist/contracts';
import type { Knex } from 'knex';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, harness, newId, TEST_PASSWORD, type Harness } from '../../test/harness.js';
import { sampleMark, sampleSession } from '../../test/instruments.js';
import { columns } from '../records/store.js';
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
  const confirmation = { id: newId(), brazerId: file.brazers[0]!.id, on: '2026-06-10', says: 'seen' };
  await put('confirmation', confirmation, { password: TEST_PASSWORD, meaning: 'confirmed' }).expect(200);
  await h
    .as('quality')
    .post(`/api/jobs/${file.job.id}/hand-overs`)
    .send({ id: newId(), to: 'x', note: '', units: 'us', password: TEST_PASSWORD })
    .expect(201);
  expect((await verifyTrail(h.db, h.store.companyId)).problems).toEqual([]);
});
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
  mark: 'XX',
  sort: 999,
  number: 'XX',
  table_id: 'metal',
  key: 'own:other',
  kind: 'purge off',
  instruments: 'other',
  brazed_at: new Date('2020-01-01'),
  started_at: new Date('2020-01-01'),
};
const COLUMNS = HELD.flatMap((kind) =>
  [...Object.keys((columns[kind] as (d: never) => object)({} as never)), 'version'].map((c): [Kind, string] => [
    kind,
    c,
  ]),
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
  it('a signature’s mark that it came in', async () => {
    const problems = await found((t) => t('imported_signature').del());
    expect(problems).toHaveLength(1);
    expect(problems[0]).toMatch(/^signature .* no longer marked so$/);
  });
});
