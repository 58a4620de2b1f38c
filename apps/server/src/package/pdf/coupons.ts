import { brazedToWords, couponVerdict } from '@hephaist/contracts/records/brazer-record';
import { peelClocks } from '@hephaist/core/coupons/peel-lines';
import type { VoidInterval } from '@hephaist/core/coupons/section';
import { sourceLine } from '@hephaist/core/source/source';
import { COPPER, INK, REFUSED, type Sheet } from '../../pdf/sheet.js';
import type { Content } from '../content.js';
import { signedLines } from './procedures.js';

const BAR = 14;
const LINE = 9;
const NAME = 60;

/** One side of a strip, or one line of a peel, to the scale of its overlap. */
function bar(
  sheet: Sheet,
  name: string,
  overlapM: number,
  voids: readonly VoidInterval[],
  high: number,
  beside: string,
): void {
  const { doc } = sheet;
  const [x, y, wide] = [sheet.left + NAME, doc.y + 2, sheet.width * 0.5];
  const scale = wide / overlapM;
  doc.font('body').fontSize(8.5).fillColor(INK);
  doc.text(name, sheet.left, y + (high - 10) / 2, { lineBreak: false });
  if (beside) doc.text(beside, x + wide + 8, y + (high - 10) / 2, { lineBreak: false });
  doc.rect(x, y, wide, high).fill(COPPER);
  for (const v of voids) doc.rect(x + v.fromM * scale, y, (v.toM - v.fromM) * scale, high).fill(INK);
  doc.x = sheet.left;
  doc.y = y + high + (high === BAR ? 3 : -1);
}

/** Coupons of everyone who brazed on the job, each face of the strip to scale with its voids. */
export function coupons(sheet: Sheet, c: Content): void {
  sheet.part(
    'Coupons',
    'Each side of the strip, or each line of a peel, to the scale of its overlap; dark is where no filler reached.',
  );
  const brazed = new Set(c.file.logs.map((l) => l.brazerId));
  const own = c.file.coupons.filter((x) => brazed.has(x.brazerId));
  const names = new Map(c.file.brazers.map((b) => [b.id, `${b.name}, mark ${b.mark}`]));
  for (const coupon of own.sort((a, b) => a.number.localeCompare(b.number))) {
    const verdict = couponVerdict(coupon, c.tables);
    const lines = (coupon.tests ?? []).reduce((n, t) => n + (t.kind === 'peel lines' ? t.lines.length : 0), 0);
    sheet.room(90 + coupon.faces.length * (BAR + 6) + lines * (LINE + 1));
    sheet.heading(
      `${coupon.number} ${verdict.passes ? 'passes' : 'fails'}: ${names.get(coupon.brazerId) ?? ''}, brazed ${coupon.brazedOn}`,
    );
    sheet.para(
      `${coupon.tube.size} ${coupon.fillerId}, ${coupon.position}, overlap ${c.show(coupon.overlapM, 'length')}, ${brazedToWords(coupon, c.file.procedures)}, bore ${coupon.boreClean ? 'bright' : 'oxidised'}; read by ${coupon.lookedBy}. ${verdict.ruleSet.name}: ${sourceLine(verdict.ruleSet.source)}.`,
      undefined,
      8.5,
    );
    for (const face of coupon.faces) {
      const read = face.trace
        ? `read on photograph ${face.trace.pictureId.slice(-12)}, edges ± ${c.show(face.trace.edgeM, 'gap')}`
        : '';
      bar(sheet, face.name, face.overlapM, face.voids, BAR, read);
    }
    for (const t of coupon.tests ?? [])
      if (t.kind === 'peel lines') {
        const clocks = peelClocks(t.lines.length);
        t.lines.forEach((voids, i) => bar(sheet, clocks[i] ?? '', t.lapM, voids, LINE, ''));
      }
    for (const r of verdict.reasons) sheet.para(c.say(r), verdict.passes ? undefined : REFUSED, 8.5);
    if (verdict.nearLimit) sheet.para('Within measuring uncertainty of the limit.', REFUSED, 8.5);
    for (const line of signedLines(c, coupon.id)) sheet.para(line, undefined, 8.5);
  }
  if (!own.length) sheet.para('None on file.');
}
