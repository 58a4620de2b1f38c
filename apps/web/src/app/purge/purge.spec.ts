import { type LineLayout, networkOf, straightLayout } from '@hephaist/core/purge/layout';
import { LINE_WIDTH, lineGeometry, marksAt } from '@hephaist/core/purge/line-geometry';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { draftOfLayout, layoutOf, layoutProblems, marksNowhere, readRunsCsv, runsCsv } from './layout-draft';

const demo = saltmarsh('2026-06-15');
const line = demo.lines.find((l) => l.layout)!;
const layout = line.layout!;
const joints = demo.joints.filter((j) => j.lineId === line.id);
const net = (l: LineLayout) =>
  networkOf(
    l,
    joints.map((j) => ({ id: j.id, brazed: false, lapM: 0.02, diameterM: 0.022, gapSideM: 6e-5 })),
    { by: 'pressure', pa: 100 },
  );

describe('the line while it is typed', () => {
  it.each(['us', 'metric'] as const)('comes back exactly the same, in %s', (system) => {
    const draft = draftOfLayout(layout, joints, system);
    expect(layoutProblems(draft, joints, system)).toEqual([]);
    const back = layoutOf(draft, joints, system).layout;
    expect(back.at).toEqual(layout.at);
    expect(back.nodes.map((n) => [n.id, n.kind, n.open])).toEqual(layout.nodes.map((n) => [n.id, n.kind, n.open]));
    expect(back.runs.map((r) => [r.lengthM, r.boreM])).toEqual(layout.runs.map((r) => [r.lengthM, r.boreM]));
  });
  it('says what is wrong at its field', () => {
    const draft = draftOfLayout(layout, joints, 'us');
    const bad = { ...draft, runs: draft.runs.map((r, i) => (i === 2 ? { ...r, length: 'long' } : r)) };
    expect(layoutProblems(bad, joints, 'us').map((p) => p.field)).toContain('runs.2.lengthM');
    const stray = { ...draft, points: draft.points.map((p, i) => (i === 1 ? { ...p, marks: `${p.marks} ZZ-9` } : p)) };
    expect(layoutProblems(stray, joints, 'us')[0]).toEqual({
      field: 'nodes.1.marks',
      says: 'no joint "ZZ-9" on this line',
    });
  });
  it('a joint at two points is told at the second, and joints at none are named', () => {
    const draft = draftOfLayout(layout, joints, 'us');
    const at = draft.points.findIndex((p) => p.marks);
    const [mark = ''] = draft.points[at]!.marks.split(' ');
    const twice = draft.points.map((p, i) => (i === at + 1 ? { ...p, marks: `${p.marks} ${mark.toLowerCase()}` } : p));
    expect(layoutProblems({ ...draft, points: twice }, joints, 'us')).toEqual([
      {
        field: `nodes.${at + 1}.marks`,
        says: `${mark.toLowerCase()} stands at “${draft.points[at]!.id}” already: a joint is at one point`,
      },
    ]);
    expect(marksNowhere(draft, joints)).toEqual([]);
    const without = draft.points.map((p, i) => (i === at ? { ...p, marks: p.marks.replace(mark, '') } : p));
    expect(marksNowhere({ ...draft, points: without }, joints)).toEqual([mark]);
  });
  it('runs go out as CSV and come back', () => {
    const draft = draftOfLayout(layout, joints, 'us');
    const read = readRunsCsv(runsCsv(draft.runs), draft.points);
    expect('draft' in read && read.draft.runs).toEqual(draft.runs.map(({ was: _, ...r }) => r));
    expect('draft' in read && [...read.draft.points].sort((a, b) => a.id.localeCompare(b.id))).toEqual(
      [...draft.points].sort((a, b) => a.id.localeCompare(b.id)),
    );
  });
  it('a foreign CSV is refused with words; a new one gets a source and vents at its ends', () => {
    expect(readRunsCsv('a;b\n1;2', [])).toHaveProperty('says');
    const read = readRunsCsv('from,to,length,bore\ntank,tee,10,0.785\ntee,left,5,0.545\ntee,right,5,0.545', []);
    expect('draft' in read && read.draft.points.map((p) => [p.id, p.kind])).toEqual([
      ['tank', 'source'],
      ['tee', 'point'],
      ['left', 'vent'],
      ['right', 'vent'],
    ]);
  });
});

describe('the line drawn', () => {
  it('source at the left, every point as far right as its tube is long, none outside', () => {
    const g = lineGeometry(net(layout));
    const x = (id: string): number => g.nodes.find((n) => n.node.id === id)!.x;
    expect(x('manifold')).toBeLessThan(x('riser'));
    expect(x('riser')).toBeLessThan(x('north'));
    for (const n of g.nodes) {
      expect(n.x).toBeGreaterThanOrEqual(0);
      expect(n.x).toBeLessThanOrEqual(LINE_WIDTH);
      expect(n.y).toBeGreaterThan(0);
      expect(n.y).toBeLessThan(g.height);
    }
    expect(g.nodes.reduce((s, n) => s + n.joints.length, 0)).toBe(joints.length);
  });
  it('any straight line keeps its order and its length', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.double({ min: 1, max: 500, noNaN: true }), (n, lengthM) => {
        const ids = Array.from({ length: n }, (_, i) => `J${i}`);
        const l = straightLayout(
          ids,
          lengthM,
          ids.map(() => 0.02),
        );
        const xs = lineGeometry({ ...net(layout), nodes: l.nodes, runs: l.runs, joints: [] }).nodes.map((p) => p.x);
        expect([...xs].sort((a, b) => a - b)).toEqual(xs);
      }),
      { numRuns: 30 },
    );
  });
  it('a loop is drawn with every run', () => {
    const loop = {
      ...layout,
      runs: [...layout.runs, { ...layout.runs[0]!, id: 'loop', from: 'north', to: 'recovery' }],
    };
    expect(lineGeometry(net(loop)).runs).toHaveLength(loop.runs.length);
  });
  it('names several joints by the first and last', () => {
    expect(marksAt(['A', 'B', 'C'])).toBe('A – C');
    expect(marksAt(['A'])).toBe('A');
    expect(marksAt([])).toBe('');
  });
});
