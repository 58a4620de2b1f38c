import type { Followed, FollowEvent, FollowLink } from '@hephaist/contracts/exchange/followed';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import { inUnits } from '@hephaist/core/units/say';
import { describe, expect, it } from 'vitest';
import { demoFile, newId, TEST_PASSWORD } from '../../test/harness.js';
import { asBytes, readPdf } from '../../test/pdf.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const h = withJob(file);

const follow = async (of: string, id: string, role: 'auditor' | 'fitter' = 'auditor'): Promise<Followed> =>
  (
    await h
      .as(role)
      .get(`/api/follow/${of}/${encodeURIComponent(id)}`)
      .expect(200)
  ).body as Followed;
const kinds = (f: Followed): string[] => f.events.map((e) => e.kind);
const linked = (e: FollowEvent, of: string): string | undefined => e.links.find((l) => l.of === of)?.id;
const logs = [...file.logs].sort((a, b) => a.brazedAt.localeCompare(b.brazedAt));
const first = logs.find((l) => l.procedureId && l.fillerLot)!;

describe('followed in one page', () => {
  it('a joint: its procedure, the coupon behind its brazer, log and tests, in order of time, for who may only read', async () => {
    const f = await follow('joint', first.jointId);
    const joint = file.joints.find((j) => j.id === first.jointId)!;
    expect(f).toMatchObject({ of: 'joint', name: joint.mark, jobId: file.job.id, timeZone: file.job.timeZone });
    expect(new Set(kinds(f))).toEqual(expect.objectContaining(new Set(['procedure', 'coupon', 'log'])));
    const times = f.events.map((e) => Date.parse(e.at));
    expect(times).toEqual([...times].sort((a, b) => a - b));
    const log = f.events.find((e) => e.recordId === first.id)!;
    expect(log.lines[0]).toContain(`lot ${first.fillerLot}`);
    expect(linked(log, 'brazer')).toBe(first.brazerId);
    expect(linked(log, 'procedure')).toBe(first.procedureId);
    expect(linked(log, 'lot')).toBe(first.fillerLot);
    const coupon = f.events.find((e) => e.kind === 'coupon')!;
    expect(coupon.lines.at(-1)).toMatch(/its brazer was then good through \d{4}-\d\d-\d\d/);
    expect(file.coupons.find((c) => c.id === coupon.recordId)?.brazerId).toBe(first.brazerId);
    const procedure = f.events.find((e) => e.kind === 'procedure')!;
    expect(procedure.lines).toContain('in force when it was brazed');
    expect(f.about.map(([name]) => name)).toEqual(expect.arrayContaining(['Job', 'Line', 'Tube', 'Gap a side']));
  });

  it('every paper behind a joint is one link from it', async () => {
    const f = await follow('joint', first.jointId, 'fitter');
    for (const { of, id } of f.events.flatMap((e) => e.links)) {
      const on = await follow(of, id);
      expect(on.events.length, `${of} ${id}`).toBeGreaterThan(0);
    }
  });

  it('a brazer, a procedure, a coupon and a lot tell what they were in', async () => {
    const own = file.logs.filter((l) => l.brazerId === first.brazerId).map((l) => l.id);
    const brazer = await follow('brazer', first.brazerId);
    expect(
      brazer.events
        .filter((e) => e.kind === 'log')
        .map((e) => e.recordId)
        .sort(),
    ).toEqual(own.sort());
    expect(kinds(brazer)).toContain('coupon');
    const procedure = await follow('procedure', first.procedureId!);
    expect(kinds(procedure)).toEqual(expect.arrayContaining(['procedure', 'pqr', 'coupon', 'log']));
    const lot = await follow('lot', first.fillerLot.toLowerCase());
    const same = file.logs.filter((l) => [l.fillerLot, l.fluxLot, l.nitrogenLot].includes(first.fillerLot));
    expect(lot.events.filter((e) => e.kind === 'log')).toHaveLength(same.length);
    const cited = file.pqrs[0]!.tests.find((t) => t.kind === 'section')!;
    const coupon = await follow('coupon', cited.kind === 'section' ? cited.couponId : '');
    expect(coupon.events.map((e) => e.recordId)).toContain(file.pqrs[0]!.id);
  });

  it('what was annulled stays, struck through, with its reason and both signatures', async () => {
    const annulment: Annulment = {
      id: newId(),
      kind: 'log',
      recordId: first.id,
      reason: 'another joint',
      replacedById: null,
    };
    await h
      .as('quality')
      .post('/api/commands')
      .send({
        id: newId(),
        kind: 'annulment',
        records: [{ seen: 0, data: annulment }],
        signature: { password: TEST_PASSWORD, meaning: 'annulled' },
      })
      .expect(200);
    const log = (await follow('joint', first.jointId)).events.find((e) => e.recordId === first.id)!;
    expect(log.annulled).toBe('another joint');
    expect(log.signed.at(-1)).toContain('annulled: it no longer counts');
  });

  it('on paper: every sentence of the page, in the units asked for, each page one of so many', async () => {
    const f = await follow('joint', first.jointId);
    const { body } = await asBytes(
      h.as('auditor').get(`/api/follow/joint/${first.jointId}/page.pdf?units=metric`),
    ).expect(200);
    const { pages, words } = await readPdf(body as Buffer);
    const plain = (text: string): string => text.replace(/\s+/g, '');
    for (const e of f.events) {
      expect(plain(words)).toContain(plain(inUnits(e.what, 'metric')));
      for (const s of e.signed) expect(plain(words)).toContain(plain(s));
    }
    expect(plain(words)).toContain(plain(inUnits(f.about.find(([name]) => name === 'Overlap')![1], 'metric')));
    for (let i = 1; i <= pages; i++) expect(words).toContain(`page ${i} of ${pages}`);
  });

  it('is found by mark, name, number or lot, as far as it is typed', async () => {
    const find = async (sought: string): Promise<FollowLink[]> =>
      (await h.as('fitter').get('/api/follow').query({ sought }).expect(200)).body as FollowLink[];
    const joint = file.joints.find((j) => j.id === first.jointId)!;
    expect(await find(joint.mark.toLowerCase())).toContainEqual({
      of: 'joint',
      id: joint.id,
      name: `${joint.mark}, ${file.job.name}`,
    });
    const brazer = file.brazers[0]!;
    expect((await find(brazer.name.split(' ')[1]!)).map((l) => l.id)).toContain(brazer.id);
    expect((await find('bps-1')).map((l) => l.of)).toContain('procedure');
    expect((await find('c-001')).map((l) => l.of)).toEqual(['coupon']);
    expect(await find(first.fillerLot)).toContainEqual({ of: 'lot', id: first.fillerLot, name: first.fillerLot });
    expect(await find('%')).toEqual([]);
    expect(await find('')).toEqual([]);
    expect((await find('P')).length).toBeLessThanOrEqual(20);
  });

  it('what is not here, or of another company, is not found; a kind that is none neither', async () => {
    await h.as('auditor').get(`/api/follow/joint/${newId()}`).expect(404);
    await h.as('auditor').get('/api/follow/joint/nothing').expect(404);
    await h
      .as('auditor')
      .get(`/api/follow/lot/${encodeURIComponent("' or 1=1")}`)
      .expect(404);
    await h.as('auditor').get(`/api/follow/job/${file.job.id}`).expect(404);
    const other = await h.otherCompany();
    await other('auditor').get(`/api/follow/joint/${first.jointId}`).expect(404);
    await other('auditor').get(`/api/follow/lot/${first.fillerLot}`).expect(404);
  });
});
