import { describe, expect, it } from 'vitest';
import { FILLERS, findFiller } from '../fillers/fillers.js';
import { findFlux, FLUXES } from '../fluxes/fluxes.js';
import { METALS } from '../metals/metals.js';
import { sampleFacts } from '../testing/samples.js';
import { degFToK, deltaFToK } from '../units/units.js';
import type { JointFacts } from './facts.js';
import { chooseFlux, fluxSuits } from './flux-choice.js';

const facts = (tube: string, socket: string, change: Partial<JointFacts> = {}): JointFacts =>
  sampleFacts(tube, socket, change);
const chosen = (filler: string, tube: string, socket: string): string | null => {
  const f = findFiller(filler);
  if (!f) throw new Error(filler);
  return chooseFlux(f, facts(tube, socket))?.id ?? null;
};

describe('which flux (ranges: AWS A5.31, from memory; margin and preference: practice)', () => {
  it.each([
    ['BCuP-5', 'copper', 'copper', null],
    ['BCuP-5', 'copper', 'brass-forging', 'FB3-A'],
    ['BAg-5', 'copper', 'copper', 'FB3-A'],
    ['BAg-24', 'copper', 'brass-free-cutting', 'FB3-A'],
    ['BAg-24', 'copper', 'plated-steel', 'FB3-C'],
    ['BAg-24', 'copper', 'stainless-316', 'FB3-C'],
    ['BAg-6', 'copper', 'brass-cartridge', 'FB3-C'],
    ['BAg-4', 'copper', 'copper', 'FB3-C'],
    ['BAg-8', 'copper', 'copper', 'FB3-C'],
    ['RBCuZn-C', 'steel', 'steel', 'FB3-D'],
    ['RBCuZn-D', 'copper', 'steel', 'FB3-D'],
    ['BAlSi-4', 'aluminium-3003', 'aluminium-3003', 'FB1-A'],
    ['BAlSi-3', 'aluminium-6061', 'aluminium-3003', 'FB1-A'],
    ['BAg-24', 'aluminium-3003', 'copper', null],
    ['BAlSi-4', 'copper', 'copper', null],
  ])('%s on %s to %s: %s', (filler, tube, socket, flux) => expect(chosen(filler, tube, socket)).toBe(flux));

  it('always covers the brazing range with room at both ends, on every filler and pair of metals', () => {
    for (const filler of FILLERS) {
      for (const a of METALS) {
        for (const b of METALS) {
          const flux = chooseFlux(filler, facts(a.id, b.id));
          if (!flux) continue;
          const aluminium = a.family === 'aluminium' || b.family === 'aluminium';
          const above = deltaFToK(aluminium ? 20 : 50) - 1e-6;
          // Aluminium flux melts just before the rod does: there the rod's liquidus counts, elsewhere its range with room.
          const starts = aluminium ? filler.liquidusK : filler.brazingK.min - deltaFToK(50);
          expect(starts - flux.activeK.min).toBeGreaterThanOrEqual(-1e-6);
          expect(flux.activeK.max - filler.brazingK.max).toBeGreaterThanOrEqual(above);
          expect(flux.forCapillary).toBe(true);
        }
      }
    }
  });

  it('white flux does not suit a rod that works at its upper end', () => {
    const white = findFlux('FB3-A');
    const hot = findFiller('BAg-6');
    if (!white || !hot) throw new Error('table');
    expect(fluxSuits(white, hot, facts('copper', 'copper'))).toBe(false);
  });

  it.each([
    ['FB1-C', 'a bath of molten salt'],
    ['FB1-B', 'the furnace'],
    ['FB3-K', 'production'],
  ])('%s is never chosen for torch work: it is for %s', (id) => expect(findFlux(id)?.forCapillary).toBe(false));

  it('50 °F of room is enough and 49 is not, at either end', () => {
    const white = findFlux('FB3-A')!;
    const bag5 = findFiller('BAg-5')!;
    const at = (min: number, max: number) => ({ ...bag5, brazingK: { min: degFToK(min), max: degFToK(max) } });
    const suits = (min: number, max: number) => fluxSuits(white, at(min, max), facts('copper', 'copper'));
    expect([suits(1100, 1550), suits(1099, 1550), suits(1100, 1551)]).toEqual([true, false, false]);
  });

  it('brass rod takes FB3-D, -J or -K, never FB3-F; FB3-F is for silver and phosphorus rods', () => {
    const takes = (group: string) => FLUXES.filter((x) => x.groups.includes(group as never)).map((x) => x.id);
    expect(takes('RBCuZn')).toEqual(['FB3-D', 'FB3-J', 'FB3-K']);
    expect(takes('BCuP')).toEqual(['FB3-A', 'FB3-C', 'FB3-F']);
    expect(takes('ZnAl')).toEqual(['Cs-Al-F']);
    expect(takes('BAlSi')).toEqual(['FB1-A', 'FB1-B', 'FB1-C']);
  });

  it('has an active range on every class', () => {
    for (const f of FLUXES) expect(f.activeK.max).toBeGreaterThan(f.activeK.min);
  });
});
