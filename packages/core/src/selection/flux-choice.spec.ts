import { describe, expect, it } from 'vitest';
import { FILLERS, findFiller } from '../fillers/fillers.js';
import { findFlux, FLUXES } from '../fluxes/fluxes.js';
import { METALS } from '../metals/metals.js';
import { sampleFacts } from '../testing/samples.js';
import { deltaFToK } from '../units/units.js';
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
    ['BAlSi-4', 'aluminium-3003', 'aluminium-3003', 'FB1-C'],
    ['BAlSi-3', 'aluminium-6061', 'aluminium-3003', 'FB1-C'],
    ['BAg-24', 'aluminium-3003', 'copper', null],
    ['BAlSi-4', 'copper', 'copper', null],
  ])('%s on %s to %s: %s', (filler, tube, socket, flux) => expect(chosen(filler, tube, socket)).toBe(flux));

  it('always covers the brazing range with room at both ends, on every filler and pair of metals', () => {
    for (const filler of FILLERS) {
      for (const a of METALS) {
        for (const b of METALS) {
          const flux = chooseFlux(filler, facts(a.id, b.id));
          if (!flux) continue;
          const room = deltaFToK(a.family === 'aluminium' || b.family === 'aluminium' ? 20 : 50) - 1e-6;
          expect(filler.brazingK.min - flux.activeK.min).toBeGreaterThanOrEqual(room);
          expect(flux.activeK.max - filler.brazingK.max).toBeGreaterThanOrEqual(room);
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

  it('has an active range on every class', () => {
    for (const f of FLUXES) expect(f.activeK.max).toBeGreaterThan(f.activeK.min);
  });
});
