import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { coolingCurve, coolToTouchS, type HotTube, TOUCH_K } from './cooling.js';

const copper = findMetal('copper')!;
const tube = (more: Partial<HotTube> = {}): HotTube => ({
  odM: 0.02222,
  wallM: 0.00114,
  lapM: 0.02,
  socketWallM: 0.0012,
  conductivityWmK: copper.conductivityWmK,
  heatCapacityJkgK: copper.heatCapacityJkgK,
  densityKgM3: copper.densityKgM3,
  hotK: 1050,
  airK: 294,
  heatedS: 60,
  ...more,
});

describe('cooling to the touch', () => {
  it('a body that loses only to the air by one coefficient falls exponentially (lumped cooling, closed form)', () => {
    // Next to no conduction, and no socket: each slice cools for itself with time constant rho c A / (h P).
    const still = tube({ conductivityWmK: 1e-6, socketWallM: 1e-9, lapM: 0.2 });
    const h = 10;
    const { timeS, tempK } = coolingCurve(still, 900, { h, emissivity: 0 });
    const section = Math.PI * (still.odM - still.wallM) * still.wallM;
    const tau = (still.densityKgM3 * still.heatCapacityJkgK * section) / (h * Math.PI * still.odM);
    for (const t of [60, 300, 900]) {
      const k = timeS.findIndex((x) => x >= t);
      expect((tempK[k]! - still.airK) / (still.hotK - still.airK)).toBeCloseTo(Math.exp(-t / tau), 2);
    }
  });
  it('with no loss to the air the heat of a short hot piece spreads as a Gaussian (closed form)', () => {
    // Hot exp(-(x/s)^2) on an endless bar: its peak falls as 1 / sqrt(1 + 4 a t / s^2).
    const bare = tube({ lapM: 1e-4, socketWallM: 1e-9 });
    const alpha = bare.conductivityWmK / (bare.densityKgM3 * bare.heatCapacityJkgK);
    const s = 2 * Math.sqrt(alpha * bare.heatedS);
    const { timeS, tempK } = coolingCurve(bare, 600, { h: 0, emissivity: 0 });
    for (const t of [30, 120, 600]) {
      const k = timeS.findIndex((x) => x >= t);
      const want = 1 / Math.sqrt(1 + (4 * alpha * t) / s ** 2);
      expect(Math.abs((tempK[k]! - 294) / (1050 - 294) - want)).toBeLessThan(0.01);
    }
  });
  it('never warms, never falls under the air, and steel holds its heat longer than copper', () => {
    const { tempK } = coolingCurve(tube(), 1800);
    for (let i = 1; i < tempK.length; i++) expect(tempK[i]!).toBeLessThanOrEqual(tempK[i - 1]! + 1e-9);
    expect(tempK.at(-1)!).toBeGreaterThan(294);
    const steel = findMetal('stainless-304')!;
    const slow = tube({
      conductivityWmK: steel.conductivityWmK,
      heatCapacityJkgK: steel.heatCapacityJkgK,
      densityKgM3: steel.densityKgM3,
    });
    expect(coolToTouchS(slow)).toBeGreaterThan(coolToTouchS(tube()));
  });
  it('takes minutes in small copper tube, longer in thick; a draught shortens it', () => {
    const small = coolToTouchS(tube());
    expect(small).toBeGreaterThan(120);
    expect(small).toBeLessThan(1800);
    expect(coolToTouchS(tube({ odM: 0.054, wallM: 0.0018, socketWallM: 0.002 }))).toBeGreaterThan(small);
    expect(coolToTouchS(tube(), TOUCH_K, { h: 25, emissivity: 0.5 })).toBeLessThan(small);
  });
  it('says which size or temperature cannot be', () => {
    expect(() => coolingCurve(tube({ wallM: 0.02 }), 10)).toThrow(/wallM/);
    expect(() => coolToTouchS(tube(), 290)).toThrow(/touchK/);
  });
});
