import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { type Joint, jointSchema } from '../records/joint.js';
import { problemsOf } from '../schemas/parse.js';
import { blankJoint, type CellWords, findCell, JOINT_CELLS } from './joint-cells.js';

const demo = saltmarsh('2026-06-15');
const words: CellWords = { lines: demo.lines, tables: SHIPPED, system: 'us' };
const base = blankJoint(demo.lines[0]!, demo.joints[0]!.id, 'T-1', 1);
const read = (id: string, text: string, joint: Joint = base): Joint | string => {
  const got = findCell(id)!.read(text, joint, words);
  return 'joint' in got ? got.joint : got.says;
};

describe('cells of a joint', () => {
  it('a blank joint is whole', () => expect(problemsOf(jointSchema, base)).toEqual([]));
  it.each<[string, string, (j: Joint) => unknown, unknown]>([
    ['line', 'ox', (j) => j.lineId, demo.lines.find((l) => l.prefix === 'OX')!.id],
    ['line', 'Surgery oxygen', (j) => j.lineId, demo.lines.find((l) => l.prefix === 'OX')!.id],
    ['standard', 'b819 l', (j) => j.tube.standardId, 'med-l'],
    ['size', '7/8"', (j) => j.tube.size, '7/8'],
    ['size', '1 1/8', (j) => j.tube.size, '1-1/8'],
    ['size', '1.125', (j) => j.tube.size, '1-1/8'],
    ['size', '22 mm', (j) => j.tube.size, '22x1'],
    ['standard', 'medl', (j) => j.tube.standardId, 'med-l'],
    ['tubeMetal', 'cu', (j) => j.tube.metalId, 'copper'],
    ['socketMetal', 'ss', (j) => j.socket.metalId, 'stainless-304'],
    ['socket', 'ell', (j) => j.socket.kind, 'fitting'],
    ['socket', 'Elbow', (j) => j.socket.kind, 'fitting'],
    ['position', 'up', (j) => j.position, 'up-feed'],
    ['position', 'downflow', (j) => j.position, 'down-feed'],
    ['near', 'txv 5\'6"', (j) => j.partNearby?.distanceM.toFixed(4), '1.6764'],
    [
      'near',
      'sightglass 1 1/2 in',
      (j) => [j.partNearby?.partId, j.partNearby?.distanceM.toFixed(4)],
      ['sight-glass', '0.0381'],
    ],
    ['spool', ' MV-S1 ', (j) => j.spool, 'MV-S1'],
    ['spool', '', (j) => 'spool' in j, false],
    ['spool', 'x'.repeat(16), (j) => j.spool, 'x'.repeat(16)],
    ['asked', 'bag-24', (j) => j.fillerId, 'BAg-24'],
    ['asked', 'bcup5', (j) => j.fillerId, 'BCuP-5'],
    ['tubeMetal', 'C12200', (j) => j.tube.metalId, 'copper'],
    ['socketMetal', 'Plated Steel', (j) => j.socket.metalId, 'plated-steel'],
    ['socketMetal', '', (j) => j.socket.metalId, 'copper'],
    ['socket', 'reducer', (j) => j.socket.kind, 'reducer'],
    ['position', 'up feed', (j) => j.position, 'up-feed'],
    ['gap', '0,003', (j) => (j.fitUp.mode === 'stated' ? j.fitUp.gapSideM : 0), 0.003 * 0.0254],
    ['gap', '0.08 mm', (j) => (j.fitUp.mode === 'stated' ? j.fitUp.gapSideM : 0), 0.00008],
    ['gap', 'nominal', (j) => j.fitUp.mode, 'nominal'],
    ['near', 'Sight glass 75mm', (j) => j.partNearby, { partId: 'sight-glass', distanceM: 0.075 }],
    ['near', 'txv 4in paste', (j) => j.partNearby?.protection, 'paste'],
    ['near', 'txv 4in bare', (j) => j.partNearby?.protection, undefined],
    ['near', '', (j) => j.partNearby, null],
    ['moves', 'X', (j) => j.movement, true],
    ['asked', 'Ag 450', (j) => j.fillerId, 'BAg-24'],
    ['asked', '', (j) => j.fillerId, null],
    ['form', 'ring', (j) => j.rodForm, 'ring'],
    ['setAside', ' waits ', (j) => j.setAside, 'waits'],
    ['setAside', '', (j) => j.setAside, null],
  ])('%s takes "%s"', (id, text, of, wanted) => {
    const got = read(id, text);
    expect(typeof got === 'string' ? got : of(got)).toEqual(wanted);
  });
  it.each<[string, string, string]>([
    ['mark', '', 'is empty'],
    ['mark', 'x'.repeat(17), 'at most 16'],
    ['line', 'nowhere', 'use PF, PL'],
    ['standard', 'BS 1', 'use ACR'],
    ['gap', '5', 'above 0 and at most'],
    ['gap', 'wide', 'above 0 and at most'],
    ['near', 'gearbox 4', 'is not known'],
    ['near', 'txv 900', 'between 0.2 in'],
    ['asked', 'BAg-99', 'is not known'],
    ['form', 'spool', 'is not known'],
    ['socket', 'groove', 'is not known'],
  ])('%s refuses "%s"', (id, text, says) => expect(JSON.stringify(read(id, text))).toContain(says));
  it('never throws and never breaks a joint’s shape, whatever is typed', () => {
    fc.assert(
      fc.property(fc.constantFrom(...JOINT_CELLS), fc.string({ maxLength: 30 }), (cell, text) => {
        const got = cell.read(text, base, words);
        if ('says' in got) expect(got.says.length).toBeGreaterThan(3);
        else expect(problemsOf(jointSchema, got.joint).every((p) => p.field.startsWith('tube.'))).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
  it('what a cell writes it reads back, for every joint of the demo', () => {
    for (const j of demo.joints)
      for (const cell of JOINT_CELLS) {
        if (['bush', 'groove'].includes(j.socket.kind) && cell.id === 'socket') continue;
        const got = cell.read(cell.write(j, words), j, words);
        expect('joint' in got, `${j.mark} ${cell.id}`).toBe(true);
        if ('joint' in got && cell.id !== 'near' && cell.id !== 'gap') expect(got.joint).toEqual(j);
      }
  });
});
