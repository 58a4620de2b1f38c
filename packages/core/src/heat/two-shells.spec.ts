import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { chainOf, gapConductance } from './chain.js';
import { givenFlame } from './flame.js';
import { HeatRun } from './heat-run.js';
import { TwoShells, type TwoShellsSpec } from './two-shells.js';

const copper = findMetal('copper')!;
const steel = findMetal('steel')!;
const none = { convectionWm2K: 0, emissivity: 0 };
const spec = (more: Partial<TwoShellsSpec> = {}): TwoShellsSpec => ({
  tube: { metal: copper, odM: 0.02222, wallM: 0.00114 },
  socket: { metal: copper, odM: 0.0246, wallM: 0.0012 },
  lapM: 0.02,
  gapSideM: 6e-5,
  airK: 294,
  ...more,
});
const alpha = copper.conductivityWmK / (copper.densityKgM3 * copper.heatCapacityJkgK);

describe('two shells in two dimensions against closed forms', () => {
  it.each([1, 2, 3])('a ring’s circumferential mode %i decays at alpha n² / r²', (mode) => {
    const m = new TwoShells(spec({ losses: none, cellsRound: 96 }), 0);
    const r = (0.02222 - 0.00114) / 2;
    for (let i = 0; i < m.along; i++)
      for (let j = 0; j < 96; j++)
        m.tube.tempK[i * 96 + j] = 500 + 100 * Math.cos((mode * (j + 0.5) * 2 * Math.PI) / 96);
    m.go(0.2, null);
    const amplitude =
      (m.tube.tempK[10 * 96]! - m.tube.tempK[10 * 96 + 48 / mode]!) / (2 * Math.cos((mode * Math.PI) / 96));
    if (mode !== 2) expect(amplitude / 100).toBeCloseTo(Math.exp((-alpha * mode ** 2 * 0.2) / r ** 2), 2);
    else
      expect((m.tube.tempK[10 * 96]! - m.tube.tempK[10 * 96 + 24]!) / 200).toBeCloseTo(
        Math.exp((-alpha * 4 * 0.2) / r ** 2),
        2,
      );
  });

  // A wide sheet: a tube so large that its round is flat, the socket off to the side.
  const sheet = (): TwoShells =>
    new TwoShells(
      spec({
        tube: { metal: copper, odM: 0.0392, wallM: 0.001 },
        socket: { metal: copper, odM: 0.0415, wallM: 0.001 },
        lapM: 0.001,
        spanM: 0.08,
        cellsAlong: 160,
        cellsRound: 120,
        losses: none,
      }),
      0,
    );
  const at = (m: TwoShells, x: number, j: number): number =>
    m.tube.tempK[Math.round((x - m.leftM) / m.dxM - 0.5) * m.round + j]!;

  it('an instantaneous line source in a sheet spreads as exp(-r² / 4 a t) / t', () => {
    const m = sheet();
    const [i, j] = [40, 60];
    const cell = m.dxM * m.tube.roundM;
    const joule = 50;
    m.tube.tempK[i * m.round + j] = 294 + joule / (copper.densityKgM3 * copper.heatCapacityJkgK * cell * 0.001);
    m.go(0.4, null);
    const middle = joule / (0.001 * copper.densityKgM3 * copper.heatCapacityJkgK * 4 * Math.PI * alpha * 0.4);
    for (const steps of [0, 4, 8]) {
      const r = steps * m.tube.roundM;
      const want = middle * Math.exp((-r * r) / (4 * alpha * 0.4));
      expect(Math.abs(m.tube.tempK[i * m.round + j + steps]! - 294 - want) / middle).toBeLessThan(0.03);
    }
  });

  it('a moving line source in a thin plate is Rosenthal’s', () => {
    const m = sheet();
    const [v, power] = [0.04, 400];
    const start = -0.075;
    const dt = 0.01;
    const T = 1.6;
    for (let k = 0; k < T / dt; k++)
      m.go(dt, { powerW: power, flameK: 1e7, atM: start + v * dt * (k + 0.5), atRad: Math.PI, radiusM: 0.002 });
    const here = start + v * T;
    const k0 = (z: number): number => {
      let s = 0;
      for (let t = 0; t < 12; t += 0.001) s += Math.exp(-z * Math.cosh(t)) * 0.001;
      return s;
    };
    for (const behind of [0.008, 0.012, 0.016]) {
      const want =
        (power / (2 * Math.PI * copper.conductivityWmK * 0.001)) *
        Math.exp((v * behind) / (2 * alpha)) *
        k0((v * behind) / (2 * alpha));
      const got = (at(m, here - behind, 59) + at(m, here - behind, 60)) / 2 - 294;
      expect(Math.abs(got - want) / want).toBeLessThan(0.08);
    }
  });

  it('closes its books: what the flame gave is held or lost', () => {
    const m = new TwoShells(spec(), gapConductance(6e-5, false));
    m.go(5, { powerW: 900, flameK: 3400, atM: 0.01, atRad: 0, radiusM: 0.012 });
    expect(Math.abs(m.flameJ - m.lostJ - m.heldJ()) / m.flameJ).toBeLessThan(1e-9);
  });
});

describe('two dimensions beside one', () => {
  it('on copper, evenly heated round, the lap is within 5 % of the heat plan’s one dimension', () => {
    const flame = givenFlame(1000, 3400, 0.004);
    const chain = chainOf({
      ...spec(),
      tubeEnd: { kind: 'goes on' },
      socketEnd: { kind: 'goes on' },
      reachM: 0.8,
      lapCells: 20,
    });
    const meltsK = { tube: 1e5, socket: 1e5 };
    const one = new HeatRun({ chain, flame, airK: 294, meltsK, fineness: 0.2, socketShare: 1 });
    one.go(true, 40);
    const two = new TwoShells(spec({ cellsRound: 1, cellsAlong: 200 }), gapConductance(6e-5, false));
    two.go(40, { powerW: 1000, flameK: 3400, atM: 0.01, atRad: 0, radiusM: 0.004 });
    const lapOf = (i: number): number => (two.tube.tempK[i]! + two.socket.tempK[i]!) / 2;
    const cells = [...Array(200).keys()].filter((i) => two.xM(i) > 0 && two.xM(i) < 0.02);
    const meanTwo = cells.reduce((s, i) => s + lapOf(i), 0) / cells.length - 294;
    const meanOne =
      [...chain.lapTube, ...chain.lapSocket].reduce((s, i) => s + one.tempK[i]!, 0) / (2 * chain.lapTube.length) - 294;
    expect(Math.abs(meanTwo / meanOne - 1)).toBeLessThan(0.05);
  });

  it('copper evens out round the tube in seconds, steel in half a minute and more', () => {
    const spread = (metal: typeof copper, seconds: number): number => {
      const m = new TwoShells(
        spec({
          tube: { metal, odM: 0.02222, wallM: 0.0012 },
          socket: { metal, odM: 0.0246, wallM: 0.0012 },
          losses: none,
        }),
        0,
      );
      for (let i = 0; i < m.along; i++)
        for (let j = 0; j < m.round; j++) m.tube.tempK[i * m.round + j] = j < m.round / 2 ? 900 : 300;
      m.go(seconds, null);
      return (m.tube.tempK[20 * m.round + 12]! - m.tube.tempK[20 * m.round + 36]!) / 600;
    };
    expect(spread(copper, 5)).toBeLessThan(0.1);
    expect(spread(steel, 4)).toBeGreaterThan(0.5);
    expect(spread(steel, 40)).toBeLessThan(0.1);
  });

  it('says what cannot be', () => {
    expect(() => new TwoShells(spec({ lapM: 0 }), 0)).toThrow(/lapM/);
    expect(() => new TwoShells(spec({ tube: { metal: copper, odM: 0.02, wallM: 0 } }), 0)).toThrow(/wallM/);
    const m = new TwoShells(spec(), 0);
    expect(() => m.go(1, { powerW: 1e6, flameK: 3400, atM: 0, atRad: 0, radiusM: 0.01 })).toThrow(/powerW/);
    expect(() => m.go(-1, null)).toThrow(/seconds/);
  });
});
