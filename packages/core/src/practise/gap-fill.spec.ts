import { describe, expect, it } from 'vitest';
import { densityKgM3 } from '../fillers/fillers.js';
import { sampleBench } from '../testing/sample-bench.js';
import { flowsFromK } from './bench-setup.js';
import type { GapCells } from './gap-cells.js';
import { GapFill } from './gap-fill.js';

const CELL_M3 = 1e-9;
const hot = (cells: GapCells): Float64Array => new Float64Array(cells.deep * cells.round).fill(1050);
/** A gap of equal cells on a level pipe; heights as told. */
const cellsOf = (deep: number, round: number, heightM: (i: number) => number = () => 0, gapM = 6e-5): GapCells => ({
  deep,
  round,
  from: 0,
  gapM: new Float64Array(deep * round).fill(gapM),
  volumeM3: new Float64Array(deep * round).fill(CELL_M3),
  heightM: Float64Array.from({ length: deep * round }, (_, n) => heightM(Math.floor(n / round))),
});
const fillOf = (cells: GapCells, setup = sampleBench()): GapFill => new GapFill(setup, cells, 0.001);
const map = (gap: GapFill, { deep, round }: GapCells): string[] =>
  Array.from({ length: round }, (_, j) =>
    Array.from({ length: deep }, (_, i) => {
      const n = i * round + j;
      return gap.trapped[n] ? 'o' : gap.isFilled(n) ? '#' : '.';
    }).join(''),
  );
const run = (gap: GapFill, tempK: Float64Array, wets: (n: number) => boolean = () => true, ticks = 40): void => {
  for (let k = 0; k < ticks; k++) gap.go(0.05, tempK, wets);
};
/** Fed cell by cell, as a rod is. */
const feed = (
  gap: GapFill,
  j: number,
  cells: number,
  tempK: Float64Array,
  wets: (n: number) => boolean = () => true,
): void => {
  for (let k = 0; k < cells; k++) {
    gap.feed(j, CELL_M3, true);
    run(gap, tempK, wets, 2);
  }
};
const held = (gap: GapFill): number =>
  [...gap.fill].reduce((s, f) => s + f * CELL_M3, 0) +
  [...gap.pool, ...gap.ball].reduce((a, b) => a + b, 0) +
  gap.droppedM3;

describe('filler in the gap, by hand', () => {
  it('what the gap holds fills it, and no more is fed than is somewhere', () => {
    const cells = cellsOf(3, 4);
    const gap = fillOf(cells);
    feed(gap, 2, 12, hot(cells));
    expect(map(gap, cells)).toEqual(['###', '###', '###', '###']);
    expect(gap.share()).toBeCloseTo(1, 9);
    expect(held(gap)).toBeCloseTo(gap.fedM3, 18);
    expect(gap.leaks()).toBe(false);
  });

  it('half of it goes to the hottest: inward where the base is hotter, round the edge where the mouth is', () => {
    const cells = cellsOf(4, 6);
    const inward = fillOf(cells);
    feed(
      inward,
      0,
      4,
      Float64Array.from({ length: 24 }, (_, n) => 1050 + 60 * Math.floor(n / 6)),
    );
    expect(map(inward, cells)[0]).toBe('####');
    const round = fillOf(cells);
    feed(
      round,
      0,
      6,
      Float64Array.from({ length: 24 }, (_, n) => 1300 - 60 * Math.floor(n / 6)),
    );
    expect(map(round, cells)).toEqual(Array(6).fill('#ooo'));
  });

  it('a closed edge shuts in what is cold behind it; heated later it stays empty, and does not leak', () => {
    const cells = cellsOf(3, 4);
    const gap = fillOf(cells);
    gap.feed(1, 12 * CELL_M3, true);
    run(
      gap,
      Float64Array.from({ length: 12 }, (_, n) => (n < 4 ? 1050 : 700)),
    );
    expect(map(gap, cells)).toEqual(Array(4).fill('#oo'));
    run(gap, hot(cells));
    expect(map(gap, cells)).toEqual(Array(4).fill('#oo'));
    expect(gap.leaks()).toBe(false);
    expect(held(gap)).toBeCloseTo(gap.fedM3, 18);
  });

  it('a row that does not wet from mouth to end leaks; one place in it does not', () => {
    const cells = cellsOf(3, 4);
    const row = fillOf(cells);
    feed(row, 0, 12, hot(cells), (n) => n % 4 !== 2);
    expect(map(row, cells)).toEqual(['###', '###', '...', '###']);
    expect(row.leaks()).toBe(true);
    const place = fillOf(cells);
    feed(place, 0, 12, hot(cells), (n) => n !== 6);
    expect(map(place, cells)[2]).toBe('#o#');
    expect(place.leaks()).toBe(false);
  });

  it('runs from its flow point on, and not a degree before', () => {
    const cells = cellsOf(1, 4);
    const flows = flowsFromK(sampleBench().filler);
    for (const [tempK, filled] of [
      [flows - 0.01, false],
      [flows, true],
    ] as const) {
      const gap = fillOf(cells);
      gap.feed(0, CELL_M3, true);
      run(gap, new Float64Array(4).fill(tempK), () => true, 1);
      expect(gap.share() > 0).toBe(filled);
    }
  });

  it('is drawn up as high as 2 gamma / (rho g gap), 1 N/m: an inch at a millimetre', () => {
    const setup = sampleBench({ position: 'up-feed' });
    const cells = cellsOf(40, 3, (i) => (i + 0.5) * 0.001, 0.001);
    const gap = fillOf(cells, setup);
    // One row stays open, for the air.
    feed(gap, 0, 80, hot(cells), (n) => n % 3 !== 2);
    const rises = 2 / (densityKgM3(setup.filler) * 9.81 * 0.001);
    const high = gap.fill.reduce((k, f, n) => k + Number(n % 3 === 0 && f > 0.5), 0) * 0.001;
    expect(Math.abs(high - rises)).toBeLessThan(0.0015);
    expect(rises).toBeGreaterThan(0.024);
    expect(rises).toBeLessThan(0.027);
  });

  it('a lump on cold metal runs once the metal is hot; more than a drop falls off', () => {
    const cells = cellsOf(1, 4);
    const gap = fillOf(cells);
    gap.feed(0, 2 * CELL_M3, false);
    run(gap, new Float64Array(4).fill(700));
    expect([gap.ball[0], gap.share()]).toEqual([2 * CELL_M3, 0]);
    run(gap, hot(cells));
    expect(gap.ball[0]).toBe(0);
    expect(gap.share()).toBeCloseTo(0.5, 9);
    gap.feed(3, 40e-9, false);
    expect(gap.droppedM3).toBeCloseTo(26e-9, 15);
    expect(held(gap)).toBeCloseTo(gap.fedM3, 18);
  });
});

describe('at the mouth, by hand', () => {
  const upright = sampleBench({ position: 'up-feed' });
  const total = (of: Float64Array): number => of.reduce((a, b) => a + b, 0);
  /** A gap that is full, and so many fillets of a row more at row 0. */
  function over(fillets: number, setup = upright, wets: (n: number) => boolean = () => true, round = 8) {
    const cells = cellsOf(1, round);
    const gap = fillOf(cells, setup);
    for (let j = 0; j < round; j++) if (wets(j)) feed(gap, j, 1, hot(cells), wets);
    gap.feed(0, fillets * gap.filletM3, true);
    run(gap, hot(cells), wets, 400);
    return { gap, cells };
  }

  it('the fillet of a row is pi OD r² (1 - pi/4) over the rows, r the wall of 0.045 in', () => {
    const gap = fillOf(cellsOf(1, 8), upright);
    expect(upright.joint.tube.odM).toBeCloseTo(0.022225, 9);
    expect(gap.filletM3 * 8).toBeCloseTo(Math.PI * 0.022225 * 0.001143 ** 2 * (1 - Math.PI / 4), 14);
  });

  it('what the gap does not take spreads evenly round an upright mouth, and runs down a level one', () => {
    const even = over(8).gap;
    for (const v of even.pool) expect(v / even.filletM3).toBeCloseTo(1, 3);
    const level = over(8, sampleBench()).gap;
    expect(total(level.pool)).toBeCloseTo(8 * level.filletM3, 18);
    // 12 o'clock is between the last row and the first, 6 between the middle two.
    expect(level.pool[3]!).toBeGreaterThan(2 * level.pool[0]!);
    expect(level.pool[4]! / level.pool[3]!).toBeCloseTo(1, 6);
    expect(level.pool[7]! / level.pool[0]!).toBeCloseTo(1, 6);
    const flat = over(8, { ...sampleBench(), position: 'flat' }).gap;
    expect([...flat.pool]).toEqual([...level.pool]);
  });

  it('does not run over rows that do not wet', () => {
    const { gap } = over(3, upright, (n) => n !== 2 && n !== 6);
    expect([...gap.pool].map((v) => v > 1e-12)).toEqual([true, true, false, false, false, false, false, true]);
    expect(total(gap.pool)).toBeCloseTo(3 * gap.filletM3, 18);
  });

  it('the mouth holds four fillets, a row a drop of 14 mm³; the rest falls, and is counted', () => {
    const { gap: all, cells: eight } = over(0);
    for (let j = 0; j < 8; j++) all.feed(j, 3.9 * all.filletM3, true);
    run(all, hot(eight));
    expect(all.droppedM3).toBe(0);
    all.feed(0, 2 * all.filletM3, true);
    run(all, hot(eight));
    expect(all.droppedM3 / all.filletM3).toBeCloseTo(1.2, 6);
    expect(total(all.pool) / all.filletM3).toBeCloseTo(32, 6);
    const cells = cellsOf(1, 8);
    const alone = fillOf(cells, upright);
    const only = (n: number): boolean => n === 0;
    feed(alone, 0, 1, hot(cells), only);
    alone.feed(0, 15e-9, true);
    run(alone, hot(cells), only);
    expect(alone.droppedM3).toBeCloseTo(1e-9, 18);
  });

  it('the front goes no faster than Washburn’s gap gamma / (6 mu lap), in whole cells a tick', () => {
    const setup = sampleBench();
    const speed = setup.gapSideM / (6 * 0.004 * setup.joint.lapM);
    for (const [share, columns] of [
      [0.9, 1],
      [1.1, 2],
      [2.9, 3],
      [100, 6],
    ] as const) {
      const cells = cellsOf(6, 3);
      const gap = new GapFill(setup, cells, (speed * 0.05) / share);
      gap.feed(0, 18 * CELL_M3, true);
      gap.go(0.05, hot(cells), () => true);
      const filled = map(gap, cells)[0]!.replaceAll(/[^#]/g, '').length;
      expect(filled).toBe(columns);
    }
  });

  it('half a cell counts as filled; the share goes by volume', () => {
    const cells = { ...cellsOf(1, 2), volumeM3: Float64Array.of(3e-9, 1e-9) };
    const gap = fillOf(cells, upright);
    gap.fill[0] = 0.5;
    gap.fill[1] = 0.4999;
    expect([gap.isFilled(0), gap.isFilled(1)]).toEqual([true, false]);
    gap.fill[1] = 0;
    expect(gap.share()).toBeCloseTo(1.5 / 4, 12);
  });
});
