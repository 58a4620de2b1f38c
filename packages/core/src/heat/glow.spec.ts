import { describe, expect, it } from 'vitest';
import { glowColour, glowXyz, shadeLets } from './glow.js';

describe('the glow of hot metal', () => {
  it.each([
    [1000, 0.6528, 0.3444],
    [1500, 0.5857, 0.3931],
    [2000, 0.5267, 0.4133],
    [2856, 0.4476, 0.4075],
  ])('at %s K has the chromaticity of a black body (CIE 1931 locus: x %s, y %s)', (tempK, x, y) => {
    const [X, Y, Z] = glowXyz(tempK);
    expect(Math.abs(X / (X + Y + Z) - x)).toBeLessThan(0.012);
    expect(Math.abs(Y / (X + Y + Z) - y)).toBeLessThan(0.012);
  });
  it('is brighter the hotter, never brighter through a shade, and goes from red over orange', () => {
    const sum = (k: number, lets = 1): number => glowColour(k, lets).reduce((s, c) => s + c, 0);
    for (let k = 750; k < 1400; k += 50) {
      expect(sum(k + 50)).toBeGreaterThanOrEqual(sum(k));
      expect(sum(k, shadeLets(3))).toBeLessThanOrEqual(sum(k));
      expect(sum(k, shadeLets(5))).toBeLessThanOrEqual(sum(k, shadeLets(3)));
    }
    const [r, g, b] = glowColour(1100);
    expect(r).toBeGreaterThan(2 * g);
    expect(g).toBeGreaterThanOrEqual(b);
    expect(glowColour(1100)[1]).toBeGreaterThan(glowColour(850)[1]);
    expect(sum(500)).toBeLessThan(20);
  });
  it('shade 3 lets about 14 % through, shade 5 about 2 %', () => {
    expect(shadeLets(3)).toBeCloseTo(0.1389, 3);
    expect(shadeLets(5)).toBeCloseTo(0.0193, 4);
    expect(shadeLets(1)).toBe(1);
  });
});
