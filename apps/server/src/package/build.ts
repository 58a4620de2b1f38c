import { canonical } from '@hephaist/contracts/records/content';
import {
  JOB_FILE_NAME,
  type Manifest,
  PACKAGE_FORMAT,
  PACKAGE_VERSION,
  PICTURE_ENDINGS,
} from '@hephaist/contracts/records/hand-over';
import { rulesInUse } from '@hephaist/contracts/records/rules-in-use';
import { REPORT_TYPE } from '@hephaist/contracts/records/strip-marks';
import { sha256Bytes } from '@hephaist/core/audit/chain';
import { Zip, ZipDeflate, ZipPassThrough } from 'fflate';
import Papa from 'papaparse';
import { v7 as newId } from 'uuid';
import { jobFileJsonSchema } from '../../../../packages/contracts/src/exchange/json-schema.js';
import { lastAnchor } from '../audit/anchor.js';
import { enteredBy } from '../audit/entered.js';
import { appendTrail, ITSELF } from '../audit/trail.js';
import { touchedPackage } from '../audit/watched.js';
import { calendarOf } from '../crew/calendar.js';
import { NotFoundError } from '../http/errors.js';
import type { Row } from '../pdf/sheet.js';
import { bare } from '../pictures/bare.js';
import { findPicture } from '../pictures/picture.js';
import type { RecordStore } from '../records/store.js';
import { type Content, contentOf } from './content.js';
import { signatureOf } from './hand-over.js';
import { papersOf } from './papers.js';
import { PartWriter } from './parts.js';
import { jobPdf, PDF_PARTS } from './pdf/job-pdf.js';
import { couponRows, logRows, pressureRows, qualificationRows, scheduleRows, variableRows } from './rows.js';
import { unpackSnapshot } from './snapshot.js';

const READ_ME = `A job as it was handed over.

job.pdf                the job on paper: cover, schedule, procedures, qualifications on the day, log, coupons, tests, traces
${JOB_FILE_NAME}      every record, as JSON; the signature binds its SHA-256
hephaist-job-1.schema.json  what that file holds, as JSON Schema 2020-12
hand-over.json         to whom it was handed over, and the signature
anchor.json            where the audit trail stood, signed with Ed25519: ./hephaist verify ANCHOR.json
schedule.csv, log.csv, qualifications.csv, pressure-tests.csv, coupons.csv, procedures.csv
crew.ics               last good day of each brazer, iCalendar
papers/                each procedure, record, qualification and card as a paper of its own; joints.pdf: all that bears on each
photographs/           every pixel as it was taken, without what the camera wrote into the file
reports/               what laboratories wrote, as it came
manifest.json          SHA-256 of each file here

Advice and records; nothing here certifies. Local codes and licensed practice govern.
`;

const csv = (rows: readonly Row[]): string =>
  `﻿${Papa.unparse([...rows], { newline: '\r\n', escapeFormulae: true })}\r\n`;

/** What the crew is on file for, as a calendar. */
function calendar(c: Content): string {
  const crew = { ...c.file, brazings: c.snapshot.brazings };
  const rules = rulesInUse([c.file.job], c.file.lines, c.tables);
  return calendarOf(crew, rules, c.tables, c.snapshot.company, c.builtAt);
}

/** Photographs and reports that the job's records name, in the order of their ids. */
function pictureIds({ whole: file }: Content): string[] {
  const ids = [
    ...file.logs.flatMap((l) => l.pictureIds ?? []),
    ...file.coupons.flatMap((x) => x.faces.flatMap((f) => (f.trace ? [f.trace.pictureId] : []))),
    ...[...file.coupons, ...file.pqrs].flatMap((x) => x.laboratory?.reportId ?? []),
  ];
  return [...new Set(ids)].sort();
}

/** Lets others have a turn: what is asked of the server meanwhile is answered. */
const turn = (): Promise<void> => new Promise((done) => setImmediate(done));

/**
 * Builds the package of a hand-over from what was kept of the job then, into the database. Building it again, by
 * whichever server, leaves one good package; what a broken building left is cleared.
 */
export async function buildPackage(store: RecordStore, id: string): Promise<void> {
  const { db, companyId } = store;
  const where = { company_id: companyId, id };
  const row = await db('package').where(where).first('snapshot', 'state');
  const handOver = await store.find('hand_over', id);
  if (!row || !handOver) throw new NotFoundError('No such hand-over here.');
  if (row.state === 'ready') return;
  const tell = async (doing: string, done: number, of: number): Promise<void> => {
    await db('package')
      .where(where)
      .whereNot('state', 'ready')
      .update({ state: 'building', doing, done, of, problem: null });
    await turn();
  };
  const builtAt = new Date();
  await tell('reading the job', 0, 1);
  const c = contentOf(
    await unpackSnapshot(row.snapshot),
    handOver,
    await signatureOf(store, id),
    builtAt,
    await enteredBy(db, companyId, 'log'),
  );
  const pictures = pictureIds(c);
  const of = PDF_PARTS + pictures.length + 4;
  let done = 1;
  const step = (doing: string): Promise<void> => tell(doing, done++, of);

  const build = newId();
  const writer = new PartWriter(store, id, build);
  const zip = new Zip((error, chunk) => {
    if (error) throw error;
    writer.take(chunk);
  });
  const files: Manifest['files'] = [];
  const add = async (path: string, bytes: Uint8Array, packed = false): Promise<void> => {
    const file = packed ? new ZipPassThrough(path) : new ZipDeflate(path, { level: 6 });
    file.mtime = builtAt;
    zip.add(file);
    file.push(bytes, true);
    files.push({ path, bytes: bytes.length, sha256: sha256Bytes(bytes) });
    await writer.flush();
  };
  const text = (path: string, words: string): Promise<void> => add(path, Buffer.from(words));

  await text('readme.txt', READ_ME);
  await text(JOB_FILE_NAME, c.snapshot.job);
  await text('hephaist-job-1.schema.json', `${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`);
  await text('hand-over.json', `${JSON.stringify({ handOver, signature: c.signature }, null, 2)}\n`);
  const anchor = await lastAnchor(db, companyId);
  if (anchor) await text('anchor.json', `${canonical(anchor)}\n`);
  await step('tables and calendar');
  await text('schedule.csv', csv(scheduleRows(c)));
  await text('log.csv', csv(logRows(c)));
  await text('qualifications.csv', csv(qualificationRows(c)));
  await text('pressure-tests.csv', csv(pressureRows(c)));
  await text('coupons.csv', csv(couponRows(c)));
  await text('procedures.csv', csv(variableRows(c)));
  await text('crew.ics', calendar(c));
  await add('job.pdf', await jobPdf(c, (part) => step(`on paper: ${part}`)));
  await step('papers');
  const [house] = await store.list('house');
  for await (const { path, pdf } of papersOf(c, house)) {
    await add(path, pdf);
    await turn();
  }
  for (const pictureId of pictures) {
    await step('photographs');
    const picture = await findPicture(store, pictureId);
    if (!picture) continue;
    const { type, bytes } = picture;
    const path = `${pictureId}.${PICTURE_ENDINGS[type] ?? 'jpg'}`;
    await add(type === REPORT_TYPE ? `reports/${path}` : `photographs/${path}`, bare(type, bytes), true);
  }
  await step('closing it');
  const manifest: Manifest = {
    format: PACKAGE_FORMAT,
    version: PACKAGE_VERSION,
    jobId: handOver.jobId,
    handOverId: id,
    builtAt: builtAt.toISOString(),
    files,
  };
  await text('manifest.json', `${canonical(manifest)}\n`);
  zip.end();
  await writer.flush(true);
  await finish(store, id, { build, bytes: writer.bytes, hash: writer.digest() }, done, of);
}

/** Makes a building the good one, unless another was first, and clears what the others left. */
async function finish(
  store: RecordStore,
  id: string,
  made: { readonly build: string; readonly bytes: number; readonly hash: string },
  done: number,
  of: number,
): Promise<void> {
  const where = { company_id: store.companyId, id };
  await store.db.transaction(async (trx) => {
    const won = await trx('package')
      .where(where)
      .whereNot('state', 'ready')
      .update({ ...made, state: 'ready', doing: '', done, of, problem: null });
    if (won)
      await appendTrail(trx, store.companyId, {
        at: new Date(),
        by: ITSELF,
        deed: 'package',
        records: [touchedPackage(id, made.hash)],
      });
    const good = won ? made.build : (await trx('package').where(where).first('build'))?.build;
    await trx('package_part')
      .where(where)
      .whereNot('build', good ?? made.build)
      .del();
  });
}
