import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { branchFrom, connect, removeEnd, removeRun, splitBefore, turnKind } from './draw-steps';
import type { LayoutDraft } from './layout-draft';
import { nameOf, renamePoint } from './rename-point';

const run = (from: string, to: string, length = '10') => ({ from, to, length, bore: '0.8', loss: '0', open: true });
const point = (id: string, kind: 'point' | 'source' | 'vent' | 'cap' = 'point', marks = '') => ({
  id,
  kind,
  open: true,
  hole: '0.2',
  marks,
});
const draft: LayoutDraft = {
  runs: [run('N2', 'riser'), run('riser', 'bay', '8')],
  points: [point('N2', 'source'), point('riser', 'point', 'OX-01'), point('bay', 'vent', 'OX-02 OX-03')],
};
const kindOf = (d: LayoutDraft, id: string) => d.points.find((p) => p.id === id)?.kind;

describe('drawing a line', () => {
  it('a branch has the size of the tube it leaves and a shut vent at its end', () => {
    const d = branchFrom(draft, 'riser');
    expect(d.runs.at(-1)).toMatchObject({ from: 'riser', to: 'end 3', length: '8', bore: '0.8' });
    expect(d.points.at(-1)).toMatchObject({ kind: 'vent', open: false });
    expect(branchFrom(draft, 'nowhere')).toBe(draft);
  });
  it('a vent that something leads on from is an end no more', () => {
    expect(kindOf(branchFrom(draft, 'bay'), 'bay')).toBe('point');
    expect(kindOf(branchFrom(draft, 'N2'), 'N2')).toBe('source');
  });
  it('a loop joins two points once, and none to itself', () => {
    const d = connect(draft, 'N2', 'bay');
    expect(d.runs.at(-1)).toMatchObject({ from: 'N2', to: 'bay' });
    for (const [a, b] of [
      ['bay', 'bay'],
      ['bay', 'riser'],
      ['riser', 'bay'],
      ['bay', 'attic'],
    ] as const)
      expect(connect(draft, a, b)).toBe(draft);
  });
  it('a split keeps the length, in two halves', () => {
    const d = splitBefore(draft, 'bay');
    expect(d.runs.slice(1).map((r) => [r.from, r.to, r.length])).toEqual([
      ['riser', 'point 3', '4'],
      ['point 3', 'bay', '4'],
    ]);
    expect(splitBefore(draft, 'N2')).toBe(draft);
  });
  it('turns a point to vent, cap and back; the source stays', () => {
    const kinds = [1, 2, 3].map((n) => {
      let d = draft;
      for (let i = 0; i < n; i++) d = turnKind(d, 'riser');
      return kindOf(d, 'riser');
    });
    expect(kinds).toEqual(['vent', 'cap', 'point']);
    expect(kindOf(turnKind(draft, 'N2'), 'N2')).toBe('source');
  });
  it('an end taken away leaves its joints at the point before; what others hang on stays', () => {
    const d = removeEnd(draft, 'bay');
    expect(d.points.map((p) => [p.id, p.marks])).toEqual([
      ['N2', ''],
      ['riser', 'OX-01 OX-02 OX-03'],
    ]);
    expect(removeEnd(draft, 'riser')).toBe(draft);
    expect(removeRun(draft, 1)).toEqual(d);
  });
  it('whatever is drawn, no joint is lost, every run has its points, and names stay apart', () => {
    const step = fc.tuple(fc.constantFrom('b', 'c', 's', 'k', 'x'), fc.nat(), fc.nat());
    fc.assert(
      fc.property(fc.array(step, { maxLength: 25 }), (steps) => {
        let d = draft;
        for (const [what, i, j] of steps) {
          const [a, b] = [d.points[i % d.points.length]!.id, d.points[j % d.points.length]!.id];
          d = { b: branchFrom(d, a), c: connect(d, a, b), s: splitBefore(d, a), k: turnKind(d, a), x: removeEnd(d, a) }[
            what
          ]!;
        }
        const ids = d.points.map((p) => p.id);
        expect(new Set(ids).size).toBe(ids.length);
        for (const r of d.runs) expect([ids.includes(r.from), ids.includes(r.to)]).toEqual([true, true]);
        expect(d.points.filter((p) => p.kind === 'source')).toHaveLength(1);
        const marks = d.points.flatMap((p) => p.marks.split(' ').filter(Boolean));
        expect(marks.sort()).toEqual(['OX-01', 'OX-02', 'OX-03']);
      }),
    );
  });
});

describe('a point whose typed name cannot be', () => {
  it('keeps its runs and its place through every step', () => {
    const waits = renamePoint(draft, 1, 'N2');
    const name = nameOf(waits.points[1]!);
    expect(branchFrom(waits, name).runs.at(-1)?.from).toBe(name);
    expect(removeRun(branchFrom(waits, name), waits.runs.length).points).toHaveLength(waits.points.length);
  });
});
