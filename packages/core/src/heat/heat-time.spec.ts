import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findFlux } from '../fluxes/fluxes.js';
import { CUBIC_FOOT, degFToK, SCFH } from '../units/units.js';
import { fitEfficiency } from './fit-efficiency.js';
import { fluxLifeS, fluxUsed } from './flux-life.js';
import type { Instant } from './heat-run.js';
import { oxideFilm, oxideRate, oxideWord } from './oxide.js';
import { drawOf, torchGas } from './torch-gas.js';

const white = findFlux('FB3-A')!;
const black = findFlux('FB3-C')!;
const held = (tempF: number, seconds: number): Instant[] =>
  [0, seconds / 2, seconds].map((timeS) => {
    const k = degFToK(tempF);
    return {
      timeS,
      tubeK: k,
      socketK: k,
      coldestK: k,
      lapHottestK: k,
      tubeHottestK: k,
      socketHottestK: k,
      hottestK: k,
      gapWetted: false,
    };
  });

describe('flux in time', () => {
  it('white paste lasts 3 1/2 minutes, half that at its upper end, black twice as long [practice]', () => {
    expect(fluxLifeS(white, white.activeK.min)).toBe(210);
    expect(fluxLifeS(white, white.activeK.max)).toBe(105);
    expect(fluxLifeS(black, black.activeK.min)).toBe(420);
    expect(fluxLifeS(white, white.activeK.min - 0.01)).toBe(Infinity);
    expect(fluxLifeS(white, white.activeK.max + 0.01)!).toBeLessThan(20);
  });
  it('is dead when all of it is used: over 1', () => {
    expect(fluxUsed(white, held(1050, 209))!.at(-1)!).toBeLessThan(1);
    expect(fluxUsed(white, held(1050, 211))!.at(-1)!).toBeGreaterThan(1);
    expect(fluxUsed(black, held(1050, 211))!.at(-1)!).toBeCloseTo(211 / 420, 9);
    expect(fluxUsed(white, held(900, 1000))!.at(-1)).toBe(0);
  });
  it('says nothing of a flux whose life nobody told', () => {
    expect(fluxUsed(findFlux('FB1-A')!, held(1100, 60))).toBeNull();
    expect(fluxLifeS(findFlux('FB3-D')!, 1000)).toBeNull();
  });
});

describe('oxide inside', () => {
  const film = (tempF: number, seconds: number, oxygen: number) =>
    oxideFilm([0, seconds], [degFToK(tempF), degFToK(tempF)], oxygen);
  it('flakes in air at brazing heat after a minute, and is bright at 0.1 % oxygen', () => {
    expect(oxideWord(film(1400, 60, 0.2095))).toBe('flaking');
    expect(oxideWord(film(1400, 60, 0.001))).toBe('bright');
    expect(oxideWord(film(1400, 60, 0.01))).toBe('brown');
  });
  it('grows with the root of time, and by 158 kJ/mol', () => {
    expect(film(1300, 400, 0.2095) / film(1300, 100, 0.2095)).toBeCloseTo(2, 9);
    const [a, b] = [1000, 1100];
    expect(Math.log(oxideRate(b, 0.2095) / oxideRate(a, 0.2095))).toBeCloseTo((158000 / 8.314) * (1 / a - 1 / b), 6);
  });
  it('is named at each threshold', () => {
    expect([0, 24.9e-9, 25e-9, 60e-9, 299e-9, 300e-9, 1.99e-6, 2e-6].map(oxideWord)).toEqual([
      'bright',
      'bright',
      'straw',
      'brown',
      'brown',
      'black scale',
      'black scale',
      'flaking',
    ]);
  });
});

describe('gas and cylinders', () => {
  it('acetylene: a seventh, a tenth, a fifteenth of the contents an hour', () => {
    const of = (use: 'short' | 'usual' | 'steady', scfh: number) =>
      drawOf('acetylene', scfh * SCFH, 40 * CUBIC_FOOT, use);
    expect(of('short', 40 / 7).within).toBe(true);
    expect(of('short', 40 / 7 + 0.01).within).toBe(false);
    expect(of('usual', 4).within).toBe(true);
    expect(of('usual', 4.01).within).toBe(false);
    expect(of('steady', 40 / 15 + 0.01).within).toBe(false);
  });
  it('the smallest cylinder that may run a tip: 8 SCFH wants 145 ft³ by a tenth, 75 by a seventh', () => {
    expect(drawOf('acetylene', 8 * SCFH, 1, 'usual').smallest).toBe('145 ft³');
    expect(drawOf('acetylene', 8 * SCFH, 1, 'short').smallest).toBe('75 ft³');
    expect(drawOf('acetylene', 50 * SCFH, 1, 'short').smallest).toBeNull();
    expect(drawOf('propane', 50 * SCFH, 1, 'short')).toMatchObject({ limitM3s: null, within: true });
  });
  it('hours left, and an empty cylinder', () => {
    expect(drawOf('acetylene', 4 * SCFH, 40 * CUBIC_FOOT, 'usual').hoursLeft).toBeCloseTo(10, 9);
    expect(() => drawOf('acetylene', SCFH, 0, 'usual')).toThrow(/empty/);
    expect(() => drawOf('acetylene', 0, 1, 'usual')).toThrow(/flowM3s/);
  });
  it('a job’s gas is that of its joints and half as much again', () => {
    const one = { seconds: 60, fuelM3: 0.01, oxygenM3: 0.011 };
    expect(torchGas([one, one, null])).toEqual({
      joints: 3,
      without: 1,
      flameS: 120,
      fuelM3: expect.closeTo(0.03, 12) as number,
      oxygenM3: expect.closeTo(0.033, 12) as number,
    });
  });
});

describe('the torch by its logged times', () => {
  const prior = { value: 0.3, low: 0.25, high: 0.35 };
  const times = (ratio: number, n: number, jitter = 0.05) =>
    Array.from({ length: n }, (_, i) => ({ plannedS: 60, loggedS: (60 / ratio) * (1 + jitter * Math.sin(i * 2.4)) }));
  it('under five times it says nothing; with few it says little; with many it follows', () => {
    expect(fitEfficiency(times(0.7, 4), prior)).toBeNull();
    const few = fitEfficiency(times(0.7, 5, 0.3), prior)!;
    const many = fitEfficiency(times(0.7, 60, 0.3), prior)!;
    expect(few.value).toBeGreaterThan(many.value);
    expect(few.high - few.low).toBeGreaterThan(many.high - many.low);
    expect(many.value).toBeCloseTo(0.21, 1);
    expect(many.low).toBeLessThan(0.22);
    expect(many.high).toBeGreaterThan(0.2);
  });
  it('five that agree by chance still say little: a hand’s times differ by a fifth', () => {
    const agree = Array.from({ length: 5 }, () => ({ plannedS: 60, loggedS: 90 }));
    const fit = fitEfficiency(agree, prior)!;
    expect(fit.value).toBeGreaterThan(0.24);
    expect(fit.high - fit.low).toBeGreaterThan(0.05);
  });
  it('one wild time does not move it', () => {
    const own = fitEfficiency(times(0.8, 12), prior)!;
    const wild = fitEfficiency([...times(0.8, 12), { plannedS: 60, loggedS: 3000 }], prior)!;
    expect(wild.value).toBeCloseTo(own.value, 3);
    expect(wild.wild).toBe(1);
    expect(wild.used).toBe(12);
  });
  it('times that cannot be are not counted', () => {
    const bad = [0, -3, NaN, Infinity, 1e9].map((loggedS) => ({ plannedS: 60, loggedS }));
    expect(fitEfficiency([...times(1, 6), ...bad], prior)).toMatchObject({ used: 6, wild: 5 });
  });
  it('is a share between its ends whatever is logged (property)', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            plannedS: fc.double({ min: 1, max: 600, noNaN: true }),
            loggedS: fc.double({ min: 1, max: 3600, noNaN: true }),
          }),
          { minLength: 5, maxLength: 40 },
        ),
        (logged) => {
          const fit = fitEfficiency(logged, prior);
          expect(fit!.low).toBeLessThanOrEqual(fit!.value);
          expect(fit!.value).toBeLessThanOrEqual(fit!.high);
          expect(fit!.low).toBeGreaterThan(0);
          expect(fit!.high).toBeLessThanOrEqual(0.9);
        },
      ),
    );
  });
});
