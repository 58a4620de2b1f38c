import { describe, expect, it } from 'vitest';
import { findMetal, type Metal } from '../metals/metals.js';
import { findTube } from '../tube/tube.js';
import { inUnits } from '../units/say.js';
import { degFToK, PSI } from '../units/units.js';
import { ratingAfterBrazing } from './rating.js';
import { ANNEALED_STRESS, stressAt } from './stress.js';

const rating = (standard: string, size: string, tempF = 100, design = 0, test = 0) => {
  const tube = findTube(standard, size);
  const copper = findMetal('copper');
  if (!tube || !copper) throw new Error(size);
  return ratingAfterBrazing(tube, copper, degFToK(tempF), design * PSI, test * PSI);
};
const of = (standard: string, size: string, metal: string, tempF = 100, design = 0, test = 0) =>
  ratingAfterBrazing(findTube(standard, size)!, findMetal(metal)!, degFToK(tempF), design * PSI, test * PSI);
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

  it('stands at 100 °F and under as at 100 °F', () =>
    expect((stressAt(ANNEALED_STRESS, degFToK(40)) ?? 0) / PSI).toBeCloseTo(6000, 6));

  it('a tube that is annealed already has no drawn rating, nor has pipe', () => {
    expect(rating('l', '1/2').drawnPa).not.toBeNull();
    expect(rating('acr-coil', '1/2').drawnPa).toBeNull();
    expect(of('pipe-40', '2', 'steel').drawnPa).toBeNull();
  });

  it('a rating just at the pressure holds it', () => {
    const { ratedPa } = rating('l', '1');
    const at = (design: number, test: number) => rating('l', '1', 100, design, test).verdict;
    const r = psi(ratedPa);
    expect([at(r - 1e-6, r - 1e-6), at(r - 1, r + 1e-6), at(r + 1e-6, r + 1)]).toEqual([
      'holds',
      'under test pressure',
      'under design pressure',
    ]);
    expect(
      ratingAfterBrazing(findTube('l', '1')!, findMetal('copper')!, degFToK(100), ratedPa!, ratedPa!).verdict,
    ).toBe('holds');
  });

  it('compares with design and test pressure', () => {
    expect(rating('acr', '1-1/8', 100, 350, 385).verdict).toBe('holds');
    expect(rating('acr', '1-1/8', 100, 450, 500).verdict).toBe('under test pressure');
    expect(rating('acr', '2-1/8', 100, 500, 550).verdict).toBe('under design pressure');
    expect(rating('acr', '2-1/8', 450, 500, 550).verdict).toBe('no table');
  });
});

describe('pipe and what is no copper tube: P = 2 S E t / (D - 2 Y t) (ASME B31.5 and B31.9, from memory)', () => {
  // t = 0.154 x 0.875, D = 2.375 x 1.01, Y 0.4, seam taken as 0.85, S in psi beside each.
  it.each([
    ['steel', '2', 100, 1700], // 17 000
    ['steel', '2', 400, 1700],
    ['stainless-304', '2', 100, 1670], // 16 700
    ['stainless-316', '2', 300, 1500], // 15 000
    ['stainless-304', '2', 350, 1440], // 14 400, between 15 000 and 13 800
    ['stainless-304', '1/2', 100, 3474],
  ])('%s, schedule 40, %s in at %d °F: about %d psi', (metal, size, tempF, expected) => {
    expect(psi(of('pipe-40', size, metal, tempF).ratedPa)).toBeCloseTo(expected, 0);
  });

  it('copper-iron, brass and nickel are marked, not silent; so is a temperature past the table', () => {
    for (const metal of ['copper-iron', 'brass-cartridge', 'nickel-200', 'cupronickel-10', 'aluminium-3003']) {
      const r = of('acr', '1-1/8', metal, 100, 1, 1);
      expect(r, metal).toMatchObject({ verdict: 'no table', ratedPa: null, drawnPa: null });
      const name = findMetal(metal)!.name.toLowerCase();
      expect(r.says).toBe(
        `no allowable stress on file for ${name}: take the rating from the piping code or the tube’s maker`,
      );
    }
    const hot = of('pipe-40', '2', 'steel', 401);
    expect(hot.ratedPa).toBeNull();
    expect(inUnits(hot.says, 'us')).toBe('the stress table of carbon steel ends at 400 °F');
    expect(inUnits(of('l', '1', 'copper', 401).says, 'us')).toContain('ends at 400 °F');
  });

  it('says what it means for the line, and what it took on trust', () => {
    const copper = (design: number, test: number) => of('l', '1', 'copper', 100, design, test).says;
    expect(copper(1, 1)).toBe('holds design and test pressure, annealed');
    expect(copper(1, 900)).toBe('holds the design pressure but the test pressure is above the annealed rating');
    expect(copper(900, 900)).toBe('brazing anneals the tube: take heavier wall for this pressure');
    const steel = (design: number, test: number) => of('pipe-40', '2', 'steel', 100, design, test).says;
    const seam = 'seam unknown: taken as welded, joint factor 0.85';
    expect(steel(1, 1)).toBe(`holds design and test pressure; ${seam}`);
    expect(steel(1, 9000)).toBe(`holds the design pressure but the test pressure is above the rating; ${seam}`);
    expect(steel(9000, 9000)).toBe(`take heavier wall for this pressure; ${seam}`);
  });

  it('neither source signs for the other', () => {
    expect(of('l', '1', 'copper').source.name).toBe(
      'stress and formula of the CDA Copper Tube Handbook; size from ASTM B88',
    );
    expect(of('pipe-40', '2', 'steel').source.name).toBe(
      'P = 2 S E t / (D - 2 Y t) of ASME B31.5 and B31.9; stress from ASME BPVC II-D as B31.5 and B31.9 use it; size from ASME B36.10 / B36.19',
    );
    expect(of('pipe-40', '2', 'steel').source.note).toMatch(/check the grade/);
    expect(of('en', '28x1', 'copper').source).toMatchObject({
      memory: true,
      note: 'editable: check the current edition',
    });
    expect(of('l', '1', 'nickel-200').source.name).toBe('no allowable stress on file');
  });

  it('a copper tube of the company’s own that states no composition is rated as copper, one with 1 % iron is not', () => {
    const tube = findTube('l', '1')!;
    const like = (composition: Metal['composition']): Metal => ({ ...findMetal('copper')!, composition });
    const rated = (composition: Metal['composition']) =>
      ratingAfterBrazing(tube, like(composition), degFToK(100), 0, 0).ratedPa !== null;
    expect([rated(null), rated({ Cu: 99.1, Fe: 0.9 }), rated({ Cu: 99, Fe: 1 })]).toEqual([true, true, false]);
  });
});
