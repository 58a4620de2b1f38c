import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { findTube } from '../tube/tube.js';
import { degFToK, PSI } from '../units/units.js';
import { ratingAfterBrazing } from './rating.js';
import { ANNEALED_STRESS, stressAt } from './stress.js';

const rating = (standard: string, size: string, tempF = 100, design = 0, test = 0) => {
  const tube = findTube(standard, size);
  const copper = findMetal('copper');
  if (!tube || !copper) throw new Error(size);
  return ratingAfterBrazing(tube, copper, degFToK(tempF), design * PSI, test * PSI);
};
const psi = (pa: number | null): number => (pa ?? NaN) / PSI;

describe('annealed rating (CDA Copper Tube Handbook, from memory)', () => {
  it.each([
    ['1/2', 722],
    ['3/4', 582],
    ['1', 494],
  ])('type L %s holds %d psi at 100 °F', (size, expected) => {
    expect(Math.round(psi(rating('l', size).ratedPa))).toBe(expected);
  });

  it('drawn type L 1/2 would hold about 1242 psi', () => expect(psi(rating('l', '1/2').drawnPa)).toBeCloseTo(1242, 0));

  it('falls with temperature as the allowable stress does', () => {
    expect(psi(rating('l', '1', 200).ratedPa)).toBeCloseTo((494.28 * 4900) / 6000, 0);
    expect((stressAt(ANNEALED_STRESS, degFToK(125)) ?? 0) / PSI).toBeCloseTo(5550, 6);
    expect((stressAt(ANNEALED_STRESS, degFToK(400)) ?? 0) / PSI).toBeCloseTo(3000, 6);
    expect(stressAt(ANNEALED_STRESS, degFToK(401))).toBeNull();
  });

  it('compares with design and test pressure', () => {
    expect(rating('acr', '1-1/8', 100, 350, 385).verdict).toBe('holds');
    expect(rating('acr', '1-1/8', 100, 450, 500).verdict).toBe('under test pressure');
    expect(rating('acr', '2-1/8', 100, 500, 550).verdict).toBe('under design pressure');
    expect(rating('acr', '2-1/8', 450, 500, 550).verdict).toBe('no table');
  });
});
