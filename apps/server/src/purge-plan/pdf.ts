import { CYLINDER_SOURCE } from '@hephaist/core/purge/cylinder';
import { deadLegAdvice } from '@hephaist/core/purge/dead-leg';
import { withOnlyVent } from '@hephaist/core/purge/layout';
import { LINE_WIDTH, lineGeometry, marksAt } from '@hephaist/core/purge/line-geometry';
import { formatDuration, formatQuantity, type Quantity } from '@hephaist/core/units/units';
import { openPdf } from '../pdf/document.js';
import type { PurgePlanOfLine, PurgePlanRequest } from './purge-plan.js';

const INK = '#22252a';
const COPPER = '#9a4921';
const HAIR = '#9b9484';
/** Height that the drawing may take, points. */
const DRAWING = 190;
/** Marks named in one row of the order. */
const NAMED = 14;

function drawLine(doc: PDFKit.PDFDocument, { rests, purge, markOf }: PurgePlanOfLine): void {
  const g = lineGeometry(rests.net);
  const room = doc.page.width - doc.page.margins.left - doc.page.margins.right;
  const scale = Math.min(room / LINE_WIDTH, DRAWING / g.height);
  const stageOf = new Map(purge.stages.map((s, i) => [s.vent, i + 1]));
  doc.save().translate(doc.page.margins.left, doc.y).scale(scale);
  for (const r of g.runs)
    doc
      .path(r.path)
      .lineWidth(7)
      .stroke(r.run.open === false ? HAIR : COPPER);
  for (const n of g.nodes) {
    const stage = stageOf.get(n.node.id);
    if (n.node.kind === 'source') doc.rect(n.x - 18, n.y - 12, 36, 24).fill(INK);
    else if (stage) doc.circle(n.x, n.y, 13).lineWidth(2).fillAndStroke('#fffdf7', INK);
    else
      doc
        .circle(n.x, n.y, n.joints.length ? 8 : 4)
        .lineWidth(1.8)
        .fillAndStroke('#fffdf7', INK);
    const at = (text: string, y: number, size: number, colour = INK): void =>
      void doc
        .fillColor(colour)
        .fontSize(size)
        .text(text, n.x - 60, n.y + y, { width: 120, align: 'center', lineBreak: false });
    if (n.node.kind === 'source') at('N2', -8, 14, '#fffdf7');
    else if (stage) at(String(stage), -9, 16);
    if (n.node.kind !== 'source') at(n.node.id, 15, 13);
    if (n.joints.length) at(marksAt(n.joints.map(markOf)), 30, 11);
  }
  doc.restore();
  doc.y += g.height * scale + 6;
  doc.x = doc.page.margins.left;
}

/** The purge of a line on one page to take along: the line, the order as numbers at its vents, times, pressures, mishaps. */
export function purgePlanPdf(plan: PurgePlanOfLine, request: PurgePlanRequest, printedOn: string): Promise<Buffer> {
  const { line, jobName, purge, rests, markOf } = plan;
  const { doc, done } = openPdf(`Purge of ${line.name}, ${jobName}`, 'landscape');
  const say = (si: number, quantity: Quantity): string => formatQuantity(si, quantity, request.system);
  const percent = (c: number): string => `${Number((100 * c).toPrecision(3))} %`;
  doc.font('strong').fontSize(18).fillColor(INK).text(`Purge of ${line.name}`);
  doc
    .font('body')
    .fontSize(11)
    .text(
      `${jobName}. ${say(purge.totals.lengthM, 'run')} of tube, ${say(purge.totals.volumeM3, 'volume')}; limit ${percent(rests.limit.limit)} oxygen${rests.limit.by ? ` by ${rests.limit.by}` : ''}. ` +
        `Fill at ${say(purge.fillM3s, 'flow')}, braze at ${say(purge.trickleM3s, 'flow')}. Printed ${printedOn}.`,
    )
    .moveDown(0.4);
  drawLine(doc, plan);
  const worst = [...purge.pressures].sort((a, b) => b.pa / b.blowOutPa - a.pa / a.blowOutPa)[0];
  doc.font('body').fontSize(9.5);
  doc.table({
    columnStyles: [24, 90, 60, 50, '*'],
    defaultStyle: { border: [0, 0, 0.5, 0], borderColor: HAIR, padding: [2.5, 4] },
    data: [
      ['', 'Open vent', 'Fill', 'Joints', 'In this order, from the source outward'],
      ...purge.stages.map((s, i) => {
        const names = s.joints.map(markOf);
        const more = names.length > NAMED ? ` … ${names.at(-1) ?? ''}` : '';
        return [
          String(i + 1),
          s.vent,
          formatDuration(s.readyS),
          String(names.length),
          names.slice(0, NAMED).join(', ') + more,
        ];
      }),
    ].map((cells, i) => cells.map((text) => ({ text, font: { src: i === 0 ? 'strong' : 'body', size: 9.5 } }))),
  });
  doc.moveDown(0.5).fontSize(9.5);
  const lines = [
    purge.order.unswept.length
      ? `In a dead leg, swept by no vent: ${purge.order.unswept.map(markOf).join(', ')}. ${deadLegAdvice(purge.order.bleeds, rests.medical)}`
      : '',
    rests.unplaced.length
      ? `Nobody placed ${rests.unplaced.map(markOf).join(', ')} on the drawing: counted at the end of the line.`
      : '',
    worst
      ? `Pressure at the trickle at most ${say(worst.pa, 'draught')} at ${markOf(worst.joint)}; molten filler is pushed out near ${say(worst.blowOutPa, 'draught')}.`
      : 'No joint left to braze on this line.',
    ...purge.mishaps.map(
      (m) =>
        m.says +
        (m.seconds === null ? '' : ` ${m.seconds < 5 ? 'At once' : formatDuration(m.seconds)}.`) +
        (m.pressure ? ` ${say(m.pressure.pa, 'draught')} at ${markOf(m.pressure.joint)}.` : ''),
    ),
    purge.setPa === null
      ? ''
      : `The tube is too narrow for the usual flow: set the regulator to ${say(purge.setPa, 'gauge')} and let the pressure set the flow.`,
    purge.cylinders && purge.nitrogenM3 !== null && purge.seconds !== null
      ? `Nitrogen ${say(purge.nitrogenM3, 'volume')} in ${formatDuration(purge.seconds)}: ${purge.cylinders.count} of ${request.cylinder}, a tenth kept in reserve${purge.cylinders.swapsAfter.map((s) => `; swap before joint ${s.stepIndex + 1} of the order`).join('')}.`
      : `With ${purge.neverReady.join(', ')} open the line never comes under the limit: what it takes is not known.`,
    withOnlyVent(rests.net, null).nodes.some((n) => n.kind === 'vent')
      ? ''
      : 'The line has no vent: open one before anything else.',
  ].filter(Boolean);
  for (const text of lines) doc.text(text).moveDown(0.15);
  doc
    .moveDown(0.3)
    .fontSize(8.5)
    .text(
      `Flow, Taylor-Aris dispersion and each stage from air, in one dimension: computed here; nitrogen from the CRC Handbook, from memory; ${CYLINDER_SOURCE.name}. ` +
        'Not to be trusted where gas may layer in large level tube: the analyser at the vent decides. Nitrogen asphyxiates in a closed room. Local codes and licensed practice govern.',
    );
  doc.end();
  return done;
}
