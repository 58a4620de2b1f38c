import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { LayoutDraft } from './layout-draft';
import { nameOf, nameProblems, renamePoint } from './rename-point';

const point = (id: string): LayoutDraft['points'][number] => ({ id, kind: 'point', open: true, hole: '1', marks: '' });
const run = (from: string, to: string): LayoutDraft['runs'][number] => ({
  from,
  to,
  length: '1',
  bore: '1',
  loss: '0',
  open: true,
});
const abc: LayoutDraft = { points: ['A', 'B', 'C'].map(point), runs: [run('A', 'B'), run('B', 'C')] };
const ends = (d: LayoutDraft): string[] => d.runs.map((r) => `${r.from}-${r.to}`);
const index = (d: LayoutDraft, id: string): number => d.points.findIndex((p) => nameOf(p) === id);

describe('another name for a point', () => {
  it('goes with its runs', () => {
    const d = renamePoint(abc, 1, ' elbow ');
    expect(ends(d)).toEqual(['A-elbow', 'elbow-C']);
    expect([d.points[1]?.id, nameProblems(d)]).toEqual(['elbow', []]);
  });
  it('that another point has is refused at its field, and no run goes to the other point', () => {
    const d = renamePoint(abc, 0, 'C');
    expect([d.points[0]?.id, ends(d)]).toEqual(['C', ['A-B', 'B-C']]);
    expect(nameProblems(d)).toEqual([{ field: 'nodes.0.id', says: 'another point here is called “C”: two cannot be' }]);
    expect(ends(renamePoint(d, 0, 'D'))).toEqual(['D-B', 'B-C']);
    expect(nameProblems(renamePoint(abc, 0, ' '))[0]?.says).toBe('a point needs a name');
  });
  it('is taken as soon as the other gives it up', () => {
    const waits = renamePoint(abc, 0, 'C');
    const d = renamePoint(waits, 2, 'end');
    expect([ends(d), nameProblems(d)]).toEqual([['C-B', 'B-end'], []]);
  });
  it('never wires a run anew, whatever is typed in whatever order', () => {
    const names = fc.constantFrom('A', 'B', 'C', 'D', '', ' ');
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat({ max: 2 }), names), { maxLength: 12 }), (typed) => {
        const d = typed.reduce((draft, [i, id]) => renamePoint(draft, i, id), abc);
        expect(d.runs.map((r) => [index(d, r.from), index(d, r.to)])).toEqual([
          [0, 1],
          [1, 2],
        ]);
      }),
    );
  });
});
