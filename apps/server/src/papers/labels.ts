import { jointLabel } from '@hephaist/contracts/exchange/label';
import type { Job } from '@hephaist/contracts/records/job';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { planner } from '@hephaist/contracts/records/planner';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { chosenWords } from '@hephaist/core/joint/rod-words';
import type { Shop } from '@hephaist/core/joint/shop';
import { drawQr } from '../pdf/qr.js';
import { INK, Sheet } from '../pdf/sheet.js';
import type { PaperAsked } from './paper.js';

/** Labels side by side and one under another, and the side of a code, points. */
const ACROSS = 3;
const HEIGHT = 86;
const CODE = 68;

/** What stands beside a code: mark, size and metals, rod and flux, position. */
function wordsOf(joint: Joint, line: Line, plan: JointPlan | null): string {
  const metals = plan ? `${plan.tubeMetal.short} to ${plan.socketMetal.short}` : '';
  const rod = chosenWords(plan?.selection.chosen, 'no rod yet');
  return [`${joint.tube.size} ${metals}`, rod, joint.position, line.name].join('\n');
}

/** Labels of joints for a common sheet, three in a row, each with its mark and the address of the joint at the torch. */
export function labelSheet(
  about: { readonly job: Job; readonly lines: readonly Line[]; readonly joints: readonly Joint[]; readonly shop: Shop },
  origin: string,
  asked: PaperAsked,
): Promise<Buffer> {
  const { job, lines, joints, shop } = about;
  const sheet = new Sheet(
    `Joint labels, ${job.name}`,
    `${asked.company} · labels of ${job.name} · printed ${asked.day}`,
    {
      layout: 'portrait',
      size: asked.size,
    },
  );
  const planOf = planner(job, lines, shop);
  const wide = sheet.width / ACROSS;
  const byId = new Map(lines.map((l) => [l.id, l]));
  for (let from = 0; from < joints.length; from += ACROSS) {
    sheet.room(HEIGHT);
    const y = sheet.doc.y;
    joints.slice(from, from + ACROSS).forEach((joint, i) => {
      const line = byId.get(joint.lineId);
      if (!line) return;
      const x = sheet.left + i * wide;
      drawQr(sheet, jointLabel(origin, joint), x, y, CODE);
      const room = { width: wide - CODE - 14, height: HEIGHT - 10 };
      sheet.doc
        .font('strong')
        .fontSize(13)
        .fillColor(INK)
        .text(joint.mark, x + CODE + 8, y, room);
      sheet.doc
        .font('body')
        .fontSize(8.5)
        .text(wordsOf(joint, line, planOf(joint).plan), x + CODE + 8, y + 18, room);
    });
    [sheet.doc.x, sheet.doc.y] = [sheet.left, y + HEIGHT];
  }
  return sheet.end();
}
