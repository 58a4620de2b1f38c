import { describe, expect, it } from 'vitest';
import { INCH } from '../units/units.js';
import { fitVerdict, GAP_ADVICE, type GapVerdict, gapVerdict, probabilityInBand, worstOf } from './gap-verdict.js';
import { GAP_ROUNDING_M } from './readings.js';

const band = { min: 0.002 * INCH, max: 0.005 * INCH };
const bridges = 0.006 * INCH;
const at = (inches: number): GapVerdict => gapVerdict(inches * INCH, band, bridges);

describe('verdict of a gap', () => {
  it.each<[number, GapVerdict]>([
    [-0.001, 'seizes'],
    [0, 'seizes'],
    [1e-9, 'tight'],
    [0.00179, 'tight'],
    [0.0018, 'in band'],
    [0.003, 'in band'],
    [0.0052, 'in band'],
    [0.00521, 'bridgeable'],
    [0.0062, 'bridgeable'],
    [0.00621, 'too wide'],
  ])('%s in is %s: within 0.0002 in of an edge it is inside', (inches, verdict) => expect(at(inches)).toBe(verdict));

  it('each verdict says what to do', () => {
    expect(GAP_ADVICE.seizes).toContain('ream the socket');
    expect(GAP_ADVICE.tight).toContain('ream or re-size');
    expect(GAP_ADVICE['too wide']).toContain('re-swage');
    expect(GAP_ADVICE.bridgeable).toContain('sluggish');
  });

  it('the worst of several stands, whatever their order', () => {
    const order: readonly GapVerdict[] = ['in band', 'tight', 'bridgeable', 'too wide', 'seizes'];
    order.forEach((worse, i) =>
      order.slice(0, i + 1).forEach((better) => {
        expect(worstOf([worse, better])).toBe(worse);
        expect(worstOf([better, worse])).toBe(worse);
      }),
    );
    expect(worstOf([])).toBe('in band');
  });

  it('what was read is judged at its smallest and its largest, what was not at its mean', () => {
    const gap = (min: number, side: number, max: number) => ({
      minM: min * INCH,
      sideM: side * INCH,
      maxM: max * INCH,
    });
    const of = (g: ReturnType<typeof gap>, read: boolean) => fitVerdict(g, read, band, bridges);
    expect(of(gap(0.001, 0.003, 0.004), true)).toBe('tight');
    expect(of(gap(0.003, 0.004, 0.0058), true)).toBe('bridgeable');
    expect(of(gap(0.003, 0.0058, 0.004), true)).toBe('bridgeable');
    expect(of(gap(0.001, 0.003, 0.007), true)).toBe('too wide');
    expect(of(gap(0.001, 0.003, 0.007), false)).toBe('in band');
    expect(of(gap(0.003, 0.001, 0.003), false)).toBe('tight');
  });
});

describe('probability that a gap lies in its band', () => {
  it('is the normal integral with both roundings: 1, 1.96 and 3 deviations', () => {
    const middle = 0.0035 * INCH;
    const half = 0.0015 * INCH + GAP_ROUNDING_M;
    expect(probabilityInBand(middle, half, band)).toBeCloseTo(0.6826894921, 9);
    expect(probabilityInBand(middle, half / 1.959963985, band)).toBeCloseTo(0.95, 8);
    expect(probabilityInBand(middle, half / 3, band)).toBeCloseTo(0.9973002039, 9);
  });
  it('at an edge, rounding included, half of it lies inside', () => {
    expect(probabilityInBand(band.max + GAP_ROUNDING_M, 1e-6, band)).toBeCloseTo(0.5, 9);
    expect(probabilityInBand(band.min - GAP_ROUNDING_M, 1e-6, band)).toBeCloseTo(0.5, 9);
  });
  it('is a step where the gap is known exactly, edges inside', () => {
    const step = (m: number): number => probabilityInBand(m, 0, band);
    expect([band.min - GAP_ROUNDING_M, band.max + GAP_ROUNDING_M].map(step)).toEqual([1, 1]);
    expect([band.min - 1.01 * GAP_ROUNDING_M, band.max + 1.01 * GAP_ROUNDING_M].map(step)).toEqual([0, 0]);
  });
});
