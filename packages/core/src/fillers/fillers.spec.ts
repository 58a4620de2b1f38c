import { describe, expect, it } from 'vitest';
import { sticksPerPound } from '../filler-use/filler-use.js';
import { kToDegF } from '../units/units.js';
import { densityLbIn3, FILLERS, findFiller, flowOf, workingK } from './fillers.js';

const filler = (id: string) => {
  const f = findFiller(id);
  if (!f) throw new Error(id);
  return f;
};

describe('filler classes', () => {
  it('adds up to 100 % for every class', () => {
    for (const f of FILLERS) {
      const sum = Object.values(f.composition).reduce((a, b) => a + b, 0);
      expect(sum, f.id).toBeCloseTo(100, 6);
      expect(f.solidusK, f.id).toBeLessThanOrEqual(f.liquidusK);
    }
  });

  it('weighs what filler data sheets quote: 0.28-0.31 lb/in³ for BCuP, 0.31-0.35 for cadmium-free BAg (from memory)', () => {
    for (const f of FILLERS.filter((x) => x.group === 'BCuP')) {
      expect(densityLbIn3(f), f.id).toBeGreaterThan(0.28);
      expect(densityLbIn3(f), f.id).toBeLessThan(0.312);
    }
    for (const f of FILLERS.filter((x) => x.group === 'BAg' && !x.composition.Cd)) {
      expect(densityLbIn3(f), f.id).toBeGreaterThan(0.305);
      expect(densityLbIn3(f), f.id).toBeLessThan(0.365);
    }
  });

  it('runs to 26-28 flat sticks a pound (practice)', () => {
    expect(sticksPerPound(filler('BCuP-5'))).toBeGreaterThan(25.5);
    expect(sticksPerPound(filler('BCuP-2'))).toBeLessThan(28.5);
  });

  it('calls the flow by the melting range', () => {
    expect(flowOf(filler('BCuP-8'))).toBe('runs like water');
    expect(flowOf(filler('BAg-1'))).toBe('runs like water');
    expect(flowOf(filler('BAg-24'))).toBe('medium');
    expect(flowOf(filler('BCuP-5'))).toBe('sluggish');
  });

  it('works inside the brazing range', () => {
    for (const f of FILLERS) {
      expect(workingK(f)).toBeGreaterThan(f.brazingK.min);
      expect(workingK(f)).toBeLessThan(f.brazingK.max);
    }
    expect(Math.round(kToDegF(workingK(filler('BAg-24'))))).toBe(1387);
  });
});
