import { MAKING_SAYS } from '@hephaist/core/joint-log/makings';
import { REFUSED, type Row, type Sheet } from '../../pdf/sheet.js';
import type { Content } from '../content.js';
import { logRows } from '../rows.js';

/** What is said, one under the other or in a row; what is empty is left out. */
const under = (...said: readonly (string | undefined)[]): string => said.filter(Boolean).join('\n');
const joined = (...said: readonly (string | undefined)[]): string => said.filter(Boolean).join(', ');
const before = (word: string, value: string | undefined): string => (value ? `${word} ${value}` : '');

/** Every value of an entry, those that belong together in one cell. */
const onPaper = (r: Row): Row => ({
  Joint: r['How'] === MAKING_SAYS.first ? (r['Joint'] ?? '') : under(r['Joint'], r['How']),
  Brazed: under(r['Brazed'], before('cleaned', r['Cleaned'])),
  Brazer: under(r['Brazer'], r['Procedure']),
  Rod: under(r['Rod'], before('lot', r['Rod lot'])),
  Flux: under(r['Flux'], before('lot', r['Flux lot'])),
  Nitrogen: joined(
    under(joined(before('lot', r['Nitrogen lot']), r['Nitrogen flow']), before('oxygen', r['Oxygen before'])),
    before('stopped', r['Nitrogen stopped']),
  ),
  Visual: under(r['Visual'], before('by', r['Looked at by']), before('entered by', r['Entered by'])),
  Place: under(r['Place'], r['Photographs'] === '0' ? '' : `photographs: ${r['Photographs']}`),
  'Out of range': under(r['Out of range'], before('Reason:', r['Reason'])),
  faulty: r['Out of range'] || r['Visual'] !== 'accepted' ? 'yes' : '',
});

/** Each entry by time. */
export function log(sheet: Sheet, c: Content): void {
  sheet.part('Log', 'Times on the clock of the job.');
  sheet.table(
    [
      ['Joint', 0.9],
      ['Brazed', 1.5],
      ['Brazer', 1.6],
      ['Rod', 1.2],
      ['Flux', 0.9],
      ['Nitrogen', 2],
      ['Visual', 1.6],
      ['Place', 1.1],
      ['Out of range', 2.6],
    ],
    logRows(c).map(onPaper),
    (r) => (r['faulty'] ? REFUSED : null),
  );
}
