import type { ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import { travellerRows } from '@hephaist/contracts/records/traveller-rows';
import { couponSteps, labelText, piecesOf } from '@hephaist/core/coupons/traveller';
import type { Position } from '@hephaist/core/qualification/range';
import { formatQuantity } from '@hephaist/core/units/units';
import type { Known } from '../follow/known.js';
import { drawQr } from '../pdf/qr.js';
import { INK, type Sheet } from '../pdf/sheet.js';
import { Paper, type PaperAsked } from './paper.js';

/** Side of a label's code, and height of a label, points. */
const CODE = 54;
const LABEL = 66;

/** Whose coupon it will be, with room to write where nobody is named. */
const brazerOf = (known: Known, r: ReservedCoupon): { readonly name: string; readonly mark: string } =>
  known.file.brazers.find((b) => b.id === r.brazerId) ?? { name: '______________', mark: '____' };

/** What is known of a reserved coupon, as its traveller says it. */
function rowsOf(known: Known, r: ReservedCoupon, asked: PaperAsked) {
  const metal = (id: string): string => known.tables.metal(id)?.short ?? id;
  return travellerRows(
    {
      ...r,
      wallM: known.tables.tube(r.tube.standardId, r.tube.size)?.wallM ?? null,
      metals: [metal(r.tube.metalId), metal(r.socketMetalId)],
    },
    (si, quantity) => formatQuantity(si, quantity, asked.units),
  );
}

/** Labels of each strip and of what is left, to be cut out, two in a row. */
function labels(sheet: Sheet, r: ReservedCoupon, mark: string): void {
  const pieces = piecesOf(r);
  const wide = sheet.width / 2;
  for (let from = 0; from < pieces.length; from += 2) {
    sheet.room(LABEL);
    const y = sheet.doc.y;
    pieces.slice(from, from + 2).forEach((piece, i) => {
      const x = sheet.left + i * wide;
      drawQr(sheet, labelText(r.number, piece, mark, r.position), x, y, CODE);
      sheet.doc
        .font('body')
        .fontSize(9)
        .fillColor(INK)
        .text(
          `${r.number}, ${piece === 'REST' ? 'remaining coupon' : `strip ${piece}`}\nmark ${mark}\n${r.position}`,
          x + CODE + 8,
          y + 6,
          { width: wide - CODE - 16 },
        );
    });
    [sheet.doc.x, sheet.doc.y] = [sheet.left, y + LABEL];
  }
}

/** A level coupon end-on: notch at the top, and where a strip is cut, 45 degrees off it. */
function endOn(sheet: Sheet, position: Position): void {
  if (position !== 'horizontal') return;
  sheet.room(130);
  const { doc } = sheet;
  const [x, y, r] = [sheet.left + 64, doc.y + 66, 44];
  for (const [radius, width] of [
    [r, 1],
    [r - 9, 0.8],
    [r - 15, 0.8],
  ] as const)
    doc.circle(x, y, radius).lineWidth(width).stroke(INK);
  doc
    .moveTo(x - 4, y - r - 5)
    .lineTo(x + 4, y - r - 5)
    .lineTo(x, y - r + 4)
    .fill(INK);
  for (const side of [-1, 1]) {
    const [dx, dy] = [side * Math.SQRT1_2, -Math.SQRT1_2];
    doc.moveTo(x + dx * (r - 20), y + dy * (r - 20)).lineTo(x + dx * (r + 8), y + dy * (r + 8));
    doc.lineWidth(1.4).stroke(INK);
  }
  doc.font('body').fontSize(9).fillColor(INK);
  doc.text('Notch at the top, pipe level. Cut one strip at 1:30 or 10:30.', x + r + 30, y - 8, {
    width: sheet.width - 2 * r - 60,
  });
  [doc.x, doc.y] = [sheet.left, y + r + 14];
}

/** What goes with a coupon from the bench to the laboratory: what it is, the steps, and its labels. */
export function travellerPaper(known: Known, r: ReservedCoupon, asked: PaperAsked): Promise<Buffer> {
  const { name, mark } = brazerOf(known, r);
  const paper = new Paper(`Traveller of coupon ${r.number}`, r.covers ? `Covers ${r.covers}` : '', asked);
  paper.facts([
    ['Brazer', name],
    ['Mark', mark],
    ['Procedure', known.procedure(r.procedureId)?.name ?? '____________'],
    ['Brazed on', '____________'],
    ...rowsOf(known, r, asked),
  ]);
  endOn(paper.sheet, r.position);
  paper.heading('In order');
  couponSteps(r.position).forEach((step, i) => paper.line(`${i + 1}. ${step}`));
  paper.line('Seen by ____________________ on ____________');
  paper.heading('Labels');
  labels(paper.sheet, r, mark);
  return paper.sheet.end();
}

/** What a laboratory is asked: which strips, and how each is to be read. */
export function requestPaper(known: Known, coupons: readonly ReservedCoupon[], asked: PaperAsked): Promise<Buffer> {
  const [to, strips] = [asked.laboratory, coupons.reduce((sum, r) => sum + r.strips, 0)];
  const paper = new Paper('Laboratory request', to ? `To ${to}` : '', asked);
  paper.line(
    `From ${asked.company}: ${strips} strip${strips === 1 ? '' : 's'} of ${coupons.length} coupon${coupons.length === 1 ? '' : 's'}. Please polish both edges of each strip, and report each void from the socket mouth in thousandths of an inch or in 0.01 mm, each side alone, and the bore.`,
  );
  paper.variables(
    [
      ['Coupon', 0.8],
      ['Strips', 0.5],
      ['Mark', 0.6],
      ['Position', 0.9],
      ['Tube', 1.6],
      ['Metals', 1.6],
      ['Rod', 0.8],
      ['Overlap', 0.8],
    ],
    coupons.map((r) => {
      const says = new Map(rowsOf(known, r, asked));
      const row = { Coupon: r.number, Strips: String(r.strips), Mark: brazerOf(known, r).mark, Rod: r.fillerId };
      return { ...row, ...Object.fromEntries(['Position', 'Tube', 'Metals', 'Overlap'].map((n) => [n, says.get(n)!])) };
    }),
  );
  paper.line('Sent by ____________________ on ____________ · received by ____________________ on ____________');
  return paper.sheet.end();
}
