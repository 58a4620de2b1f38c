import type { Followed } from '@hephaist/contracts/exchange/followed';
import { inUnits } from '@hephaist/core/units/say';
import { clockOf } from '../package/content.js';
import type { PaperAsked } from '../papers/paper.js';
import { REFUSED, Sheet } from '../pdf/sheet.js';

/** The page of what was followed, on paper. */
export function followedPdf(f: Followed, asked: PaperAsked): Promise<Buffer> {
  const title = `All that bears on ${f.name}`;
  const sheet = portrait(title, asked);
  writeFollowed(sheet, f, asked);
  return sheet.end();
}

export const portrait = (title: string, { company, day, size }: PaperAsked): Sheet =>
  new Sheet(title, `${company} · ${title} · printed ${day}`, { layout: 'portrait', size });

/** What was followed, from where the sheet stands. */
export function writeFollowed(sheet: Sheet, f: Followed, asked: PaperAsked): void {
  const say = (text: string): string => inUnits(text, asked.units);
  sheet.title(`All that bears on ${f.name}`);
  sheet.facts(f.about.map(([name, says]) => [name, say(says)] as const));
  const at = clockOf(f.timeZone);
  for (const e of f.events) {
    const when = e.at.length > 10 ? at(e.at) : e.at;
    sheet.heading(`${when}   ${say(e.what)}`, 10.5);
    for (const line of e.lines) sheet.para(say(line), undefined, 9);
    if (e.annulled !== null) sheet.para(`Annulled: ${e.annulled}`, REFUSED, 9);
    for (const s of e.signed) sheet.para(`Signed by ${s}`, undefined, 8.5);
    const named = e.links.filter((l) => l.id !== f.id).map((l) => l.name);
    if (named.length) sheet.para(`See ${named.join('; ')}`, undefined, 8.5);
    if (e.reportId) sheet.para('The laboratory’s report is on file.', undefined, 8.5);
    if (e.pictureIds.length) sheet.para(`Photographs on file: ${e.pictureIds.length}`, undefined, 8.5);
  }
  if (!f.events.length) sheet.para('Nothing is on file of it yet.');
  sheet.para(
    `Times on the clock of ${f.timeZone}. Limits of codes are from memory: check the current code book. This certifies nothing.`,
    undefined,
    8,
  );
}
