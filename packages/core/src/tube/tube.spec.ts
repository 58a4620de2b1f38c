import { describe, expect, it } from 'vitest';
import { INCH } from '../units/units.js';
import { cupForOd, CUPS } from './cup.js';
import { boreM, findTube, parseInchSize, TUBES } from './tube.js';

describe('tube tables', () => {
  it('names refrigeration tube by its OD and plumbing tube by nominal: both meet at the same OD', () => {
    expect(findTube('acr', '1-1/8')?.odM).toBeCloseTo(1.125 * INCH, 9);
    expect(findTube('l', '1')?.odM).toBeCloseTo(1.125 * INCH, 9);
  });

  it('has the published walls (ASTM B88 and B280, from memory)', () => {
    expect((findTube('k', '8')?.wallM ?? 0) / INCH).toBeCloseTo(0.271, 6);
    expect((findTube('acr', '7/8')?.wallM ?? 0) / INCH).toBeCloseTo(0.045, 6);
    expect((findTube('acr-coil', '5/8')?.wallM ?? 0) / INCH).toBeCloseTo(0.035, 6);
    expect(findTube('m', '1/4')).toBeUndefined();
  });

  it('gives a loose fit: every cup is larger than its tube', () => {
    for (const cup of CUPS) expect(cup.idM.min).toBeGreaterThan(cup.tubeOdM);
    expect(cupForOd(1.125 * INCH)?.depthM).toBeCloseTo(0.91 * INCH, 9);
    expect(cupForOd(0.25 * INCH)).toBeUndefined();
  });

  it('has no tube that is solid, and no id twice', () => {
    for (const t of TUBES) expect(boreM(t)).toBeGreaterThan(0);
    expect(new Set(TUBES.map((t) => t.id)).size).toBe(TUBES.length);
  });

  it('reads trade sizes and nothing else', () => {
    expect(parseInchSize('1-1/8')).toBe(1.125);
    expect(parseInchSize('7/8')).toBe(0.875);
    expect(parseInchSize('2')).toBe(2);
    expect(parseInchSize('two')).toBeNaN();
  });
});
