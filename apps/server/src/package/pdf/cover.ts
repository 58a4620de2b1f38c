import { MEANINGS } from '@hephaist/contracts/records/signature';
import { CLEAN_SOURCE } from '@hephaist/core/joint-log/findings';
import { REPAIR_SOURCE } from '@hephaist/core/joint-log/makings';
import { PROCEDURE_SOURCE } from '@hephaist/core/procedure/procedure';
import { sourceLine } from '@hephaist/core/source/source';
import { COPPER, REFUSED, type Sheet } from '../../pdf/sheet.js';
import { clockOf, type Content } from '../content.js';

/** Marks named for one open point. */
const NAMED = 30;

/** What it is, who handed it over to whom, what binds it, and what is still open. */
export function cover(sheet: Sheet, c: Content): void {
  const { doc } = sheet;
  const { handOver: h, signature: s, file } = c;
  const at = clockOf(file.job.timeZone);
  doc.moveDown(2).font('strong').fontSize(11).fillColor(COPPER).text(c.snapshot.company);
  doc.fontSize(30).fillColor('#22252a').text(file.job.name, { width: sheet.width });
  doc.font('body').fontSize(13).text(file.job.place).moveDown(0.8);
  sheet.para(`Handed over to ${h.to}. ${h.accepted} of ${h.joints} joints brazed and accepted.`, '#22252a', 13);
  if (h.note) sheet.para(h.note, '#22252a', 11);
  sheet.heading('Signed');
  sheet.para(
    `${s.person} (${s.roles.join(', ')}): ${MEANINGS[s.meaning]}, ${at(s.at)} at the job (${s.at.slice(0, 16).replace('T', ' ')} UTC).`,
  );
  sheet.para(`The signature binds the file job.hephaist.json in this package, SHA-256 ${h.jobHash}.`);
  sheet.para(`The audit trail stood at entry ${h.trail.seq}, ${h.trail.hash}.`);
  sheet.heading(c.points.length ? 'Open when it was handed over' : 'Nothing was open when it was handed over.');
  for (const p of c.points) {
    const more = p.about.length > NAMED ? ` and ${p.about.length - NAMED} more` : '';
    sheet.para(`${p.about.length} × ${p.what}: ${p.about.slice(0, NAMED).join(', ')}${more}`, REFUSED);
  }
  sheet.heading('What this is');
  sheet.para(
    'The schedule, procedures, qualifications on the day each joint was made, log, coupons with strips, pressure tests and purge traces of the job. The same values stand whole in the files beside it; manifest.json holds the SHA-256 of each.',
  );
  sheet.para(
    `Criteria are written from memory of the named sources (${[...new Set([CLEAN_SOURCE, REPAIR_SOURCE, PROCEDURE_SOURCE].map(sourceLine))].join('; ')}) and are to be checked in the current code book. Nothing here certifies: local codes, licensed practice and, for medical gas, a third party's verification govern.`,
  );
}
