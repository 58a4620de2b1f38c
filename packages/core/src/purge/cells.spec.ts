import { describe, expect, it } from 'vitest';
import { joint, line, point, run, vent } from '../testing/lines.js';
import { ATM } from '../units/units.js';
import { type Cells, cellsOf } from './cells.js';
import type { FlowAnswer } from './flow.js';
import { OXYGEN_DIFFUSIVITY, OXYGEN_IN_AIR, potentialOf } from './gas.js';
import type { PurgeNetwork } from './network.js';
import { taylorAris } from './single-line.js';

/** A line cut into cells: what each holds, what goes between them, and what crosses its edges; by values. */

const BORE = 0.02;
const AREA = (Math.PI / 4) * BORE ** 2;
const net = (more: Partial<PurgeNetwork> = {}): PurgeNetwork =>
  line([point('P'), vent('V', true, 0.004)], [run('a', 'S', 'P', 2), run('b', 'P', 'V', 4)], more);
const flow = (q: number, more: Partial<FlowAnswer> = {}): FlowAnswer =>
  ({
    runs: new Map([
      ['a', q],
      ['b', q],
    ]),
    pa: new Map(),
    vents: new Map([['V', q]]),
    leaks: new Map(),
    fedM3s: q,
    ...more,
  }) as FlowAnswer;
const cells = (n: PurgeNetwork, f: FlowAnswer, finest = 20, held = false): Cells =>
  cellsOf(n, f, f, finest, 1e-5, held);
const sum = (v: Float64Array): number => v.reduce((s, x) => s + x, 0);

describe('cells of a line', () => {
  it('hold the bore’s gas, and more of it under pressure', () => {
    const still = cells(net(), flow(0));
    expect(sum(still.volume)).toBeCloseTo(6 * AREA, 12);
    const even = new Map(['S', 'P', 'V'].map((id) => [id, 1e5]));
    const pressed = cells(net(), flow(0, { pa: even }));
    expect(sum(pressed.volume) / sum(still.volume)).toBeCloseTo(Math.sqrt(1 + (2 * potentialOf(1e5)) / ATM), 9);
    expect(Math.sqrt(1 + (2 * potentialOf(1e5)) / ATM)).toBeCloseTo(1 + 1e5 / ATM, 9);
    const falling = cells(net(), flow(0, { pa: new Map([['S', 2e5], ['P', 1e5], ['V', 0]]) })); // prettier-ignore
    const [first, last] = [falling.along.get('a') ?? [], falling.along.get('b') ?? []];
    const at = (list: readonly number[], k: number): number => falling.volume[list[k] ?? -1] ?? NaN;
    expect(at(first, 1)).toBeGreaterThan(at(first, first.length - 2));
    expect(at(last, 1) / at(last, last.length - 2)).toBeGreaterThan(1);
    expect(sum(falling.volume)).toBeGreaterThan(sum(still.volume));
    expect(sum(falling.volume)).toBeLessThan(sum(still.volume) * (1 + 2e5 / ATM));
  });

  it('are no longer than the mixing length, at least three in a run, at most as many as asked', () => {
    const counts = (q: number, finest: number): number[] =>
      ['a', 'b'].map((id) => (cells(net(), flow(q), finest).along.get(id) ?? []).length - 1);
    expect(counts(0, 20)).toEqual([3, 3]);
    const q = 3e-6;
    const natural = (2 * taylorAris(q / AREA, BORE / 2)) / (q / AREA);
    expect(counts(q, 10_000)).toEqual([2, 4].map((m) => Math.max(3, Math.ceil(m / natural))));
    expect(counts(3e-5, 7).every((n) => n <= 7)).toBe(true);
  });

  it('pass the flow on, and mix by Taylor and Aris in the bore', () => {
    const q = 2e-5;
    const { links, along } = cells(net(), flow(q));
    const n = (along.get('a') ?? []).length - 1;
    const g = (taylorAris(q / AREA, BORE / 2) * AREA) / (2 / n);
    expect(links[0]).toEqual({ i: 0, j: expect.any(Number) as number, q, g: expect.closeTo(g, 12) as number });
    expect(links).toHaveLength(n + (along.get('b') ?? []).length - 1);
  });

  it('end at a shut valve: gas moves up to it and not through', () => {
    const shut = net({ runs: [run('a', 'S', 'P', 2), run('b', 'P', 'V', 4, BORE, { open: false })] });
    const open = cells(net(), flow(0, { pa: new Map([['P', 1e5]]) }));
    const { along, volume, links } = cells(shut, flow(0, { pa: new Map([['P', 1e5]]) }));
    expect((along.get('b') ?? []).at(-1)).not.toBe(2);
    expect((open.along.get('b') ?? []).at(-1)).toBe(2);
    expect(links.some((l) => l.i === 2 || l.j === 2)).toBe(false);
    const b = along.get('b') ?? [];
    expect(volume[b.at(-1) ?? -1]! * 2).toBeCloseTo(volume[b.at(-2) ?? -1]!, 12);
    expect(volume[2]).toBe(1e-6);
  });
});

describe('what crosses the edges', () => {
  const g = OXYGEN_DIFFUSIVITY * (Math.PI / 4) * 0.004;
  const vented = (q: number) => cells(net(), flow(q)).edges.find((e) => e.oxygen === OXYGEN_IN_AIR)!;

  it('air comes back through a vent only as far as the outflow lets it', () => {
    const still = vented(0);
    expect([still.into, still.out]).toEqual([g, g]);
    for (const x of [1e-7, 0.5, 3, 40, 699, 5000]) {
      const e = vented(x * g);
      // Out less in is the flow itself, whatever mixes.
      expect((e.out - e.into) / (x * g)).toBeCloseTo(1, 6);
      expect(e.into).toBeLessThan(g);
      expect(e.into / g).toBeCloseTo(x < 1e-6 ? 1 - x / 2 : x > 700 ? 0 : x / Math.expm1(x), 9);
    }
  });

  it('nitrogen comes in at the source, held at its own gas where asked; nothing where none is fed', () => {
    const q = 1e-4;
    expect(cells(net(), flow(q)).edges).toContainEqual({ i: 0, into: q, oxygen: 1e-5, out: 0 });
    expect([
      cells(net(), flow(q)).held,
      cells(net(), flow(q), 20, true).held,
      cells(net(), flow(0), 20, true).held,
    ]).toEqual([-1, 0, -1]);
    expect(cells(net(), flow(0)).edges.filter((e) => e.oxygen === 1e-5)).toEqual([]);
  });

  it('a gap leaks out, or draws air in', () => {
    const leaky = net({ joints: [joint('o', 'P'), joint('i', 'V')] });
    const { edges } = cells(leaky, flow(1e-4, { leaks: new Map([['o', 2e-6], ['i', -3e-6]]) })); // prettier-ignore
    expect(edges).toContainEqual({ i: 1, into: 0, oxygen: OXYGEN_IN_AIR, out: 2e-6 });
    expect(edges).toContainEqual({ i: 2, into: 3e-6, oxygen: OXYGEN_IN_AIR, out: 0 });
  });
});
