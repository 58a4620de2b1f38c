import { jointLabel, lotLabel, rigLabel, spoolLabel } from '@hephaist/contracts/exchange/label';
import type { Brazer } from '@hephaist/contracts/records/brazer';
import type { Job } from '@hephaist/contracts/records/job';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import type { Lot } from '@hephaist/contracts/records/lot';
import { planner } from '@hephaist/contracts/records/planner';
import type { ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import type { Rig } from '@hephaist/contracts/records/rig';
import { labelText, piecesOf } from '@hephaist/core/coupons/traveller';
import { chosenWords } from '@hephaist/core/joint/rod-words';
import type { Shop } from '@hephaist/core/joint/shop';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { drawQr } from '../pdf/qr.js';
import { INK, Sheet } from '../pdf/sheet.js';
import type { PaperAsked } from './paper.js';

/** Labels side by side and one under another, and the side of a code, points. */
const ACROSS = 3;
const HEIGHT = 86;
const CODE = 68;

/** One label: what its code says, what stands large beside it, and the lines under that. */
export interface Label {
  readonly code: string;
  readonly head: string;
  readonly lines: readonly string[];
}

/** Labels for a common sheet, three in a row. */
export function labelSheet(title: string, foot: string, labels: readonly Label[], asked: PaperAsked): Promise<Buffer> {
  const sheet = new Sheet(title, `${asked.company} · ${foot} · printed ${asked.day}`, {
    layout: 'portrait',
    size: asked.size,
  });
  const wide = sheet.width / ACROSS;
  for (let from = 0; from < labels.length; from += ACROSS) {
    sheet.room(HEIGHT);
    const y = sheet.doc.y;
    labels.slice(from, from + ACROSS).forEach(({ code, head, lines }, i) => {
      const x = sheet.left + i * wide;
      drawQr(sheet, code, x, y, CODE);
      const room = { width: wide - CODE - 14, height: HEIGHT - 10 };
      sheet.doc
        .font('strong')
        .fontSize(13)
        .fillColor(INK)
        .text(head, x + CODE + 8, y, room);
      sheet.doc
        .font('body')
        .fontSize(8.5)
        .text(lines.join('\n'), x + CODE + 8, y + 18, room);
    });
    [sheet.doc.x, sheet.doc.y] = [sheet.left, y + HEIGHT];
  }
  return sheet.end();
}

/** Labels of joints: mark, size and metals, rod and flux, position, line; the code is their address at the torch. */
export function jointLabels(
  about: { readonly job: Job; readonly lines: readonly Line[]; readonly joints: readonly Joint[]; readonly shop: Shop },
  origin: string,
): Label[] {
  const planOf = planner(about.job, about.lines, about.shop);
  const byId = new Map(about.lines.map((l) => [l.id, l]));
  return about.joints.map((joint) => {
    const { plan } = planOf(joint);
    const metals = plan ? `${plan.tubeMetal.short} to ${plan.socketMetal.short}` : '';
    return {
      code: jointLabel(origin, joint),
      head: joint.mark,
      lines: [
        `${joint.tube.size} ${metals}`,
        chosenWords(plan?.selection.chosen, 'no rod yet'),
        joint.position,
        byId.get(joint.lineId)?.name ?? '',
      ],
    };
  });
}

/** Labels of pieces made up in the shop: which joints they hold, of what sizes, on which line. */
export function spoolLabels(
  { job, lines, joints }: { readonly job: Job; readonly lines: readonly Line[]; readonly joints: readonly Joint[] },
  origin: string,
): Label[] {
  const names = new Map(lines.map((l) => [l.id, l.name]));
  const bySpool = new Map<string, Joint[]>();
  for (const j of joints) if (j.spool) bySpool.set(j.spool, [...(bySpool.get(j.spool) ?? []), j]);
  return [...bySpool].map(([spool, its]) => ({
    code: spoolLabel(origin, job.id, spool),
    head: spool,
    lines: [
      `${its.length} ${its.length === 1 ? 'joint' : 'joints'}: ${markRuns(its.map((j) => j.mark)).join(', ')}`,
      [...new Set(its.map((j) => j.tube.size))].join(', '),
      [...new Set(its.map((j) => names.get(j.lineId) ?? ''))].join(', '),
      job.name,
    ],
  }));
}

/** Labels of lots: on the tube of rod, the jar of flux, the cylinder of nitrogen. */
export const lotLabels = (lots: readonly Lot[], origin: string): Label[] =>
  lots.map((l) => ({
    code: lotLabel(origin, l),
    head: l.lot,
    lines: [`${l.kind} ${l.classId}`.trim(), l.receivedOn ? `received ${l.receivedOn}` : '', l.certificate],
  }));

/** Labels of coupons to be brazed: each strip and the rest of it. */
export const couponLabels = (
  coupons: readonly ReservedCoupon[],
  brazers: readonly Pick<Brazer, 'id' | 'name' | 'mark'>[],
): Label[] =>
  coupons.flatMap((c) => {
    const who = brazers.find((b) => b.id === c.brazerId);
    return piecesOf(c).map((piece) => ({
      code: labelText(c.number, piece, who?.mark ?? '__', c.position),
      head: c.number,
      lines: [
        piece === 'REST' ? 'the rest of it' : `strip ${piece} of ${c.strips}`,
        who ? `${who.name}, mark ${who.mark}` : 'brazer and mark:',
        c.position,
        `${c.tube.size}, ${c.fillerId}, ${c.fluxId ?? 'no flux'}`,
      ],
    }));
  });

/** Labels of torch rigs: the code leads to the round before the first light. */
export const rigLabels = (rigs: readonly Rig[], origin: string): Label[] =>
  rigs.map((r) => ({ code: rigLabel(origin, r), head: r.name, lines: ['torch rig', 'scan before you light'] }));
