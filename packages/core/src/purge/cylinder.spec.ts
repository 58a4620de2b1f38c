import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CUBIC_FOOT, degFToK, PSI } from '../units/units.js';
import { CYLINDERS, cylinderSwaps, gasInCylinder, LEAST_OXYGEN, molarDensity, roomOxygen } from './cylinder.js';
import { OXYGEN_IN_AIR } from './single-line.js';

describe('nitrogen in a cylinder', () => {
  it.each([
    // Density of nitrogen, kg/m3, at 300 K (published gas tables, from memory).
    [1e5, 1.123],
    [5e6, 56.4],
    [1e7, 111.8],
    [1.5e7, 164.3],
  ])('%d Pa at 300 K: %f kg/m3 within 1 %', (pa, density) =>
    expect(Math.abs((molarDensity(pa, 300) * 0.0280134) / density - 1)).toBeLessThan(0.01),
  );
  it('is the ideal gas at low pressure', () => expect(molarDensity(1000, 290)).toBeCloseTo(1000 / (8.31446 * 290), 4));
  it('holds what it is named for at 2200 psi and 70 °F, less when it is used or cold', () => {
    for (const c of CYLINDERS)
      expect(gasInCylinder(c.waterM3, 2200 * PSI, degFToK(70)) / c.nominalM3).toBeCloseTo(1, 9);
    const big = CYLINDERS.at(-1)!;
    expect(big.nominalM3).toBeCloseTo(300 * CUBIC_FOOT, 9);
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 2200, noNaN: true }),
        fc.double({ min: 0, max: 200, noNaN: true }),
        (psi, more) => {
          expect(gasInCylinder(big.waterM3, (psi + more) * PSI, 290)).toBeGreaterThanOrEqual(
            gasInCylinder(big.waterM3, psi * PSI, 290),
          );
        },
      ),
    );
  });
  it('swaps before a step that the rest would not carry', () => {
    expect(cylinderSwaps([4, 4, 4, 1, 9], 10)).toEqual({
      count: 3,
      swapsAfter: [
        { stepIndex: 2, usedM3: 8 },
        { stepIndex: 4, usedM3: 5 },
      ],
    });
    expect(cylinderSwaps([], 10).count).toBe(0);
    expect(() => cylinderSwaps([11], 10)).toThrow(/one step must not need more/);
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 10, noNaN: true }), { maxLength: 40 }), (steps) => {
        const plan = cylinderSwaps(steps, 10);
        const cuts = [0, ...plan.swapsAfter.map((s) => s.stepIndex), steps.length];
        for (let i = 1; i < cuts.length; i++)
          expect(steps.slice(cuts[i - 1], cuts[i]).reduce((a, b) => a + b, 0)).toBeLessThanOrEqual(10 + 1e-9);
        expect(plan.count).toBeGreaterThanOrEqual(Math.ceil(steps.reduce((a, b) => a + b, 0) / 10 - 1e-9));
      }),
    );
  });
});

describe('oxygen in a room', () => {
  it('at once: diluted by exp(-released / room)', () =>
    expect(roomOxygen(30, 8.5, 0, 5)).toBeCloseTo(OXYGEN_IN_AIR * Math.exp(-8.5 / 30), 9));
  it('slowly, tight: the same; with much air: hardly less', () => {
    expect(roomOxygen(30, 8.5, 3600, 0)).toBeCloseTo(roomOxygen(30, 8.5, 0, 0), 6);
    expect(roomOxygen(30, 8.5, 3600, 100)).toBeGreaterThan(0.208);
  });
  it('a 300 ft3 cylinder in a small tight room goes far under the least; in a hall it does not', () => {
    expect(roomOxygen(25, 300 * CUBIC_FOOT, 0, 0)).toBeLessThan(LEAST_OXYGEN);
    expect(roomOxygen(2000, 300 * CUBIC_FOOT, 0, 0)).toBeGreaterThan(LEAST_OXYGEN);
  });
  it('agrees with small steps of the balance', () => {
    const [v, gas, s, ach] = [40, 6, 1800, 4];
    let c = OXYGEN_IN_AIR;
    const [fresh, q, n] = [(ach * v) / 3600, gas / s, 200_000];
    for (let i = 0; i < n; i++) c += ((fresh * OXYGEN_IN_AIR - (fresh + q) * c) / v) * (s / n);
    expect(roomOxygen(v, gas, s, ach)).toBeCloseTo(c, 5);
  });
});
