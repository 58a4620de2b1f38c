import { Solver } from 'odex';
import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { type Chain, chainOf, type ChainSpec } from './chain.js';
import { type Acting, heatRates, stepChain, workspace } from './chain-step.js';
import { STEFAN_BOLTZMANN } from './losses.js';

const copper = findMetal('copper')!;
const stainless = findMetal('stainless-304')!;
const spec = (more: Partial<ChainSpec> = {}): ChainSpec => ({
  tube: { metal: copper, odM: 0.02222, wallM: 0.00114 },
  socket: { metal: copper, odM: 0.0246, wallM: 0.0012 },
  lapM: 0.019,
  gapSideM: 6e-5,
  tubeEnd: { kind: 'goes on' },
  socketEnd: { kind: 'goes on' },
  reachM: 0.9,
  ...more,
});
const acting = (more: Partial<Acting> = {}): Acting => ({
  losses: { convectionWm2K: 0, emissivity: 0 },
  airK: 294,
  flame: null,
  gapWm2K: 1200,
  bore: { convectionWm2K: 0, gasK: 294 },
  sinks: [],
  ...more,
});
/** A flame that gives the same power whatever the work's temperature, into these cells by share. */
const constantPower = (chain: Chain, watts: ReadonlyMap<number, number>): NonNullable<Acting['flame']> => {
  const conductanceWK = new Float64Array(chain.cells);
  for (const [i, w] of watts) conductanceWK[i] = w / 1e7;
  return { conductanceWK, flameK: 1e7 };
};
function run(chain: Chain, act: Acting, seconds: number, dt: number, start = 294): Float64Array {
  const t = new Float64Array(chain.cells).fill(start);
  const w = workspace(chain);
  for (let k = 0; k < Math.round(seconds / dt); k++) stepChain(chain, t, act, dt, w);
  return t;
}
const section = (od: number, wall: number): number => Math.PI * (od - wall) * wall;

describe('the chain of cells against closed forms', () => {
  // A bar: the socket is next to nothing, so the lap and the tube to its left are one bar with heat let in at its end.
  const bar = (more: Partial<ChainSpec> = {}): Chain =>
    chainOf(
      spec({
        socket: { metal: { ...copper, conductivityWmK: 1e-6, densityKgM3: 500 }, odM: 0.0223, wallM: 2e-5 },
        socketEnd: { kind: 'closed' },
        gapSideM: 0.01,
        lapM: 0.004,
        lapCells: 4,
        ...more,
      }),
    );
  const noGap = { gapWm2K: 0 };

  it('a body under constant flux warms as 2 q sqrt(t / (pi k rho c)) (semi-infinite body)', () => {
    const chain = bar();
    const end = chain.lapTube.at(-1)!;
    const q = 1e6;
    const area = section(0.02222, 0.00114);
    const t = run(chain, acting({ ...noGap, flame: constantPower(chain, new Map([[end, q * area]])) }), 30, 0.02);
    const { conductivityWmK: k, densityKgM3: rho, heatCapacityJkgK: c } = copper;
    const surface = 294 + 2 * q * Math.sqrt(30 / (Math.PI * k * rho * c));
    // The cell's middle stands half a cell under the surface: q dx / 2k.
    expect(t[end]! + (q * (0.004 / 4 / 2)) / k - 294).toBeCloseTo(surface - 294, -0.5);
    expect(Math.abs((t[end]! + (q * 0.0005) / k - surface) / (surface - 294))).toBeLessThan(0.005);
  });

  it('a long fin that loses to the air falls as exp(-m x), m = sqrt(h P / k A)', () => {
    const h = 60;
    const chain = bar({ reachM: 2 });
    const end = chain.lapTube.at(-1)!;
    const t = run(
      chain,
      acting({
        ...noGap,
        losses: { convectionWm2K: h, emissivity: 0 },
        flame: constantPower(chain, new Map([[end, 40]])),
      }),
      20000,
      50,
    );
    const m = Math.sqrt((h * Math.PI * 0.02222) / (copper.conductivityWmK * section(0.02222, 0.00114)));
    const cells = [...Array(chain.cells).keys()].filter((i) => chain.outsideM2[i]! > 0 && chain.of[i] === 0);
    const base = cells.at(-1)!;
    for (const i of cells.filter((i) => -chain.xM[i]! < 0.15)) {
      const want = Math.exp(-m * (chain.xM[base]! - chain.xM[i]!));
      expect(Math.abs((t[i]! - 294) / (t[base]! - 294) - want)).toBeLessThan(0.012);
    }
  });

  it('a body that loses only to the air by one coefficient falls exponentially (lumped cooling)', () => {
    const still = { ...copper, conductivityWmK: 1e-6 };
    const chain = chainOf(spec({ tube: { metal: still, odM: 0.02222, wallM: 0.00114 } }));
    const t = run(chain, acting({ gapWm2K: 0, losses: { convectionWm2K: 10, emissivity: 0 } }), 300, 0.1, 1050);
    const tau = (8940 * 385 * section(0.02222, 0.00114)) / (10 * Math.PI * 0.02222);
    expect((t[3]! - 294) / (1050 - 294)).toBeCloseTo(Math.exp(-300 / tau), 4);
  });

  it('a body that loses by radiation alone follows 1/T³ (closed form to cold surroundings)', () => {
    const still = { ...copper, conductivityWmK: 1e-6 };
    const chain = chainOf(spec({ tube: { metal: still, odM: 0.02222, wallM: 0.00114 } }));
    const t = run(
      chain,
      acting({
        gapWm2K: 0,
        airK: 1e-3,
        bore: { convectionWm2K: 0, gasK: 1 },
        losses: { convectionWm2K: 0, emissivity: 0.5 },
      }),
      60,
      0.05,
      1100,
    );
    const k = (3 * 0.5 * STEFAN_BOLTZMANN * Math.PI * 0.02222) / (8940 * 385 * section(0.02222, 0.00114));
    expect(t[2]!).toBeCloseTo((1100 ** -3 + k * 60) ** (-1 / 3), 0);
  });

  it('the heat of a short hot piece spreads as a Gaussian: its peak falls as 1 / sqrt(1 + 4 a t / s²)', () => {
    const chain = bar({ reachM: 2, lapM: 0.05, lapCells: 100 });
    const alpha = copper.conductivityWmK / (copper.densityKgM3 * copper.heatCapacityJkgK);
    const s = 0.02;
    const end = 0.05;
    const t = Float64Array.from(chain.xM, (x, i) =>
      chain.of[i] === 0 ? 294 + 700 * Math.exp(-(((x - end) / s) ** 2)) : 294,
    );
    const w = workspace(chain);
    for (let k = 0; k < 2000; k++) stepChain(chain, t, acting(noGap), 0.01, w);
    expect((t[chain.lapTube.at(-1)!]! - 294) / 700).toBeCloseTo(1 / Math.sqrt(1 + (4 * alpha * 20) / s ** 2), 2);
  });

  it('two shells that touch through the gap come together with their time constant', () => {
    const still = { ...copper, conductivityWmK: 1e-7 };
    const chain = chainOf(
      spec({
        tube: { metal: still, odM: 0.02222, wallM: 0.00114 },
        socket: { metal: still, odM: 0.0246, wallM: 0.0012 },
      }),
    );
    const t = new Float64Array(chain.cells).fill(300);
    for (const i of chain.lapTube) t[i] = 900;
    const w = workspace(chain);
    for (let k = 0; k < 2000; k++) stepChain(chain, t, acting(), 0.001, w);
    const [i, j, area] = chain.across[4]!;
    const [ct, cs] = [chain.massKg[i]! * 385, chain.massKg[j]! * 385];
    const rate = 1200 * area * (1 / ct + 1 / cs);
    expect((t[i]! - t[j]!) / 600).toBeCloseTo(Math.exp(-rate * 2), 3);
  });
});

describe('the chain of cells against a reference solver and its own claims', () => {
  const chain = chainOf(spec({ tube: { metal: stainless, odM: 0.0127, wallM: 0.0012 }, reachM: 0.12, lapCells: 5 }));
  const conductanceWK = new Float64Array(chain.cells);
  chain.lapSocket.forEach((i) => (conductanceWK[i] = 0.03));
  const act = acting({
    losses: { convectionWm2K: 8, emissivity: 0.5 },
    flame: { conductanceWK, flameK: 3500 },
    bore: { convectionWm2K: 5, gasK: 294 },
  });

  it('agrees with an ODE library on the same cells, metal that changes with temperature and radiation included', () => {
    const f = (_t: number, y: number[]): number[] => [...heatRates(chain, Float64Array.from(y), act)];
    const solver = new Solver(chain.cells);
    Object.assign(solver, { absoluteTolerance: 1e-6, relativeTolerance: 1e-8, maxSteps: 100_000 });
    const reference = solver.solve(f, 0, Array<number>(chain.cells).fill(294), 20).y;
    const ours = run(chain, act, 20, 0.005);
    for (let i = 0; i < chain.cells; i++) expect(Math.abs(ours[i]! - reference[i]!)).toBeLessThan(0.6);
  });

  it('is first order in time', () => {
    const exact = run(chain, act, 16, 0.002);
    const error = (dt: number): number =>
      Math.abs(run(chain, act, 16, dt)[chain.lapTube[2]!]! - exact[chain.lapTube[2]!]!);
    const order = Math.log2(error(0.4) / error(0.2));
    expect(order).toBeGreaterThan(0.85);
    expect(order).toBeLessThan(1.25);
  });

  it('is second order in space', () => {
    const at = (lapCells: number): number => {
      const fine = chainOf(spec({ lapCells, tubeEnd: { kind: 'closed' }, socketEnd: { kind: 'closed' }, lapM: 0.08 }));
      // Heat let in over the left half of the socket, smoothly.
      const watts = new Map(
        fine.lapSocket.map((i) => [i, (Math.cos((Math.PI * fine.xM[i]!) / 0.08) + 1) * (400 / lapCells)]),
      );
      const t = run(fine, acting({ flame: constantPower(fine, watts) }), 2, 0.002);
      // The middle of the lap stands between two cells.
      return (t[fine.lapSocket[lapCells / 2]!]! + t[fine.lapSocket[lapCells / 2 - 1]!]!) / 2;
    };
    const [a, b, c] = [at(8), at(16), at(32)];
    expect(Math.log2(Math.abs((a! - b!) / (b! - c!)))).toBeGreaterThan(1.6);
  });

  it('closes its books to rounding: what came in is held or lost', () => {
    const books = chainOf(spec());
    const t = new Float64Array(books.cells).fill(294);
    const w = workspace(books);
    const lit = new Float64Array(books.cells).fill(0.002);
    let [stored, flame, lost, sunk] = [0, 0, 0, 0];
    for (let k = 0; k < 200; k++) {
      const b = stepChain(
        books,
        t,
        acting({
          losses: { convectionWm2K: 8, emissivity: 0.5 },
          flame: { conductanceWK: lit, flameK: 3000 },
          sinks: [{ cell: 20, conductanceWK: 2, holdsK: 373 }],
        }),
        0.5,
        w,
      );
      stored += b.storedJ;
      flame += b.flameJ;
      lost += b.lostJ;
      sunk += b.sunkJ[0]!;
    }
    expect(sunk).toBeGreaterThan(0);
    expect(Math.abs(flame - lost - stored - sunk) / flame).toBeLessThan(1e-9);
    // Copper's capacity does not change: what is held can be counted from the temperatures alone.
    const held = t.reduce((s, x, i) => s + books.massKg[i]! * 385 * (x - 294), 0);
    expect(Math.abs(held - stored) / held).toBeLessThan(1e-9);
  });

  it('says which length, wall or mass cannot be', () => {
    expect(() => chainOf(spec({ tube: { metal: copper, odM: 0.022, wallM: 0 } }))).toThrow(/tube\.wallM/);
    expect(() => chainOf(spec({ socket: { metal: copper, odM: 0.022, wallM: 0.02 } }))).toThrow(/socket\.wallM/);
    expect(() => chainOf(spec({ lapM: 0 }))).toThrow(/lapM/);
    expect(() => chainOf(spec({ gapSideM: -1e-6 }))).toThrow(/gapSideM/);
    expect(() => chainOf(spec({ socketEnd: { kind: 'body', massKg: 0 } }))).toThrow(/socketEnd\.massKg/);
    expect(() => chainOf(spec({ clamp: { fromM: 0.02, toM: 0.02, capacityJK: 400 } }))).toThrow(/clamp\.toM/);
    expect(() =>
      chainOf(spec({ tube: { metal: { ...copper, heatCapacityJkgK: NaN }, odM: 0.022, wallM: 0.001 } })),
    ).toThrow(/heatCapacity/);
  });
});
