import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FILLERS } from '../fillers/fillers.js';
import { coldGap } from '../fit-up/gap.js';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { type JointPlan, planJoint } from '../joint/plan.js';
import { measuredGapIn, sampleFacts, sampleJoint, sampleLine } from '../testing/samples.js';
import { findTube } from '../tube/tube.js';
import { DEFAULT_WEIGHTS } from './preferences.js';
import { plainFit, selectFiller } from './select.js';

type Line = Partial<LineConditions>;
const socket = (metalId: string, kind: JointSpec['socket']['kind'] = 'fitting'): Partial<JointSpec> => ({
  socket: { kind, metalId, depthM: null, cup: null },
});
const plan = (joint: Partial<JointSpec> = {}, line: Line = {}): JointPlan =>
  planJoint(sampleJoint(joint), sampleLine(line));

describe('the selection', () => {
  it('returns every class with a verdict, and names solders only to refuse them', () => {
    const s = plan().selection;
    expect(s.judgements).toHaveLength(FILLERS.length);
    expect(s.judgements.filter((j) => j.verdict === 'chosen')).toHaveLength(1);
    for (const j of s.judgements.filter((x) => x.verdict === 'refused'))
      expect(j.findings.some((f) => f.effect === 'refuse')).toBe(true);
    expect(s.solders.every((f) => f.effect === 'refuse')).toBe(true);
  });

  it('takes the class the user insists on only where no rule refuses it', () => {
    expect(plan({ fillerId: 'BCuP-3' }).selection.chosen?.filler.id).toBe('BCuP-3');
    expect(plan({ fillerId: 'BCuP-3', ...socket('plated-steel', 'stub') }).selection.chosen?.filler.group).toBe('BAg');
  });

  it('counts a procedure that covers rod and flux', () => {
    const p = planJoint(sampleJoint(), sampleLine(), {
      procedures: [{ id: '1', name: 'BPS-1 rev A', fNumbers: ['103'], fluxIds: [] }],
    });
    expect(p.selection.chosen?.findings.find((f) => f.rule === 'procedure-cover')?.says).toBe(
      'Covered by BPS-1 rev A.',
    );
    expect(p.troubles).not.toContain('needs a procedure');
  });
});

describe('selection properties', () => {
  const tube = findTube('acr', '1-1/8');
  const facts = (socketId: string) => sampleFacts('copper', socketId);

  it('a refused filler never becomes best, whatever the weights (price included)', () => {
    const weight = fc.double({ min: -1000, max: 1000, noNaN: true });
    fc.assert(
      fc.property(
        fc.constantFrom('copper', 'plated-steel', 'brass-forging', 'stainless-304'),
        weight,
        weight,
        weight,
        (metal, silverPerPercent, gap, noFlux) => {
          const cold = plainFit(coldGap(tube!, measuredGapIn(0.003)));
          const plain = selectFiller(facts(metal), cold);
          const priced = selectFiller(facts(metal), cold, {
            weights: { ...DEFAULT_WEIGHTS, silverPerPercent, gap, noFlux },
          });
          const refused = (s: typeof plain) =>
            s.judgements
              .filter((j) => j.verdict === 'refused')
              .map((j) => j.filler.id)
              .sort();
          expect(refused(priced)).toEqual(refused(plain));
          expect(refused(plain)).not.toContain(priced.chosen?.filler.id);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('widening the gap past a narrow band never lifts the narrow-band rod over the wide-band one', () => {
    const place = (gapIn: number, id: string): number => {
      const s = selectFiller(facts('copper'), plainFit(coldGap(tube!, measuredGapIn(gapIn))));
      return s.judgements.find((j) => j.filler.id === id)?.rank ?? Infinity;
    };
    fc.assert(
      fc.property(
        fc.double({ min: 0.002, max: 0.006, noNaN: true }),
        fc.double({ min: 0, max: 0.002, noNaN: true }),
        (gap, more) => {
          if (place(gap, 'BCuP-4') > place(gap, 'BCuP-5'))
            expect(place(gap + more, 'BCuP-4')).toBeGreaterThanOrEqual(place(gap + more, 'BCuP-5'));
        },
      ),
      { numRuns: 60 },
    );
  });

  it('gives the same answer every time', () => {
    expect(plan().selection.judgements.map((j) => j.filler.id)).toEqual(
      plan().selection.judgements.map((j) => j.filler.id),
    );
  });
});
