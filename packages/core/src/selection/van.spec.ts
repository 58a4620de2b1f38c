import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../catalogue/catalogue.js';
import { planJoint } from '../joint/plan.js';
import { InputError } from '../source/problem.js';
import { anyJoint } from '../testing/arbitraries.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { answerFromVan, servedBy, type Van } from './van.js';

const van = (fillerIds: string[], fluxIds: string[] = []): Van => ({ fillerIds, fluxIds });
const stub = sampleJoint({
  socket: { kind: 'stub', metalId: 'plated-steel', depthM: null, cup: null },
  fitUp: { mode: 'stated', gapSideM: 0.000127 },
});

describe('what is in the van', () => {
  it('the best lawful rod of it, though a better one may be in the shop', () => {
    const all = answerFromVan(stub, sampleLine(), van([]), SHIPPED);
    expect([all.plan.selection.chosen?.filler.id, all.missing]).toEqual(['BAg-24', []]);
    const held = answerFromVan(stub, sampleLine(), van(['BCuP-5', 'BAg-7'], ['FB3-C']), SHIPPED);
    expect([held.plan.selection.chosen?.filler.id, held.plan.selection.chosen?.flux?.id, held.missing]).toEqual([
      'BAg-7',
      'FB3-C',
      [],
    ]);
  });
  it('where nothing in it serves, what to get; a phosphorus rod never goes on steel', () => {
    const { plan, missing } = answerFromVan(stub, sampleLine(), van(['BCuP-5'], ['FB3-A']), SHIPPED);
    expect([plan.selection.chosen?.filler.id, missing]).toEqual(['BAg-24', ['BAg-24', 'FB3-C']]);
    const refused = answerFromVan(stub, sampleLine({ serviceId: 'ammonia' }), van(['BCuP-5']), SHIPPED);
    expect([refused.plan.selection.chosen, refused.missing]).toEqual([null, []]);
  });
  it('never answers with what the rules refuse, nor with a rod that is not held while one held serves', () => {
    const ids = SHIPPED.fillers.map((f) => f.id);
    fc.assert(
      fc.property(anyJoint, fc.subarray(ids, { minLength: 1 }), (joint, held) => {
        try {
          const spec = { ...joint, fillerId: null };
          const { plan, missing } = answerFromVan(spec, sampleLine(), van(held), SHIPPED);
          const chosen = plan.selection.chosen;
          if (!chosen) return;
          expect(chosen.findings.filter((f) => f.effect === 'refuse')).toEqual([]);
          const may = planJoint(spec, sampleLine()).selection.judgements.filter((j) => j.verdict !== 'refused');
          const isHeld = may.some((j) => held.includes(j.filler.id));
          expect(held.includes(chosen.filler.id)).toBe(isHeld);
          expect(missing.includes(chosen.filler.id)).toBe(!isHeld);
        } catch (e) {
          if (!(e instanceof InputError)) throw e;
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe('which joints a rod may make', () => {
  const named = [
    { mark: 'A', plan: planJoint(sampleJoint(), sampleLine()) },
    { mark: 'B', plan: planJoint(stub, sampleLine()) },
    { mark: 'C', plan: planJoint(stub, sampleLine()) },
    { mark: 'D', plan: planJoint(sampleJoint(), sampleLine({ serviceId: 'ammonia' })) },
  ];
  it('and why not the others, most of them first', () => {
    const served = servedBy('BCuP-5', named);
    expect(served.may).toEqual(['A']);
    expect(served.mayNot.map((r) => r.marks)).toEqual([['B', 'C'], ['D']]);
    expect(served.mayNot[0]?.says).toContain('Phosphorus turns iron brittle');
    expect(served.mayNot[1]?.says).toContain('Ammonia attacks');
  });
  it('each joint once, whatever the rod', () => {
    for (const { id } of SHIPPED.fillers) {
      const { may, mayNot } = servedBy(id, named);
      expect([...may, ...mayNot.flatMap((r) => r.marks)].sort()).toEqual(['A', 'B', 'C', 'D']);
    }
    expect(servedBy('no such rod', named.slice(0, 1)).mayNot[0]?.says).toBe('This rod is not in the tables.');
  });
});
