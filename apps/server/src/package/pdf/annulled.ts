import { filedRows } from '@hephaist/contracts/exchange/intake';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import { kindRow } from '@hephaist/contracts/records/kinds';
import type { Sheet } from '../../pdf/sheet.js';
import type { Content } from '../content.js';
import { signedLines } from './procedures.js';

/** What a record is called: its number where it has one, its joint where it is of one. */
function nameOf(c: Content, { kind, recordId }: Annulment, id = recordId): string {
  const record = filedRows(c.whole, kind).find((r) => r.id === id);
  const log = kind === 'log' ? c.whole.logs.find((l) => l.id === id) : undefined;
  const mark = c.whole.joints.find((j) => j.id === log?.jointId)?.mark;
  const named = record && kindRow(kind).named?.(record as never);
  return `${kindRow(kind).words[0]}${mark ? ` of ${mark}` : named ? ` ${named}` : ''}`;
}

/** What was filed wrongly: it stays readable, and counts for nothing in what stands before this. */
export function annulled(sheet: Sheet, c: Content): void {
  if (!c.file.annulments.length) return;
  sheet.part('Annulled', 'Filed wrongly: it stays on file as it was signed, and counts for nothing above.');
  for (const a of c.file.annulments) {
    sheet.heading(nameOf(c, a), 10.5);
    sheet.para(a.reason, undefined, 9);
    if (a.replacedById) sheet.para(`Replaced by ${nameOf(c, a, a.replacedById)}.`, undefined, 8.5);
    for (const line of [...signedLines(c, a.recordId), ...signedLines(c, a.id)]) sheet.para(line, undefined, 8.5);
  }
}
