import { REFUSED, Sheet } from '../../pdf/sheet.js';
import type { Content } from '../content.js';
import { pressureRows, qualificationRows, scheduleRows } from '../rows.js';
import { annulled } from './annulled.js';
import { coupons } from './coupons.js';
import { cover } from './cover.js';
import { log } from './log.js';
import { procedures, signedLines } from './procedures.js';
import { traces } from './traces.js';

/** Parts of the PDF by name, in the order of the pages. */
const PARTS: readonly (readonly [name: string, write: (sheet: Sheet, c: Content) => void])[] = [
  ['cover', cover],
  [
    'schedule',
    (sheet, c) => {
      sheet.part('Schedule', `${c.file.joints.length} joints on ${c.file.lines.length} lines, as planned.`);
      sheet.table(
        [
          ['Joint', 0.7],
          ['Line', 1.4],
          ['Service', 1.2],
          ['Design', 0.7],
          ['Test', 0.7],
          ['Tube', 1],
          ['Metals', 1.7],
          ['Position', 0.9],
          ['Gap a side', 0.9],
          ['Rod', 0.8],
          ['Flux', 0.8],
          ['Overlap', 0.8],
          ['Remarks', 2],
        ],
        scheduleRows(c),
      );
    },
  ],
  ['procedures', procedures],
  [
    'qualifications',
    (sheet, c) => {
      sheet.part('Qualifications on the day each joint was made');
      sheet.table(
        [
          ['Joint', 0.7],
          ['Day', 0.8],
          ['Brazer', 1.6],
          ['May braze', 0.7],
          ['Coupon', 0.7],
          ['Good through', 0.9],
          ['Why', 4],
        ],
        qualificationRows(c),
        (r) => (r['May braze'] === 'no' ? REFUSED : null),
      );
    },
  ],
  ['log', log],
  ['coupons', coupons],
  [
    'pressure tests',
    (sheet, c) => {
      sheet.part('Pressure tests');
      const rows = pressureRows(c);
      if (!rows.length) sheet.para('None on file.');
      rows.forEach((r) => {
        sheet.heading(`${r['Line']}: ${r['Test']}: ${r['Verdict']}`, 10.5);
        sheet.para(`${r['Began']} to ${r['Ended']}, tested by ${r['Tested by']}. ${r['Note']}`, undefined, 8.5);
        sheet.para(r['Arithmetic'] ?? '', undefined, 9);
        if (r['Gauge']) sheet.para(`Read by ${r['Gauge']}.`, undefined, 8.5);
      });
      for (const t of c.file.pressureTests) for (const line of signedLines(c, t.id)) sheet.para(line, undefined, 8.5);
    },
  ],
  ['purge traces', traces],
  ['annulled', annulled],
];
export const PDF_PARTS = PARTS.length;

/** The job on paper. @param told is called before each part, and may give others a turn */
export async function jobPdf(c: Content, told: (part: string) => Promise<void>): Promise<Buffer> {
  const title = `${c.file.job.name}, handed over ${c.signature.at.slice(0, 10)}`;
  const sheet = new Sheet(title, `${c.snapshot.company} · ${title}`);
  for (const [name, write] of PARTS) {
    await told(name);
    write(sheet, c);
  }
  return sheet.end();
}
