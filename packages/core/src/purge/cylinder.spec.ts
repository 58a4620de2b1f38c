import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { CUBIC_FOOT, degFToK, PSI } from '../units/units.js';
import {
  CYLINDERS,
  cylinderSwaps,
  gasInCylinder,
  LEAST_OXYGEN,
  molarDensity,
  roomOxygen,
  roomWords,
} from './cylinder.js';
import { GAS_CONSTANT, OXYGEN_IN_AIR } from './gas.js';

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
  it.each([
    // Compressibility of nitrogen (Perry's Handbook, from memory): K, bar, Z.
    [250, 40, 0.9741],
    [250, 60, 0.9655],
    [250, 80, 0.9604],
    [250, 100, 0.9589],
    [250, 200, 1.0048],
    [300, 40, 0.9964],
    [300, 60, 0.9973],
    [300, 80, 1.0],
    [300, 100, 1.0052],
    [300, 200, 1.0559],
  ])('at %d K and %d bar Z is %f within 0.2 %, in the cold too', (tempK, bar, z) =>
    expect(Math.abs((bar * 1e5) / (molarDensity(bar * 1e5, tempK) * GAS_CONSTANT * tempK) / z - 1)).toBeLessThan(0.002),
  );
  it('is the ideal gas at low pressure', () => expect(molarDensity(1000, 290)).toBeCloseTo(1000 / (8.31446 * 290), 4));
  it('holds what it is named for at 2200 psi and 70 °F, less when it is used or cold', () => {
    for (const c of CYLINDERS) expect(gasInCylinder(c.waterM3, c.fullPa, degFToK(70)) / c.nominalM3).toBeCloseTo(1, 9);
    const big = CYLINDERS.at(-1)!;
    // Practice: a "300 ft3" cylinder has 49 L of water capacity and is full at 2640 psi.
    expect(big.waterM3 * 1000).toBeCloseTo(49, 0);
    expect(big.fullPa / PSI).toBeCloseTo(2640, 9);
    expect(CYLINDERS.slice(0, -1).map((c) => Math.round(c.fullPa / PSI))).toEqual(Array(6).fill(2200));
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
    expect(cylinderSwaps([4, 6, 4], 10).swapsAfter).toEqual([{ stepIndex: 2, usedM3: 10 }]);
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
  it.each([
    [0.209, /over the alarm/],
    [0.195, /over the alarm/],
    [0.1949, /leave and ventilate/],
    [0.16, /leave and ventilate/],
    [0.1599, /weaken/],
    [0.1201, /weaken/],
    [0.12, /faint/],
    [0.06, /faint/],
  ])('%d: %s', (oxygen, says) => expect(roomWords(oxygen)).toMatch(says));
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
