import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FILLERS } from '../fillers/fillers.js';
import { GAP_ROUNDING_M } from '../fit-up/readings.js';
import { InputError } from '../source/problem.js';
import { anyJoint, anyLine } from '../testing/arbitraries.js';
import { sampleJoint, sampleLine } from '../testing/samples.js';
import { TUBES } from '../tube/tube.js';
import { INCH } from '../units/units.js';
import { cautionsFor } from './cautions.js';
import type { JointSpec, LineConditions } from './joint.js';
import { type JointPlan, planJoint } from './plan.js';
import { verdictSentence } from './verdict-sentence.js';

/** A plan, or null where the joint has no socket table. */
function planOrNull(joint: JointSpec, line: LineConditions): JointPlan | null {
  try {
    return planJoint(joint, line);
  } catch (e) {
    if (e instanceof InputError && e.problems.every((p) => p.field === 'fitUp.mode' || p.field === 'socket.cup'))
      return null;
    throw e;
  }
}
const always = (says: (plan: JointPlan, joint: JointSpec, line: LineConditions) => void): void =>
  fc.assert(
    fc.property(anyJoint, anyLine, (joint, line) => {
      const plan = planOrNull(joint, line);
      if (plan) says(plan, joint, line);
    }),
    { numRuns: 400 },
  );

describe('whatever the joint', () => {
  it('every class has a verdict, and every refusal a reason with a source', () => {
    always(({ selection }) => {
      expect(selection.judgements).toHaveLength(FILLERS.length);
      for (const j of selection.judgements) {
        for (const f of j.findings) expect(f.source.name.length).toBeGreaterThan(3);
        if (j.verdict === 'refused')
          expect([...j.findings, ...selection.jointFindings].some((f) => f.effect === 'refuse')).toBe(true);
        else expect(j.findings.some((f) => f.effect === 'refuse')).toBe(false);
      }
    });
  });

  it('no phosphorus on iron or nickel, no cadmium on what is drunk or breathed, no copper in ammonia', () => {
    always(({ selection, tubeMetal, socketMetal, service }) => {
      const families = [tubeMetal.family, socketMetal.family];
      for (const j of selection.judgements.filter((x) => x.verdict !== 'refused')) {
        if (j.filler.group === 'BCuP') expect(families.every((f) => f === 'copper' || f === 'brass')).toBe(true);
        if (j.filler.composition.Cd) expect(service.potable || service.kind === 'medical').toBe(false);
        if (service.kind === 'ammonia') expect(families.some((f) => f === 'copper' || f === 'brass')).toBe(false);
        if (families.includes('brass')) expect(j.flux).not.toBeNull();
        if (service.kind === 'fuel-gas') expect(j.filler.composition.P ?? 0).toBeLessThanOrEqual(0.05);
      }
    });
  });

  it('an allowed rod never melts its base metal, and its gap is open at heat', () => {
    always((plan) => {
      const { selection, tubeMetal, socketMetal } = plan;
      const solidus = Math.min(tubeMetal.solidusK, socketMetal.solidusK);
      for (const j of selection.judgements.filter((x) => x.verdict !== 'refused')) {
        expect(j.filler.brazingK.min).toBeLessThan(solidus);
        expect(j.gap.sideM).toBeGreaterThan(0);
        if (plan.patch === null) expect(j.gap.sideM).toBeLessThanOrEqual(j.filler.bridgesToM + GAP_ROUNDING_M + 1e-9);
      }
    });
  });

  it('ranks are 1, 2, 3 … in falling score', () => {
    always(({ selection }) => {
      const allowed = selection.judgements.filter((j) => j.verdict !== 'refused');
      allowed.forEach((j, i) => {
        expect(j.rank).toBe(i + 1);
        const next = allowed[i + 1];
        if (next) expect(j.score).toBeGreaterThanOrEqual(next.score);
        expect(j.scoreLines.reduce((s, l) => s + l.points, 0)).toBeCloseTo(j.score, 9);
      });
    });
  });

  it('numbers are finite and of the right sign', () => {
    always(({ overlap, filler, purge, rating, gap }) => {
      expect(overlap.overlapM).toBeGreaterThan(0);
      expect(overlap.answers.filter((a) => a.governs)).toHaveLength(1);
      if (filler) expect(filler.massKg > 0 && filler.massKg < 5 && Number.isFinite(filler.lengthM)).toBe(true);
      if (purge) expect(purge.waitS > 0 && Number.isFinite(purge.waitS)).toBe(true);
      if (rating.ratedPa !== null) expect(rating.ratedPa).toBeGreaterThan(0);
      expect(gap.minM).toBeLessThanOrEqual(gap.sideM + 1e-12);
      expect(gap.maxM).toBeGreaterThanOrEqual(gap.sideM - 1e-12);
    });
  });

  it('has a sentence, and the hot-work caution at its first step', () => {
    always((plan) => {
      const s = verdictSentence('J-1', plan);
      expect(s.lead).toContain('J-1');
      expect(s.rod).toBe(plan.selection.chosen?.filler.id ?? null);
      expect(cautionsFor(plan).some((c) => c.id === 'fire')).toBe(true);
      if (plan.service.purge === 'required') expect(cautionsFor(plan).some((c) => c.step === 'purge')).toBe(true);
    });
  });

  it('more pressure never makes trouble less', () => {
    const rank = { none: 0, look: 1, stop: 2 } as const;
    always((plan, joint, line) => {
      const harder = planOrNull(joint, { ...line, designPa: line.designPa + 1e6, testPa: line.testPa + 1e6 });
      expect(rank[harder?.trouble ?? 'stop']).toBeGreaterThanOrEqual(rank[plan.trouble]);
    });
  });

  it('an annealed tube never rates above the drawn one', () => {
    for (const t of TUBES.filter((x) => x.standardId !== 'pipe-40')) {
      const plan = planOrNull(
        sampleJoint({
          tube: { standardId: t.standardId, size: t.size, metalId: 'copper' },
          socket: { kind: 'stub', metalId: 'copper', depthM: 0.02, cup: null },
          fitUp: { mode: 'stated', gapSideM: 0.003 * INCH },
        }),
        sampleLine(),
      );
      if (plan?.rating.drawnPa) expect(plan.rating.ratedPa ?? 0).toBeLessThan(plan.rating.drawnPa);
    }
  });
});
