import { appendFileSync, mkdtempSync, readFileSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TrailVerdict } from '@hephaist/contracts/records/trail';
import type { Knex } from 'knex';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { broughtIn, demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { buildPackage } from '../package/build.js';
import { partsOf } from '../package/parts.js';
import { unzip } from '../package/unzip.js';
import { againstAnchors } from './against-anchors.js';
import { type Anchor, Anchors, inOneLine, isSigned, knownAnchors, lastAnchor } from './anchor.js';
import { appendTrail, ITSELF } from './trail.js';
import { verifyTrail } from './verify.js';

/** Where the trail stood is signed and written down in several places: a tail that is cut off is missed by one of them. */

let h: Harness;
let anchors: Anchors;
const folder = mkdtempSync(join(tmpdir(), 'hephaist-anchor-'));
const own = join(folder, 'anchors.jsonl');
const elsewhere = join(mkdtempSync(join(tmpdir(), 'hephaist-elsewhere-')), 'sub', 'anchors.jsonl');
const file = demoFile();
const at = (day: number): Date => new Date(Date.UTC(2026, 5, day, 12));
const linesOf = (path: string): Anchor[] =>
  readFileSync(path, 'utf8')
    .trim()
    .split('\n')
    .map((l) => JSON.parse(l) as Anchor);

beforeAll(async () => {
  anchors = (await Anchors.open({ folder, files: [own, elsewhere] }))!;
  h = await harness(undefined, { anchors });
  expect((await broughtIn(h, file)).status).toBe(201);
});
afterAll(() => h.close());

const more = (words: string) =>
  h.db.transaction((trx) => appendTrail(trx, h.store.companyId, { at: new Date(), by: ITSELF, deed: words }));

/** Takes entries off the end as who owns the database would, every trace of them in it with them. */
async function cut(trx: Knex, from: number): Promise<void> {
  await trx.raw("set local session_replication_role = 'replica'");
  await trx('audit').where('seq', '>=', from).del();
  await trx('anchor').where('seq', '>=', from).del();
  const last = (await trx('audit').orderBy('seq', 'desc').first('seq', 'hash')) as { seq: string; hash: string };
  await trx('audit_head').update(last);
}

async function undone<T>(work: (trx: Knex) => Promise<T>): Promise<T> {
  const trx = await h.db.transaction();
  try {
    return await work(trx);
  } finally {
    await trx.rollback();
  }
}

describe('anchors', () => {
  it('are signed by a key of the server’s own, in files that are its owner’s', async () => {
    const anchor = (await anchors.now(h.db, h.store.companyId, at(1)))!;
    expect(isSigned(anchor)).toBe(true);
    expect(anchor).toMatchObject({ company: 'This company', at: '2026-06-01T12:00:00.000Z' });
    for (const change of [{ seq: 1 }, { hash: 'f'.repeat(64) }, { at: '2020-01-01T00:00:00.000Z' }, { key: 'AAAA' }])
      expect(isSigned({ ...anchor, ...change })).toBe(false);
    for (const path of [own, elsewhere, join(folder, 'anchor.key')]) expect(statSync(path).mode & 0o077).toBe(0);
    expect(linesOf(own)).toEqual([anchor]);
    expect(linesOf(elsewhere)).toEqual([anchor]);
    expect(await lastAnchor(h.db, h.store.companyId)).toEqual(anchor);
    expect((await Anchors.open({ folder, files: [] }))!).toBeInstanceOf(Anchors);
    expect(await Anchors.open({ folder: null, files: [] })).toBeNull();
  });

  it('come daily, where the trail went on', async () => {
    const n = () => linesOf(own).length;
    await anchors.daily(h.db, at(2));
    expect(n(), 'nothing was written since').toBe(1);
    await more('one');
    await anchors.daily(h.db, new Date(at(2).getTime() - 1));
    expect(n(), 'a day is not over').toBe(1);
    await anchors.daily(h.db, at(2));
    expect(n()).toBe(2);
  });

  it('go out with a hand-over’s package and with the calendar', async () => {
    const id = newId();
    await h
      .as('quality')
      .post(`/api/jobs/${file.job.id}/hand-overs`)
      .send({ id, to: 'the owner', note: '', units: 'us', password: TEST_PASSWORD })
      .expect(201);
    const anchor = (await lastAnchor(h.db, h.store.companyId))!;
    const { hash } = (await h.db('audit').where({ seq: anchor.seq }).first('hash')) as { hash: string };
    expect(anchor.hash).toBe(hash);
    await buildPackage(h.store, id);
    const { build } = (await h.db('package').where({ id }).first('build')) as { build: string };
    const parts: Buffer[] = [];
    for await (const part of partsOf(h.store, id, build)) parts.push(part);
    const inside = await unzip(Buffer.concat(parts));
    expect(JSON.parse(Buffer.from(inside.get('anchor.json')!).toString())).toEqual(anchor);
    const { path } = (await h.as('quality').post('/api/calendar').expect(201)).body as { path: string };
    expect((await h.as().get(path).expect(200)).text).toContain(`X-HEPHAIST-TRAIL:${anchor.seq}:`);
    expect(inOneLine(anchor)).toBe(`${anchor.seq}:${anchor.hash}`);
  });

  it('hold against a good trail, and the page says how many there are', async () => {
    const body = (await h.as('auditor').post('/api/trail/check').expect(200)).body as TrailVerdict;
    expect(body).toMatchObject({ problems: [], notes: [] });
    expect(body.anchors).toBe(9);
  });

  it('miss a tail that was cut off consistently, from the file alone', async () => {
    const { seq, at: when } = (await lastAnchor(h.db, h.store.companyId))!;
    const found = await undone(async (trx) => {
      await cut(trx, seq);
      const inside = await verifyTrail(trx, h.store.companyId);
      expect(
        inside.problems.filter((p) => p.includes('the trail ends')),
        'the database alone knows nothing',
      ).toEqual([]);
      return verifyTrail(trx, h.store.companyId, {
        anchors: await knownAnchors(trx, h.store.companyId, [elsewhere]),
      });
    });
    expect(found.problems).toContain(
      `the trail ends at ${seq - 1}, before entry ${seq}, anchored on ${when.slice(0, 10)}`,
    );
  });

  it('and an end that was written anew', async () => {
    const { seq } = (await lastAnchor(h.db, h.store.companyId))!;
    const found = await undone(async (trx) => {
      await cut(trx, seq);
      for (let i = 0; i < 3; i++)
        await appendTrail(trx, h.store.companyId, { at: new Date(), by: ITSELF, deed: 'as if nothing were' });
      return verifyTrail(trx, h.store.companyId, { anchors: linesOf(own) });
    });
    expect(found.problems[0]).toMatch(
      new RegExp(`^entry ${seq} is not the one that was written down elsewhere, anchored`),
    );
  });

  it('leave out what is not signed, and lines that are none', async () => {
    const anchor = (await lastAnchor(h.db, h.store.companyId))!;
    appendFileSync(elsewhere, `not an anchor\n${JSON.stringify({ ...anchor, hash: 'f'.repeat(64) })}\n`);
    const all = await knownAnchors(h.db, h.store.companyId, [elsewhere]);
    const found = await verifyTrail(h.db, h.store.companyId, { anchors: all });
    expect(found.problems).toEqual([]);
    expect(found.notes[0]).toContain('is not signed as it says, and was not used');
    expect(await knownAnchors(h.db, newId(), [elsewhere])).toEqual([]);
  });
});

describe('against anchors', () => {
  const anchor = (seq: number): Promise<Anchor> =>
    Promise.resolve(linesOf(own).at(-1)!).then((a) => ({ ...a, seq: a.seq + seq }));
  it('a restore later than the anchor takes the trail back past it, said as a note; an earlier one does not', async () => {
    const a = await anchor(0);
    const trail = (back: string) => ({
      hashAt: () => undefined,
      end: a.seq - 1,
      restores: [{ seq: a.seq - 1, at: back }],
    });
    const later = againstAnchors([a], null, trail('2099-01-02T00:00:00.000Z'));
    expect(later.problems).toEqual([]);
    expect(later.notes[0]).toContain('a restore on 2099-01-02 took the trail back past the anchor of');
    expect(againstAnchors([a], null, trail('2000-01-01T00:00:00.000Z')).problems).toHaveLength(1);
    const byHand = againstAnchors([], { seq: a.seq, hash: a.hash }, trail('2099-01-02T00:00:00.000Z'));
    expect(byHand.problems, 'a line written by hand has no day').toHaveLength(1);
  });
});
