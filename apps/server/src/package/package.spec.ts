import { type JobFile, parseJobFile } from '@hephaist/contracts/exchange/exchange';
import { lastLogs } from '@hephaist/contracts/exchange/open-points';
import { contentHash } from '@hephaist/contracts/records/content';
import type { HandOverDetail, Manifest } from '@hephaist/contracts/records/hand-over';
import { onFileSamples } from '@hephaist/contracts/testing/on-file-samples';
import { sha256Bytes, sha256Hex } from '@hephaist/core/audit/chain';
import { parse as readCsv } from 'csv-parse/sync';
import { zipSync } from 'fflate';
import ICAL from 'ical.js';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import yauzl from 'yauzl';
import { demoFile, type Harness, harness, newId, TEST_PASSWORD } from '../../test/harness.js';
import { killedAt } from '../../test/kill.js';
import { asBytes, readPdf } from '../../test/pdf.js';
import { importJob } from '../exchange/job-file.js';
import { buildPackage } from './build.js';
import { FiledRecords } from './filed-records.js';
import { handOver } from './hand-over.js';

let h: Harness;
const file = demoFile();
const jobId = file.job.id;
const pictureId = newId();
const REASON = 'asked for by the lead, because the shaft is closed and nobody else stands at the plant today. '
  .repeat(3)
  .trim();

/** Whose number was reserved before its result came on file. */
const planned = { ...onFileSamples(newId).reserved_coupon, number: file.coupons[0]!.number, covers: 'the riser' };

/** The files of a ZIP, as a library that did not write it reads them. */
async function unzip(bytes: Buffer): Promise<Record<string, Buffer>> {
  const out: Record<string, Buffer> = {};
  const zip = await yauzl.fromBufferPromise(bytes, { validateEntrySizes: true, strictFileNames: true });
  for await (const entry of zip.eachEntry()) {
    const chunks: Buffer[] = [];
    for await (const c of await zip.openReadStreamPromise(entry)) chunks.push(c as Buffer);
    out[entry.fileName] = Buffer.concat(chunks);
  }
  return out;
}

const ask = (change: object = {}) => ({
  id: newId(),
  to: 'Saltmarsh trust',
  note: 'First part.',
  units: 'us',
  password: TEST_PASSWORD,
  ...change,
});
const handOvers = async (): Promise<HandOverDetail[]> =>
  (await h.as('auditor').get(`/api/jobs/${jobId}/hand-overs`).expect(200)).body as HandOverDetail[];
const packageOf = async (id: string): Promise<Buffer> =>
  (await asBytes(h.as('auditor').get(`/api/hand-overs/${id}/package.zip`)).expect(200)).body as Buffer;

beforeAll(async () => {
  h = await harness();
  await importJob(h.store, parseJobFile(file), newId());
  await h.store.insert('reserved_coupon', planned);
  const photo = await sharp({ create: { width: 64, height: 48, channels: 3, background: '#b87333' } })
    .jpeg()
    .toBuffer();
  await h.as('fitter').post(`/api/pictures/${pictureId}`).set('Content-Type', 'image/jpeg').send(photo).expect(201);
  const entry = {
    ...file.logs[0],
    id: newId(),
    jointId: file.joints.find((j) => j.mark === 'PF-10')?.id,
    brazedAt: '2026-06-14T15:00:00Z',
    nitrogenStoppedAt: null,
    pictureIds: [pictureId],
    place: '=cmd()',
    outOfRangeReason: REASON,
  };
  await h
    .as('fitter')
    .post('/api/commands')
    .send({
      id: newId(),
      kind: 'log',
      records: [{ seen: 0, data: entry }],
      signature: { password: TEST_PASSWORD, meaning: 'out-of-range' },
    })
    .expect(200);
});
afterAll(() => h.close());

describe('handing a job over', () => {
  it('is signed, binds the file as it stood, and waits to be built', async () => {
    const request = ask();
    await h
      .as('quality')
      .post(`/api/jobs/${jobId}/hand-overs`)
      .send({ ...request, password: 'no' })
      .expect(422);
    await h
      .as('quality')
      .post(`/api/jobs/${jobId}/hand-overs`)
      .send({ ...request, to: ' ' })
      .expect(422);
    for (const role of ['fitter', 'lead', 'administrator', 'auditor'] as const)
      await h.as(role).post(`/api/jobs/${jobId}/hand-overs`).send(request).expect(403);
    expect(await handOvers()).toEqual([]);
    const text = (await h.as('quality').get(`/api/jobs/${jobId}/export`).expect(200)).text;
    await h.as('quality').post(`/api/jobs/${jobId}/hand-overs`).send(request).expect(201);
    // Asked again, as after a lost answer: the same one.
    await h.as('quality').post(`/api/jobs/${jobId}/hand-overs`).send(request).expect(201);
    const [only, ...more] = await handOvers();
    expect(more).toEqual([]);
    expect(only?.handOver.jobHash).toBe(sha256Hex(text));
    expect(only?.package.state).toBe('waiting');
    expect(only?.by).toBe('Test quality');
    const [signature] = await h.store.list('signature', { record_id: request.id });
    expect(signature?.contentHash).toBe(contentHash(only?.handOver));
    await h.as('auditor').get(`/api/hand-overs/${request.id}/package.zip`).expect(409);
    await expect(h.db('hand_over').where({ id: request.id }).del()).rejects.toThrow();
  });

  it('with the connection killed before any statement: record, signature and package together or none', async () => {
    const signer = { id: newId(), person: 'Test quality', roles: ['quality'] as const };
    let [done, most] = [false, 0];
    for (let n = 1; !done && n < 60; n++) {
      const { password: _password, ...request } = ask({ units: 'us' as const });
      const id = request.id;
      const again = () => handOver(h.store, jobId, { ...request, units: 'us' }, signer, 'This company');
      const { reached } = await killedAt(h, n, again);
      const counts = async (): Promise<number[]> => [
        (await h.store.find('hand_over', id)) ? 1 : 0,
        (await h.store.list('signature', { record_id: id })).length,
        ((await h.db('package').where({ id })) as unknown[]).length,
      ];
      expect(new Set(await counts()).size).toBe(1);
      if (n % 6 === 0 || !reached) {
        await again();
        expect(await counts()).toEqual([1, 1, 1]);
      }
      await h.db('package').where({ id }).del();
      [done, most] = [!reached, n];
    }
    expect(done).toBe(true);
    expect(most).toBeGreaterThan(15);
  });

  it('another company sees none of it', async () => {
    const [only] = await handOvers();
    const others = await h.otherCompany();
    await others('auditor').get(`/api/jobs/${jobId}/hand-overs`).expect(200, []);
    await others('auditor')
      .get(`/api/hand-overs/${only?.handOver.id ?? ''}/package.zip`)
      .expect(404);
    await others('quality').post(`/api/jobs/${jobId}/hand-overs`).send(ask()).expect(404);
  });
});

describe('the package', () => {
  let zip: Buffer;
  let files: Record<string, Buffer>;
  let detail: HandOverDetail;

  beforeAll(async () => {
    const id = (await handOvers())[0]?.handOver.id ?? '';
    // What is logged after the hand-over is not in its package.
    const late = {
      ...file.logs[0],
      id: newId(),
      jointId: file.joints.find((j) => j.mark === 'PF-09')?.id,
      brazedAt: '2026-06-14T16:00:00Z',
      nitrogenStoppedAt: null,
    };
    await h
      .as('fitter')
      .post('/api/commands')
      .send({ id: newId(), kind: 'log', records: [{ seen: 0, data: late }] })
      .expect(200);
    await h.store.insert('pressure_test', { ...file.pressureTests[0]!, id: newId(), testedBy: 'Somebody Later' });
    await h.store.remove('reserved_coupon', planned.id, 1);
    await buildPackage(h.store, id);
    detail = (await handOvers())[0] as HandOverDetail;
    zip = await packageOf(id);
    files = await unzip(zip);
  });
  const rowsOf = (path: string) => readCsv(text(path), { columns: true, bom: true }) as Record<string, string>[];
  const text = (path: string): string => files[path]?.toString('utf8') ?? '';

  it('is whole: each file as the manifest says, the ZIP as its hash says', () => {
    expect(detail.package).toMatchObject({ state: 'ready', bytes: zip.length, hash: sha256Bytes(zip), problem: null });
    const manifest = JSON.parse(text('manifest.json')) as Manifest;
    expect(manifest.files.map((f) => f.path).sort()).toEqual(
      Object.keys(files)
        .filter((p) => p !== 'manifest.json')
        .sort(),
    );
    for (const f of manifest.files) expect(sha256Bytes(files[f.path] as Buffer)).toBe(f.sha256);
    expect(files[`photographs/${pictureId}.jpg`]?.length).toBeGreaterThan(100);
  });

  it('holds the job as it was signed for, and nothing later', () => {
    expect(sha256Hex(text('job.hephaist.json'))).toBe(detail.handOver.jobHash);
    const job = parseJobFile(JSON.parse(text('job.hephaist.json')));
    expect(job.logs).toHaveLength(file.logs.length + 1);
    expect(job.signatures.map((s) => s.meaning)).toEqual(['out-of-range']);
    const accepted = [...lastLogs(job.logs).values()].filter((l) => l.visual === 'accepted');
    expect(detail.handOver.accepted).toBe(accepted.length);
  });

  it('its CSV and calendar are read by libraries that did not write them; nothing in a cell is a formula', () => {
    const log = rowsOf('log.csv');
    expect(log).toHaveLength(file.logs.length + 1);
    const own = log.find((r) => r['Joint'] === 'PF-10');
    expect(own).toMatchObject({ Brazer: 'Orla Fennimore (07)', Reason: REASON, Photographs: '1' });
    expect(own?.['Entered by']).toBe('Test fitter');
    expect(log.filter((r) => r['Entered by']?.endsWith('with a file'))).toHaveLength(file.logs.length);
    expect(own?.['Place']).toBe("'=cmd()");
    expect(rowsOf('schedule.csv')).toHaveLength(file.joints.length);
    expect(rowsOf('pressure-tests.csv')).toHaveLength(file.pressureTests.length);
    expect(rowsOf('schedule.csv')[0]).toMatchObject({
      Service: expect.any(String),
      Design: expect.stringContaining('psi'),
    });
    const brazers = new Set(file.logs.map((l) => l.brazerId));
    expect(rowsOf('coupons.csv')).toHaveLength(file.coupons.filter((c) => brazers.has(c.brazerId)).length);
    const stated = rowsOf('procedures.csv').find((r) => r['Procedure'] === 'BPS-1' && r['Variable'] === 'Torch tip');
    expect(stated?.['Stated']).toBe(file.procedures[0]!.variables!.tip);
    const who = rowsOf('qualifications.csv');
    expect(new Set(who.map((r) => r['May braze']))).toContain('yes');
    const calendar = new ICAL.Component(ICAL.parse(text('crew.ics')) as [string, unknown[], unknown[]]);
    expect(calendar.getAllSubcomponents('vevent').length).toBeGreaterThan(0);
  });

  it('papers of their own, read back: each procedure, record, qualification and card, and the pages of its joints', async () => {
    const papers = Object.keys(files).filter((p) => p.startsWith('papers/'));
    const count = (kind: string): number => papers.filter((p) => p.startsWith(`papers/${kind}-`)).length;
    expect([count('bps'), count('pqr'), count('bpq'), count('card')]).toEqual([
      file.procedures.length,
      file.pqrs.length,
      file.coupons.length,
      file.brazers.length,
    ]);
    expect((await readPdf(files['papers/bps-bps-1-a.pdf']!)).words).toContain(file.procedures[0]!.variables!.tip);
    const joints = (await readPdf(files['papers/joints.pdf']!)).words;
    for (const mark of ['PF-10', 'OX-07']) expect(joints).toContain(`All that bears on ${mark}`);
    expect(joints).not.toContain('All that bears on PF-09 ');
    expect(joints).not.toContain('Somebody Later');
    const traveller = files[`papers/traveller-${planned.number.toLowerCase()}.pdf`]!;
    expect((await readPdf(traveller)).words).toContain('the riser');
  });

  it('what is read from a job’s file is what the company’s records hold', async () => {
    const there = await harness();
    const snapshot = { job: '', brazings: [], company: '', imported: [] };
    const whole = parseJobFile(file);
    await importJob(there.store, whole, newId());
    const filed = new FiledRecords({ whole, snapshot, handOver: detail.handOver, signature: whole.signatures[0]! });
    const byId = <T extends { id: string }>(rows: readonly T[]): T[] => rows.toSorted((a, b) => (a.id < b.id ? -1 : 1));
    for (const kind of ['joint', 'log', 'line', 'coupon', 'pressure_test', 'procedure', 'purge_mark'] as const)
      expect(byId(await filed.list(kind)), kind).toEqual(await there.store.list(kind));
    const log = whole.logs[0]!;
    const ofJoint = { joint_id: log.jointId };
    expect(byId(await filed.list('log', ofJoint))).toEqual(await there.store.list('log', ofJoint));
    expect(await filed.find('log', log.id)).toEqual(await there.store.find('log', log.id));
    expect(await filed.find('log', jobId)).toBeNull();
    expect(await filed.list('weighing')).toEqual([]);
    expect((await filed.list('hand_over'))[0]?.id).toBe(detail.handOver.id);
    for (const s of whole.sessions) expect(await filed.trace.rows(s.id)).toEqual(await there.store.trace.rows(s.id));
    await there.close();
  });

  it('on paper: cover with what is open and what binds it, and every part', async () => {
    const { pages, words } = await readPdf(files['job.pdf'] as Buffer);
    expect(pages).toBeGreaterThan(8);
    expect(words).toContain('Handed over to Saltmarsh trust');
    expect(words).toContain(detail.handOver.jobHash);
    expect(words).toContain(detail.handOver.trail.hash);
    expect(words).toContain('Open when it was handed over');
    expect(words).toMatch(/1 × rejected, and neither repaired nor made anew: OX-07/);
    for (const part of [
      'Schedule',
      'Procedures',
      'Qualifications on the day',
      'Log',
      'Coupons',
      'Pressure tests',
      'Purge traces',
    ])
      expect(words).toContain(part);
    expect(words).toContain('BPS-2 rev A, signed');
    expect(words).toMatch(/C-006 (passes|fails): Dov Castellan, mark 11/);
    expect(words).toContain('should read 370.6 psi at 51 °F');
    // What is long is not cut short, and what is entered is all there.
    const plain = words.replace(/\s+/g, ' ');
    expect(plain).toContain(`Reason: ${REASON}`);
    expect(plain).toContain('photographs: 1');
    expect(plain).not.toContain('…');
  });

  it('is built again after a broken building, once, and by two at a time as one', async () => {
    const request = ask({ units: 'metric' });
    await h.as('quality').post(`/api/jobs/${jobId}/hand-overs`).send(request).expect(201);
    const torn = { company_id: h.store.companyId, id: request.id, build: newId(), n: 0, bytes: Buffer.from('torn') };
    await h.db('package_part').insert(torn);
    await Promise.all([buildPackage(h.store, request.id), buildPackage(h.store, request.id)]);
    const builds = (await h.db('package_part').where({ id: request.id }).distinct('build')) as unknown[];
    expect(builds).toHaveLength(1);
    const again = await unzip(await packageOf(request.id));
    expect((await readPdf(again['job.pdf'] as Buffer)).words).toContain('should read 25.56 bar');
  });

  it('comes in somewhere else with its photographs; its signatures are told apart from those given there', async () => {
    const there = await harness();
    const send = (body: Buffer, id = newId()) =>
      there.as('lead').post(`/api/import-package/${id}`).set('Content-Type', 'application/zip').send(body);
    const id = newId();
    await send(zip, id).expect(202);
    expect(await there.store.count('job')).toBe(0);
    const signed = { password: TEST_PASSWORD };
    const done = await there.as('quality').post(`/api/waiting-files/${id}/countersign`).send(signed).expect(201);
    expect((await send(zip, id).expect(201)).body).toEqual(done.body);
    expect(done.body.jobId).toBe(jobId);
    await there.as('fitter').get(`/api/pictures/${pictureId}`).expect(200);
    const text2 = (await there.as('lead').get(`/api/jobs/${jobId}/export`).expect(200)).text;
    const back = JSON.parse(text2) as JobFile;
    expect(text2).toBe(text('job.hephaist.json'));
    const [came] = back.signatures;
    const shown = await there
      .as('auditor')
      .get(`/api/signatures/${came?.recordId ?? ''}`)
      .expect(200);
    expect(shown.body).toMatchObject([{ meaning: 'out-of-range', imported: true }]);
    const own = await h
      .as('auditor')
      .get(`/api/signatures/${came?.recordId ?? ''}`)
      .expect(200);
    expect(own.body).toMatchObject([{ imported: false }]);
    await send(zip).expect(409);
    await there.close();
  });

  it('one that was touched is refused, and nothing of it is kept', async () => {
    const there = await harness();
    const refused = async (change: (all: Record<string, Uint8Array>) => void): Promise<string> => {
      const all: Record<string, Uint8Array> = { ...files };
      change(all);
      const body = Buffer.from(zipSync(all));
      const answer = await there
        .as('lead')
        .post(`/api/import-package/${newId()}`)
        .set('Content-Type', 'application/zip')
        .send(body);
      expect(answer.status).toBe(422);
      const [first] = answer.body.fields as { field: string; says: string }[];
      return `${first?.field}: ${first?.says}`;
    };
    const bytes = (words: string): Uint8Array => new TextEncoder().encode(words);
    expect(await refused((a) => (a['log.csv'] = bytes('x')))).toBe('log.csv: changed since the package was built');
    expect(await refused((a) => delete a['log.csv'])).toBe('log.csv: in the manifest and not in the package');
    expect(await refused((a) => (a['more.txt'] = bytes('x')))).toBe('more.txt: not in the manifest');
    expect(await refused((a) => delete a['manifest.json'])).toContain('this is not a Hephaist package');
    const torn = await there
      .as('lead')
      .post(`/api/import-package/${newId()}`)
      .set('Content-Type', 'application/zip')
      .send(zip.subarray(0, 5000));
    expect(torn.body.fields[0].says).toBe('this is not a whole ZIP file');
    await there.as('fitter').post(`/api/import-package/${newId()}`).send(zip).expect(403);
    expect(await there.store.count('job')).toBe(0);
    expect(await there.db('picture').first('id')).toBeUndefined();
    await there.close();
  });
});
