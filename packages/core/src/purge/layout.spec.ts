import { describe, expect, it } from 'vitest';
import { comb, line, point, run, vent } from '../testing/lines.js';
import { deadLegAdvice } from './dead-leg.js';
import { fedBy, type LineLayout, networkOf, straightLayout, unplaced, withOnlyVent } from './layout.js';
import { LINE_WIDTH, lineGeometry, marksAt } from './line-geometry.js';

/** A line nobody has drawn, one that was drawn, and how either is laid out on paper. */

const FEED = { by: 'pressure', pa: 1000 } as const;
const joint = (id: string) => ({ id, brazed: false, lapM: 0.02, diameterM: 0.028, gapSideM: 5e-5 });

describe('a line nobody has drawn', () => {
  it('is source, joints at even distances, and a vent of a quarter of the last bore', () => {
    expect(straightLayout(['a', 'b'], 9, [0.02, 0.04])).toEqual({
      nodes: [
        { id: 'source', kind: 'source' },
        { id: 'p1', kind: 'point' },
        { id: 'p2', kind: 'point' },
        { id: 'vent', kind: 'vent', open: true, holeM: 0.01 },
      ],
      runs: [
        { id: 'r1', from: 'source', to: 'p1', lengthM: 3, boreM: 0.02 },
        { id: 'r2', from: 'p1', to: 'p2', lengthM: 3, boreM: 0.04 },
        { id: 'r3', from: 'p2', to: 'vent', lengthM: 3, boreM: 0.04 },
      ],
      at: { a: 'p1', b: 'p2' },
    });
  });
  it('a small bore still has a hole of a millimetre, and no bore at all is 20 mm', () => {
    expect(straightLayout(['a'], 2, [0.003]).nodes.at(-1)).toMatchObject({ holeM: 0.001 });
    const none = straightLayout([], 2, []);
    expect(none.runs).toEqual([{ id: 'r1', from: 'source', to: 'vent', lengthM: 2, boreM: 0.02 }]);
    expect(none.nodes.at(-1)).toMatchObject({ holeM: 0.005 });
  });
});

describe('joints on a drawing', () => {
  const drawn = (runs: LineLayout['runs'], at: LineLayout['at'] = { a: 'P' }): LineLayout => ({
    nodes: line([point('P'), point('Q'), vent('V')], []).nodes,
    runs,
    at,
  });
  const last = (layout: LineLayout, id: string) => networkOf(layout, [joint(id)], FEED).joints[0]?.node;
  const there = [run('1', 'S', 'P', 1), run('2', 'P', 'Q', 1), run('3', 'Q', 'V', 1)];

  it('stand where they are drawn; others at the point before the vent, whichever way its run is drawn', () => {
    expect(last(drawn(there), 'a')).toBe('P');
    expect(last(drawn(there), 'new')).toBe('Q');
    const backwards = [run('1', 'S', 'P', 1), run('2', 'P', 'Q', 1), run('3', 'V', 'Q', 1)];
    expect(last(drawn(backwards), 'new')).toBe('Q');
    expect(last(drawn(there, { a: 'gone' }), 'a')).toBe('Q');
    expect(last({ nodes: line([point('P')], []).nodes, runs: [run('1', 'S', 'P', 1)], at: {} }, 'a')).toBe('S');
    expect(last({ nodes: [], runs: [], at: {} }, 'a')).toBe('');
    expect(networkOf(drawn(there), [joint('a')], FEED)).toMatchObject({ feed: FEED, runs: there });
  });

  it('that nobody placed are told', () => {
    expect(unplaced(drawn(there, { a: 'P', b: 'gone' }), ['a', 'b', 'c'])).toEqual(['b', 'c']);
  });

  it('one vent alone is open; a feed that cannot be is refused at its field', () => {
    const net = line([vent('V'), vent('W'), point('P')], [run('1', 'S', 'V', 1), run('2', 'S', 'W', 1)]);
    const open = (id: string | null) =>
      withOnlyVent(net, id)
        .nodes.filter((n) => n.open !== undefined)
        .map((n) => [n.id, n.open]);
    expect(open('W')).toEqual([
      ['V', false],
      ['W', true],
    ]);
    expect(open(null)).toEqual([
      ['V', false],
      ['W', false],
    ]);
    expect(fedBy(net, { by: 'pressure', pa: 7 }).feed).toEqual({ by: 'pressure', pa: 7 });
    expect(() => fedBy(net, { by: 'pressure', pa: 0 })).toThrow('a pressure above 0');
  });
});

describe('a joint that no vent sweeps', () => {
  it('is told where gas would come out; nothing is drilled on a medical line', () => {
    expect(deadLegAdvice(['P1', 'P2'], true)).toBe(
      'Purge them in another order, or let the gas out at a joint not yet made or at the end left open before its cap is brazed: P1, P2. Nothing is drilled in a medical line.',
    );
    expect(deadLegAdvice(['P1'], false)).toMatch(
      /service port near P1, .* a drilled bleed, closed after, is the last resort\.$/,
    );
  });
});

describe('a line on paper', () => {
  it('goes from left to right by its length, branches under each other', () => {
    const straight = lineGeometry(line([point('P'), vent('V')], [run('1', 'S', 'P', 1), run('2', 'P', 'V', 3)]));
    expect(straight).toMatchObject({ width: LINE_WIDTH, height: 120 });
    expect(straight.nodes.map((n) => [n.node.id, Math.round(n.x), n.y])).toEqual([
      ['S', 60, 60],
      ['P', 335, 60],
      ['V', 1160, 60],
    ]);
    expect(straight.runs[0]).toMatchObject({ path: 'M60 60 H335', midX: 197.5, midY: 60 });
    const branches = lineGeometry(line([vent('V'), vent('W')], [run('1', 'S', 'V', 2), run('2', 'S', 'W', 2)]));
    expect(branches.height).toBe(74 + 120);
    expect(branches.nodes.map((n) => [n.node.id, Math.round(n.x), n.y])).toEqual([
      ['S', 60, 97],
      ['V', 1160, 60],
      ['W', 1160, 134],
    ]);
    expect(branches.runs[1]).toMatchObject({ path: 'M60 97 C610 97 610 134 1160 134', midX: 610, midY: 115.5 });
    expect(branches.runs[1]?.from.node.id).toBe('S');
  });

  it('a short run gets room for its words, a shut valve parts nothing, and what is tied to nothing stands too', () => {
    const short = lineGeometry(
      line(
        [point('P'), vent('V'), point('X')],
        [run('1', 'S', 'P', 0.01), run('2', 'P', 'V', 10, 0.02, { open: false })],
      ),
    );
    const x = (id: string): number => short.nodes.find((n) => n.node.id === id)?.x ?? -1;
    expect(x('P')).toBeCloseTo(144, 0);
    expect(x('V')).toBeCloseTo(1160, 0);
    expect(short.nodes.map((n) => n.node.id).sort()).toEqual(['P', 'S', 'V', 'X']);
    expect(short.runs).toHaveLength(2);
    const crowded = Array.from({ length: 20 }, (_, i) => point(`P${i}`));
    const runs = crowded.map((p, i) => run(`${i}`, i ? `P${i - 1}` : 'S', p.id, 0.01));
    const far = lineGeometry(line([...crowded, vent('V')], [...runs, run('v', 'P19', 'V', 0.01)]));
    expect(Math.max(...far.nodes.map((n) => n.x))).toBeCloseTo(1160, 6);
  });

  it('begins at the source wherever it stands in the list and whichever way its runs are drawn', () => {
    const { nodes, runs } = line([point('P'), vent('V')], [run('1', 'P', 'S', 1), run('2', 'V', 'P', 3)]);
    const turned = lineGeometry(line([], runs, { nodes: [...nodes].reverse() }));
    const placed = Object.fromEntries(turned.nodes.map((n) => [n.node.id, Math.round(n.x)]));
    expect(placed).toEqual({ S: 60, P: 335, V: 1160 });
    // A line that is still being drawn has no source, and runs to nowhere.
    const begun = lineGeometry(
      line([], [run('1', 'A', 'B', 1), run('2', 'B', 'gone', 1), run('3', 'gone', 'A', 1)], {
        nodes: [point('A'), point('B')],
      }),
    );
    expect(begun.nodes.map((n) => n.node.id)).toEqual(['A', 'B']);
    expect(begun.runs.map((r) => r.run.id)).toEqual(['1']);
  });

  it('joints stand at their points, by their marks', () => {
    const net = comb(2, 1);
    const placed = lineGeometry(net).nodes.flatMap((n) => n.joints.map((j) => `${j} at ${n.node.id}`));
    expect(placed.sort()).toEqual(net.joints.map((j) => `${j.id} at ${j.node}`).sort());
    expect([marksAt([]), marksAt(['A']), marksAt(['A', 'B', 'C'])]).toEqual(['', 'A', 'A – C']);
  });
});
