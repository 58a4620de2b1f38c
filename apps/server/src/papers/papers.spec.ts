import { pqrRows } from '@hephaist/contracts/records/pqr-rows';
import { procedureRows } from '@hephaist/contracts/records/procedure-rows';
import { describe, expect, it } from 'vitest';
import { onFileSamples } from '../../../../packages/contracts/src/testing/on-file-samples.js';
import { demoFile, newId } from '../../test/harness.js';
import { asBytes, readPdf } from '../../test/pdf.js';
import { withJob } from '../../test/with-job.js';

const file = demoFile();
const h = withJob(file);

const plain = (text: string): string => text.replace(/\s+/g, '');
/** A paper as another library reads it, its words without spaces. */
async function paper(kind: string, id: string, units = 'us'): Promise<{ pages: number; words: string; has: string }> {
  const { body } = await asBytes(h.as('auditor').get(`/api/papers/${kind}/${id}?units=${units}`)).expect(200);
  const read = await readPdf(body as Buffer);
  return { ...read, has: plain(read.words) };
}
const procedure = file.procedures[0]!;
const record = file.pqrs[0]!;
const coupon = file.coupons[0]!;

describe('papers, read back field by field', () => {
  it.each(['us', 'metric'] as const)('a procedure: every variable as it is stated (%s)', async (units) => {
    const { has, words, pages } = await paper('procedure', procedure.id, units);
    for (const row of procedureRows(procedure, null, [], units)) {
      expect(has, row.name).toContain(plain(row.name));
      expect(has, row.name).toContain(plain(row.now));
    }
    for (const r of file.pqrs.filter((x) => x.procedureName === procedure.name)) expect(words).toContain(r.number);
    for (let i = 1; i <= pages; i++) expect(words).toContain(`page ${i} of ${pages}`);
    expect(words).toContain('The company states no edition of its codes');
  });

  it('a record: what was used beside what was stated, specimens with their readings, laboratory and witness', async () => {
    const { has, words } = await paper('pqr', record.id);
    const rows = pqrRows(record, procedure, 'us');
    expect(rows.find((r) => r.name === 'Filler by class')).toMatchObject({ used: 'AWS A5.8 BCuP-5, lot L-118' });
    expect(rows.find((r) => r.name === 'Wall')).toMatchObject({ used: '0.050 in, fitting 0.055 in' });
    for (const row of rows) expect(has, row.name).toContain(plain(row.used));
    for (const t of record.tests) if (t.specimen) expect(words).toContain(t.specimen);
    expect(has).toContain(plain('Harbour Materials Laboratory'));
    expect(words).toContain(record.laboratory!.report);
    expect(words).toContain(record.witness);
    expect(words).toContain('It has every test its type of joint asks for');
  });

  it('a record written before says what it never stated', () => {
    const { used: _u, laboratory: _l, procedureId: _p, ...old } = record;
    const rows = pqrRows(old, null, 'us');
    expect(rows.find((r) => r.name === 'Flame')).toEqual({ name: 'Flame', stated: '–', used: 'not written down' });
    expect(rows.find((r) => r.name === 'Overlap')?.used).toBe('0.300 in');
  });

  it('a brazer’s qualification: coupon, reading, range and continuity; and the card of it', async () => {
    const { has, words } = await paper('coupon', coupon.id);
    const brazer = file.brazers.find((b) => b.id === coupon.brazerId)!;
    for (const text of [brazer.name, coupon.number, coupon.fillerId, coupon.position, coupon.lookedBy])
      expect(has).toContain(plain(text));
    expect(words).toContain('Qualifies walls');
    expect(words).toMatch(/good through \d{4}-\d\d-\d\d/);
    const card = await paper('brazer', brazer.id);
    expect(card.pages).toBe(1);
    expect(card.words).toContain(coupon.number);
    expect(card.words).toContain('Good through');
  });

  it('on the paper that the company uses, with the editions it states', async () => {
    const view = async (): Promise<string> => {
      const { body } = await asBytes(h.as('fitter').get(`/api/papers/brazer/${coupon.brazerId}?units=us`)).expect(200);
      return /\/MediaBox \[0 0 ([\d.]+) /.exec((body as Buffer).toString('latin1'))?.[1] ?? '';
    };
    expect(await view()).toBe('612');
    await h
      .as('quality')
      .post('/api/commands')
      .send({
        id: newId(),
        kind: 'house',
        records: [{ seen: 0, data: { ...onFileSamples(newId).house, paper: 'a4' } }],
      })
      .expect(200);
    expect(await view()).toBe('595.28');
    expect((await paper('procedure', procedure.id)).words).toContain('ASME BPVC IX, 2025');
  });

  it('a traveller: what is known before, the steps, and labels; and what a laboratory is asked', async () => {
    await h.as('auditor').get('/api/papers/laboratory-request/all').expect(404);
    const { reserved_coupon: reserved } = onFileSamples(newId);
    const brazer = file.brazers[0]!;
    const put = (kind: string, data: object, seen = 0) =>
      h
        .as('quality')
        .post('/api/commands')
        .send({ id: newId(), kind, records: [{ seen, data }] })
        .expect(200);
    await put('reserved_coupon', { ...reserved, brazerId: brazer.id, procedureId: procedure.id });
    const { words, has, pages } = await paper('traveller', reserved.id);
    for (const text of [reserved.number, brazer.name, `${procedure.name} rev ${procedure.revision}`, 'PF-01 to PF-09'])
      expect(has).toContain(plain(text));
    for (const text of ['none: none is put on', 'Notch at the top', 'remaining coupon', 'strip 1', '0.909 in'])
      expect(words).toContain(text);
    expect(words).toContain(`page 1 of ${pages}`);
    const sheet = await readPdf((await asBytes(h.as('auditor').get('/api/labels/coupons.pdf'))).body as Buffer);
    for (const text of ['strip 1 of', 'the rest of it', `${brazer.name}, mark ${brazer.mark}`])
      expect(plain(sheet.words)).toContain(plain(text));
    expect(sheet.words.split(reserved.number)).toHaveLength(reserved.strips + 2);
    const [house] = await h.store.list('house');
    await put('house', { ...house, laboratory: 'Harbour Materials Laboratory' }, 1);
    const request = await paper('laboratory-request', 'all', 'metric');
    for (const text of [reserved.number, '1 strip of 1 coupon', '23.10 mm', 'To Harbour Materials Laboratory'])
      expect(request.words).toContain(text);
  });

  it('nothing that is not here', async () => {
    await h.as('auditor').get(`/api/papers/procedure/${newId()}`).expect(404);
    await h.as('auditor').get(`/api/papers/pqr/${procedure.id}`).expect(404);
    await h.as('auditor').get(`/api/papers/toString/${procedure.id}`).expect(404);
    const other = await h.otherCompany();
    await other('auditor').get(`/api/papers/brazer/${coupon.brazerId}`).expect(404);
  });
});

describe('labels of joints', () => {
  const of = (query = '') => asBytes(h.as('auditor').get(`/api/jobs/${file.job.id}/labels.pdf${query}`));
  it('one line: each of its joints once, with what it takes; none that is set aside', async () => {
    const [line] = file.lines;
    const joints = file.joints.filter((j) => j.lineId === line!.id && !j.setAside);
    const { words } = await readPdf((await of(`?line=${line!.id}`).expect(200)).body as Buffer);
    for (const j of joints) expect(words.split(/\s+/).filter((w) => w === j.mark)).toHaveLength(1);
    const other = file.joints.find((j) => j.lineId !== line!.id)!;
    expect(words).not.toContain(other.mark);
    expect(plain(words)).toContain(plain('BCuP-5, no flux'));
    expect(words).toMatch(/page 1 of \d/);
  });
  it('spools: each once, with the joints that it holds; a line without any has no such labels', async () => {
    const line = file.lines.find((l) => l.prefix === 'MV')!;
    const { words } = await readPdf((await of(`?line=${line.id}&of=spools`).expect(200)).body as Buffer);
    for (const spool of ['MV-S1', 'MV-S2']) expect(words.split(/\s+/).filter((w) => w === spool)).toHaveLength(1);
    expect(plain(words)).toContain(plain('5 joints: MV-06 to MV-10'));
    expect(plain(words)).toContain(plain('4 joints: MV-13 to MV-16'));
    expect(words).not.toContain('MV-S3');
    await of(`?line=${file.lines[0]!.id}&of=spools`).expect(404);
  });
  it('the whole job, and nothing of what is not there', async () => {
    const { pages } = await readPdf((await of().expect(200)).body as Buffer);
    expect(pages).toBeGreaterThan(5);
    await of(`?line=${newId()}`).expect(404);
    await h.as('auditor').get(`/api/jobs/${newId()}/labels.pdf`).expect(404);
  });
});

describe('labels of lots and rigs', () => {
  const of = (what: string, role: 'auditor' | 'quality' = 'auditor') => h.as(role).get(`/api/labels/${what}`);
  it('each once, with what it is; what is not on file is not printed', async () => {
    await of('spools.pdf').expect(404);
    await of('lots').expect(404);
    await of('__proto__.pdf').expect(404);
    const lots = await h.store.list('lot');
    if (!lots.length) await of('lots.pdf').expect(404);
    const { lot } = onFileSamples(newId);
    const put = { id: newId(), kind: 'lot', records: [{ seen: 0, data: { ...lot, lot: 'R-4711' } }] };
    await h.as('quality').post('/api/commands').send(put).expect(200);
    const { words } = await readPdf((await asBytes(of('lots.pdf')).expect(200)).body as Buffer);
    expect(words.split(/\s+/).filter((w) => w === 'R-4711')).toHaveLength(1);
    expect(plain(words)).toContain(plain('rod BCuP-5'));
    const rigs = await h.store.list('rig');
    if (!rigs.length) return void (await of('rigs.pdf').expect(404));
    const sheet = await readPdf((await asBytes(of('rigs.pdf')).expect(200)).body as Buffer);
    for (const r of rigs) expect(plain(sheet.words)).toContain(plain(r.name));
    expect(sheet.words).toContain('scan before you light');
  });
});
