import { gasRows } from '@hephaist/core/rod-list/gas-list';
import { orderWords } from '@hephaist/core/rod-list/rod-list';
import { formatQuantity } from '@hephaist/core/units/units';
import { openPdf } from '../pdf/document.js';
import type { JobRodList, RodListRequest } from './rod-list.js';

type Cell = string;
const money = (n: number): string => n.toFixed(2);

/** The list of rod, flux and gas on one page of A4 or more, tagged, with the application's own font. */
export function rodListPdf(
  { jobName, list, gas }: JobRodList,
  request: RodListRequest,
  printedOn: string,
): Promise<Buffer> {
  const { doc, done } = openPdf(`Rod and flux list, ${jobName}`);
  const say = (si: number, quantity: Parameters<typeof formatQuantity>[1]): string =>
    formatQuantity(si, quantity, request.system);
  const rows: Cell[][] = [
    ['Rod or flux', 'Form', 'Joints', 'Left', 'Weight left', 'Length', 'Order', 'Cost'],
    ...list.rods.map((r) => [
      r.filler.id,
      r.form.name,
      String(r.joints),
      String(r.leftJoints),
      say(r.leftKg, 'mass'),
      say(r.leftM, 'run'),
      orderWords(r.order),
      money(r.cost),
    ]),
    ...list.fluxes.map((f) => [
      f.flux.id,
      `${f.flux.name}, ${f.flux.form}`,
      String(f.joints),
      String(f.leftJoints),
      say(f.leftKg, 'mass'),
      '',
      `${f.jars} ${f.jars === 1 ? 'jar' : 'jars'}, ${f.brushes} ${f.brushes === 1 ? 'brush' : 'brushes'}`,
      '',
    ]),
    ...gasRows(gas).map((r) => [r.gas, say(r.m3, 'gas'), '', String(gas.joints), '', '', r.order, '']),
    ['Together', '', '', '', '', '', '', money(list.cost)],
  ];
  doc.font('strong').fontSize(18).text('Rod and flux list');
  doc.font('body').fontSize(11).text(`${jobName}: ${request.scope}. Printed ${printedOn}.`).moveDown(0.8);
  doc.fontSize(10);
  doc.table({
    columnStyles: ['*', 128, 38, 32, 56, 44, 70, 52],
    defaultStyle: { border: [0, 0, 0.5, 0], borderColor: '#9b9484', padding: [3, 4] },
    data: rows.map((cells, i) =>
      cells.map((text, c) => ({
        text,
        align: { x: c > 1 ? ('right' as const) : ('left' as const), y: 'top' as const },
        font: { src: i === 0 || i === rows.length - 1 || c === 0 ? 'strong' : 'body', size: 10 },
      })),
    ),
  });
  doc.moveDown(0.8).font('body').fontSize(9);
  if (list.withoutRod) doc.text(`${list.withoutRod} joints have no rod as they are.`);
  doc.text(
    `Gap at heat filled over the whole overlap and one small fillet, ${Math.round(request.loss * 100)} % loss, ${Math.round(request.spare * 100)} % spare. ` +
      `Silver at ${money(request.prices.silverPerKg)} a kg, the rest at ${money(request.prices.basePerKg)} a kg, as entered. ` +
      'Gas by the heat plan of each joint and half as much again between them; nitrogen as if each joint were purged by itself; a tenth of each cylinder in reserve. ' +
      'Sizes of rod, ways of selling, loss, half-pound jars of flux and brushes are practice; composition from AWS A5.8, from memory: check the current edition. Local codes and licensed practice govern.',
  );
  doc.end();
  return done;
}
