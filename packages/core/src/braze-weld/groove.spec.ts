import { describe, expect, it } from 'vitest';
import { FILLERS } from '../fillers/fillers.js';
import { FLUXES } from '../fluxes/fluxes.js';
import { findMetal } from '../metals/metals.js';
import { INCH } from '../units/units.js';
import { grooveSection, passesFor, planGroove } from './groove.js';

const metal = (id: string) => findMetal(id)!;
const plan = (a: string, b: string, thicknessIn: number, lengthIn = 4) =>
  planGroove([metal(a), metal(b)], { thicknessM: thicknessIn * INCH, lengthM: lengthIn * INCH }, FILLERS, FLUXES);

describe('braze-welding (practice)', () => {
  it.each([
    [1 / 16, 1],
    [1 / 8, 1],
    [3 / 16, 2],
    [1 / 4, 3],
    [3 / 8, 5],
  ])('%f in takes %i passes', (inches, passes) => expect(passesFor(inches * INCH)).toBe(passes));

  it('a square joint to 1/8 in, a V above it', () => {
    expect(plan('steel', 'steel', 1 / 8).shape).toBe('square');
    expect(plan('steel', 'steel', 1 / 4).shape).toBe('V');
  });
  it('the section of a 1/4 in V worked by hand: root, 90 degree V and a parabolic crown over the tinned width', () => {
    const t = 0.25;
    const top = 1 / 16 + 2 * t;
    const area = t / 16 + t * t + (2 / 3) * 0.125 * (top + 0.75);
    expect(grooveSection(t * INCH).areaM2 / INCH ** 2).toBeCloseTo(area, 9);
    expect(grooveSection(t * INCH).topM / INCH).toBeCloseTo(top, 9);
  });
  it('volume grows with length and thickness', () => {
    expect(plan('steel', 'steel', 0.25, 8).volumeM3).toBeCloseTo(2 * plan('steel', 'steel', 0.25, 4).volumeM3, 15);
    expect(plan('steel', 'steel', 0.25).volumeM3).toBeGreaterThan(plan('steel', 'steel', 0.125).volumeM3);
  });
  it('takes low-fuming bronze with powder flux that is active where it works', () => {
    const p = plan('steel', 'cast-iron', 0.25);
    expect(p.filler?.id).toBe('RBCuZn-C');
    expect(p.flux?.form).toBe('powder');
    expect(p.flux?.activeK.max).toBeGreaterThan(p.filler!.brazingK.min);
    expect(p.tipsUp).toBe(2);
    expect(p.steps.join()).toContain('Cool slowly');
    expect(plan('steel', 'steel', 0.25).tipsUp).toBe(1);
  });
  it('refuses brass and aluminium, and sizes that are none', () => {
    expect(plan('steel', 'brass-forging', 0.25).refused).toMatch(/brass/i);
    expect(plan('aluminium-6061', 'aluminium-6061', 0.25).refused).toBeTruthy();
    expect(() => plan('steel', 'steel', 9)).toThrow(/thickness/);
    expect(() => plan('steel', 'steel', 0.25, 0)).toThrow(/length/);
  });
});
