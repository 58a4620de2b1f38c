import { couponVerdict } from '@hephaist/contracts';
import { sourceLine } from '@hephaist/core';
import type { Content } from '../content.js';
import { signedLines } from './procedures.js';
import { COPPER, INK, REFUSED, type Sheet } from './sheet.js';

const BAR = 14;
const NAME = 60;

/** Coupons of everyone who brazed on the job, each face of the strip to scale with its voids. */
export function coupons(sheet: Sheet, c: Content): void {
  sheet.part('Coupons', 'Each face of the strip to the scale of its overlap; dark is where no filler reached.');
  const brazed = new Set(c.file.logs.map((l) => l.brazerId));
  const own = c.file.coupons.filter((x) => brazed.has(x.brazerId));
  const names = new Map(c.file.brazers.map((b) => [b.id, `${b.name}, mark ${b.mark}`]));
  for (const coupon of own.sort((a, b) => a.number.localeCompare(b.number))) {
    const verdict = couponVerdict(coupon, c.tables);
    sheet.room(90 + coupon.faces.length * (BAR + 6));
    sheet.heading(
      `${coupon.number} ${verdict.passes ? 'passes' : 'fails'}: ${names.get(coupon.brazerId) ?? ''}, brazed ${coupon.brazedOn}`,
    );
    sheet.para(
      `${coupon.tube.size} ${coupon.fillerId}, ${coupon.position}, overlap ${c.show(coupon.overlapM, 'length')}, bore ${coupon.boreClean ? 'bright' : 'oxidised'}; read by ${coupon.lookedBy}. ${verdict.ruleSet.name}: ${sourceLine(verdict.ruleSet.source)}.`,
      undefined,
      8.5,
    );
    const { doc } = sheet;
    for (const face of coupon.faces) {
      const [x, y, wide] = [sheet.left + NAME, doc.y + 2, sheet.width * 0.55];
      const scale = wide / face.overlapM;
      doc
        .font('body')
        .fontSize(8.5)
        .fillColor(INK)
        .text(face.name, sheet.left, y + 2, { lineBreak: false });
      if (face.trace)
        doc.text(`read on photograph ${face.trace.pictureId.slice(-12)}`, x + wide + 8, y + 2, { lineBreak: false });
      doc.rect(x, y, wide, BAR).fill(COPPER);
      for (const v of face.voids) doc.rect(x + v.fromM * scale, y, (v.toM - v.fromM) * scale, BAR).fill(INK);
      doc.x = sheet.left;
      doc.y = y + BAR + 3;
    }
    for (const r of verdict.reasons) sheet.para(c.say(r), verdict.passes ? undefined : REFUSED, 8.5);
    if (verdict.nearLimit) sheet.para('Within measuring uncertainty of the limit.', REFUSED, 8.5);
    for (const line of signedLines(c, coupon.id)) sheet.para(line, undefined, 8.5);
  }
  if (!own.length) sheet.para('None on file.');
}
