import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { InputError } from '../source/problem.js';
import { measuredGapIn } from '../testing/samples.js';
import { findTube, type Tube } from '../tube/tube.js';
import { degFToK, INCH } from '../units/units.js';
import { GAP_ROUNDING_M } from './readings.js';
import { coldGap, gapVerdict, hotGap, probabilityInBand } from './gap.js';

const tube = (standard: string, size: string): Tube => {
  const t = findTube(standard, size);
  if (!t) throw new Error(size);
  return t;
};
const a = (id: string): number => findMetal(id)?.expansionPerK ?? NaN;
const hotIn = (od: number, gap: number, tubeMetal: string, socketMetal: string): number =>
  hotGap(coldGap(tube('acr', '1-1/8'), measuredGapIn(gap, od)), a(tubeMetal), a(socketMetal), degFToK(1350)).sideM /
  INCH;

describe('gap at heat: worked cases 70 to 1350 °F (derived from the expansions)', () => {
  it('copper in steel, 1-1/8, 0.003 leaves about 0.0012', () =>
    expect(hotIn(1.125, 0.003, 'copper', 'steel')).toBeCloseTo(0.0012, 4));
  it('steel in copper opens to about 0.0048', () =>
    expect(hotIn(1.125, 0.003, 'steel', 'copper')).toBeCloseTo(0.0048, 4));
  it('copper in stainless 2-1/8 leaves about 0.0027', () =>
    expect(hotIn(2.125, 0.003, 'copper', 'stainless-304')).toBeCloseTo(0.0027, 4));
  it('the same metal grows its gap only by its own expansion', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0005, max: 0.02, noNaN: true }), (gap) => {
        const hot = hotIn(1.125, gap, 'copper', 'copper');
        expect(hot / gap).toBeCloseTo(1 + 19.2e-6 * (1280 / 1.8), 6);
      }),
    );
  });
});

describe('gap before heating', () => {
  it('takes nominal sizes with tolerances on both parts (ASME B16.22, ASTM B280)', () => {
    const g = coldGap(tube('acr', '1-1/8'), { mode: 'nominal' });
    expect(g.sideM / INCH).toBeCloseTo(0.0025, 6);
    expect(g.minM / INCH).toBeCloseTo(0.00075, 6);
    expect(g.maxM / INCH).toBeCloseTo(0.00425, 6);
  });

  it('keeps the two measured diameters apart: mean, worst sides, out of round', () => {
    const g = coldGap(tube('acr', '1-1/8'), {
      mode: 'measured',
      tubeOdM: [1.124 * INCH, 1.126 * INCH],
      socketIdM: [1.13 * INCH, 1.131 * INCH],
      instrument: 'caliper',
    });
    expect(g.sideM / INCH).toBeCloseTo(0.00275, 6);
    expect(g.minM / INCH).toBeCloseTo(0.002, 6);
    expect(g.maxM / INCH).toBeCloseTo(0.0035, 6);
    expect((g.outOfRoundM ?? 0) / INCH).toBeCloseTo(0.002, 6);
  });

  it('says at the field what is wrong: absurd size, tube that does not enter, no table', () => {
    const problem = (run: () => unknown): string => {
      try {
        run();
      } catch (e) {
        if (e instanceof InputError) return e.problems.map((p) => p.field).join();
      }
      return 'nothing';
    };
    const t = tube('acr', '1-1/8');
    expect(problem(() => coldGap(t, measuredGapIn(-0.001)))).toBe('fitUp.socketIdM.0');
    expect(
      problem(() => coldGap(t, { mode: 'measured', tubeOdM: [-1, 0], socketIdM: [1e9, NaN], instrument: 'tape' })),
    ).toBe('fitUp.tubeOdM.0,fitUp.tubeOdM.1,fitUp.socketIdM.0,fitUp.socketIdM.1');
    expect(problem(() => coldGap(tube('acr-coil', '1/4'), { mode: 'nominal' }))).toBe('fitUp.mode');
    expect(problem(() => coldGap(t, { mode: 'stated', gapSideM: 0 }))).toBe('fitUp.gapSideM');
  });

  it('tells that a tape cannot judge a brazing gap', () => {
    const g = coldGap(tube('acr', '1-1/8'), { ...measuredGapIn(0.003), instrument: 'tape' } as never);
    expect(g.notes[0]).toContain('tape');
    expect(probabilityInBand(g.sideM, g.sdM, { min: 0.002 * INCH, max: 0.005 * INCH })).toBeLessThan(0.4);
  });
});

describe('verdict and probability', () => {
  const band = { min: 0.002, max: 0.005 };
  it('has five verdicts in order of gap', () => {
    expect([-0.001, 0.001, 0.003, 0.0055, 0.007].map((g) => gapVerdict(g, band, 0.006))).toEqual([
      'seizes',
      'tight',
      'in band',
      'bridgeable',
      'too wide',
    ]);
  });
  it('is the normal integral: one sigma each way is 0.6827', () => {
    // The rounding of 0.0002 in at both edges is part of the band.
    const inner = { min: band.min + GAP_ROUNDING_M, max: band.max - GAP_ROUNDING_M };
    expect(probabilityInBand(0.0035, 0.0015, inner)).toBeCloseTo(0.6826895, 6);
    expect(probabilityInBand(0.0035, 0, band)).toBe(1);
    expect(probabilityInBand(0.0055, 0, band)).toBe(0);
  });
});
