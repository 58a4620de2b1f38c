import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { findTube } from '../tube/tube.js';
import { INCH, PSI } from '../units/units.js';
import { lapStrength, overlap, overlapByStrength, unbrazedToTube } from './overlap.js';

const tube = findTube('l', '1');
const copper = findMetal('copper');

describe('overlap', () => {
  it('by strength equals a hand calculation of X = W (D - W) T / (C Y D) (AWS Brazing Handbook, from memory)', () => {
    // 0.050 x 1.075 x 30 000 / (0.8 x 25 000 x 1.125) = 0.07167 in
    expect(overlapByStrength(0.05 * INCH, 1.125 * INCH, 30000 * PSI) / INCH).toBeCloseTo(0.071667, 5);
  });

  it('makes a lap of that length exactly as strong as the tube', () => {
    if (!tube || !copper) throw new Error('table');
    const x = overlapByStrength(tube.wallM, tube.odM, copper.tensilePa);
    const lap = Math.PI * tube.odM * x * 25000 * PSI * 0.8;
    const pull = Math.PI * (tube.odM - tube.wallM) * tube.wallM * copper.tensilePa;
    expect(lap / pull).toBeCloseTo(1, 9);
  });

  it('goes to the stop of a made fitting, and to one diameter of a swaged end', () => {
    if (!tube || !copper) throw new Error('table');
    const made = overlap(tube, copper, 'fitting', null);
    expect(made.overlapM / INCH).toBeCloseTo(0.91, 6);
    expect(made.answers.filter((a) => a.governs).map((a) => a.id)).toEqual(['to the stop']);
    expect(made.lapShearN / made.tubePullN).toBeGreaterThan(10);
    const swaged = overlap(tube, copper, 'swaged', null);
    expect(swaged.overlapM / INCH).toBeCloseTo(1, 6);
    expect(swaged.answers.find((a) => a.governs)?.id).toBe('one diameter');
  });

  it('says when an entered depth is short', () => {
    if (!tube || !copper) throw new Error('table');
    expect(overlap(tube, copper, 'valve', 0.1 * INCH).enough).toBe(false);
    expect(() => overlap(tube, copper, 'valve', -1)).toThrow(/socket.depthM/);
  });

  it('a lap loses shear with its unbrazed share, and the thrust of the pressure is P pi/4 D^2', () => {
    if (!tube || !copper) throw new Error('table');
    const over = overlap(tube, copper, 'fitting', null);
    const half = lapStrength(over, tube.odM, 0.5, 300 * PSI);
    expect(half.shearN).toBeCloseTo(over.lapShearN / 2, 6);
    expect(half.thrustN).toBeCloseTo(300 * PSI * (Math.PI / 4) * tube.odM ** 2, 6);
    expect(half.safety).toBeCloseTo(half.breaksN / half.thrustN, 9);
    expect(lapStrength(over, tube.odM, 0, 0).safety).toBeNull();
    expect(lapStrength(over, tube.odM, 1, PSI)).toMatchObject({ breaksAt: 'lap', breaksN: 0 });
    const even = unbrazedToTube(over);
    expect(lapStrength(over, tube.odM, even, PSI).shearN).toBeCloseTo(over.tubePullN, 3);
    expect(() => lapStrength(over, tube.odM, 1.2, PSI)).toThrow(/unbrazed/);
  });
});
