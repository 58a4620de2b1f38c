import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { catalogueOf, SHIPPED } from '../catalogue/catalogue.js';
import { type Filler, FILLERS, workingK } from '../fillers/fillers.js';
import { type Metal, METALS } from '../metals/metals.js';
import { MELTING_MARGIN } from '../selection/rules/filler-rules.js';
import { ACETYLENE_METAL_CU, ACETYLENE_ROD, LEAD_FREE } from '../selection/rules/service-rules.js';
import { SERVICES } from '../services/services.js';
import { InputError } from '../source/problem.js';
import { anyJoint, anyLine } from '../testing/arbitraries.js';
import { type JointPlan, planJoint } from './plan.js';

/** Rules judge what a metal or rod is made of, so they hold for rows that a company added under any name. */

const share = (max: number) => fc.double({ min: 0, max, noNaN: true });

/** A brass, steel or copper of the company's own with some composition, melting somewhere. */
const ownMetal: fc.Arbitrary<Metal> = fc
  .record({ like: fc.constantFrom(...METALS), Cu: share(100), Pb: share(4), Ni: share(30), meltsF: share(1500) })
  .map(({ like, Cu, Pb, Ni, meltsF }) => ({
    ...like,
    id: 'own-metal',
    name: 'Metal of our own',
    composition: { Cu, Pb, Ni, Zn: Math.max(0, 100 - Cu - Pb - Ni) },
    skin: null,
    solidusK: 900 + meltsF / 1.8,
    liquidusK: 920 + meltsF / 1.8,
  }));
/** A rod of the company's own: a shipped one, its composition another. */
const ownFiller: fc.Arbitrary<Filler> = fc
  .record({ like: fc.constantFrom(...FILLERS), Cu: share(80), Ag: share(60), Cd: share(25), P: share(8) })
  .map(({ like, Cu, Ag, Cd, P }) => ({ ...like, id: 'own-rod', composition: { Cu, Ag, Cd, P, Zn: 10 } }));

function planned(
  check: (plan: JointPlan) => void,
  services: readonly string[] = SERVICES.map((s) => s.id),
  metals: readonly string[] = METALS.map((m) => m.id),
): number {
  let seen = 0;
  fc.assert(
    fc.property(
      anyJoint,
      anyLine,
      ownMetal,
      ownFiller,
      fc.constantFrom(...services),
      fc.constantFrom('tube', 'socket', 'both', 'neither'),
      fc.tuple(fc.constantFrom(...metals), fc.constantFrom(...metals)),
      (joint, line, metal, filler, serviceId, where, [tubeMetal, socketMetal]) => {
        const tables = catalogueOf({
          ...SHIPPED,
          metals: [...SHIPPED.metals, metal],
          fillers: [...SHIPPED.fillers, filler],
        });
        const spec = {
          ...joint,
          tube: { ...joint.tube, metalId: where === 'tube' || where === 'both' ? metal.id : tubeMetal },
          socket: { ...joint.socket, metalId: where === 'socket' || where === 'both' ? metal.id : socketMetal },
        };
        try {
          check(planJoint(spec, { ...line, serviceId }, { catalogue: tables }));
          seen += 1;
        } catch (e) {
          if (!(e instanceof InputError)) throw e;
        }
      },
    ),
    { numRuns: 500, seed: 11 },
  );
  return seen;
}
const may = (plan: JointPlan) => plan.selection.judgements.filter((j) => j.verdict !== 'refused');
const metalsOf = (plan: JointPlan): Metal[] =>
  [plan.tubeMetal, plan.socketMetal, plan.bushMetal].filter((m) => m !== null);
const kindOf = (kind: string): string[] => SERVICES.filter((s) => s.kind === kind).map((s) => s.id);

describe('whatever the company calls it', () => {
  it('every joint has a rod, or says what to do instead; a refused joint allows none', () => {
    const seen = planned((plan) => {
      const { chosen, instead, jointFindings } = plan.selection;
      if (jointFindings.some((f) => f.effect === 'refuse')) expect(may(plan)).toEqual([]);
      expect(chosen === null).toBe(may(plan).length === 0);
      if (chosen) expect(instead).toBeNull();
      else expect((instead ?? '').length).toBeGreaterThan(8);
    });
    expect(seen).toBeGreaterThan(200);
  });

  it('what is chosen is refused by no rule, nor is its flux on the wrong metal or rod', () => {
    planned((plan) => {
      for (const j of may(plan)) {
        expect(j.findings.filter((f) => f.effect === 'refuse')).toEqual([]);
        if (!j.flux) continue;
        expect(j.flux.groups).toContain(j.filler.group);
        for (const m of metalsOf(plan)) expect(j.flux.families).toContain(m.family);
      }
    });
  });

  it('no rod is worked within the margin of the first metal to melt', () => {
    planned((plan) => {
      for (const m of metalsOf(plan)) {
        const margin = m.family === 'aluminium' ? MELTING_MARGIN.aluminium : MELTING_MARGIN.torch;
        for (const j of may(plan)) expect(workingK(j.filler) + margin).toBeLessThanOrEqual(m.solidusK + 1e-9);
      }
    });
  });

  it('acetylene: no metal over 65 % copper, no rod over 37 % copper or 46 % silver, or 21 and 43 (ISO 9539, memory)', () => {
    expect([ACETYLENE_METAL_CU, ACETYLENE_ROD.wide, ACETYLENE_ROD.strict]).toEqual([
      65,
      { Cu: 37, Ag: 46 },
      { Cu: 21, Ag: 43 },
    ]);
    let rods = 0;
    planned((plan) => {
      const most = ACETYLENE_ROD[plan.schools.acetyleneRod];
      for (const j of may(plan)) {
        rods += 1;
        for (const m of metalsOf(plan)) expect(m.composition?.Cu ?? 0).toBeLessThanOrEqual(65);
        expect(j.filler.composition.Cu ?? 0).toBeLessThanOrEqual(most.Cu);
        expect(j.filler.composition.Ag ?? 0).toBeLessThanOrEqual(most.Ag);
      }
    }, kindOf('acetylene'));
    expect(rods).toBeGreaterThan(10);
  });

  it('ammonia is never brazed with copper, zinc or silver', () => {
    planned((plan) => expect(may(plan).filter((j) => j.filler.group !== 'BAlSi')).toEqual([]), kindOf('ammonia'));
  });

  it('drinking water: no lead over a quarter percent, no cadmium; medical: no cadmium', () => {
    expect(LEAD_FREE).toBe(0.25);
    planned((plan) => {
      for (const j of may(plan)) {
        if (plan.service.potable)
          for (const m of metalsOf(plan)) expect(m.composition?.Pb ?? 0).toBeLessThanOrEqual(LEAD_FREE);
        if (plan.service.potable || plan.service.kind === 'medical') expect(j.filler.composition.Cd ?? 0).toBe(0);
      }
    });
  });

  it('no phosphorus on iron, nor on nickel from a tenth up', () => {
    let rods = 0;
    planned(
      (plan) => {
        for (const j of may(plan))
          if ((j.filler.composition.P ?? 0) > 0.05 && (rods += 1))
            for (const m of metalsOf(plan)) {
              expect(['steel', 'stainless', 'cast-iron', 'nickel']).not.toContain(m.family);
              expect(m.composition?.Ni ?? 0).toBeLessThan(10);
            }
      },
      ['refrigerant-poe'],
      ['copper', 'copper', 'cupronickel-10', 'red-brass', 'steel'],
    );
    expect(rods).toBeGreaterThan(20);
  });
});
