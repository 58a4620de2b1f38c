import { lineConditions } from '@hephaist/contracts/records/conditions';
import { workingK } from '@hephaist/core/fillers/fillers';
import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import { type JointPlan, planJoint } from '@hephaist/core/joint/plan';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { hourPoint, sweepAngles } from './clock-geometry';
import { ladderOf, spread } from './ladder-bands';
import { hotEndK, SECTION_HEIGHT, SECTION_WIDTH, sectionGeometry } from './section-geometry';

const demo = saltmarsh('2026-06-15');
const planOf = (mark: string): JointPlan => {
  const joint = demo.joints.find((j) => j.mark === mark);
  const line = demo.lines.find((l) => l.id === joint?.lineId);
  if (!joint || !line) throw new Error(mark);
  return planJoint(joint, lineConditions(line, demo.job));
};

describe('the section', () => {
  it('is true to scale: overlap to outside diameter as in the joint, gap times its stated exaggeration', () => {
    for (const joint of demo.joints.filter((j) => !j.groove)) {
      const plan = planOf(joint.mark);
      const g = sectionGeometry(plan, hotEndK(plan));
      const scale = (g.socket.stopX - g.socket.x0) / plan.overlap.overlapM;
      expect(g.tube.outer / (plan.tube.odM / 2)).toBeCloseTo(scale, 6);
      expect(g.gap).toBeCloseTo(Math.max(0, g.hot.sideM) * scale * g.exaggeration, 6);
      expect(g.socket.x1).toBeLessThanOrEqual(SECTION_WIDTH);
      expect(g.tube.outer).toBeLessThan(SECTION_HEIGHT);
    }
  });

  it('closes copper in steel with heat and shows no filler in a cold joint', () => {
    const plan = planOf('PF-07');
    const cold = sectionGeometry(plan, AMBIENT_K);
    const hot = sectionGeometry(plan, hotEndK(plan));
    expect(hot.gap).toBeLessThan(cold.gap / 2);
    expect(cold.filled).toBe(false);
    expect(hot.filled).toBe(true);
  });
});

describe('the ladder', () => {
  it('nests for every chosen rod: work inside brazing, brazing inside flux, all under the metals', () => {
    for (const joint of demo.joints.filter((j) => !j.groove)) {
      const plan = planOf(joint.mark);
      const chosen = plan.selection.chosen;
      if (!chosen) continue;
      const ladder = ladderOf(plan, 310, null);
      const band = (id: string) => ladder.bands.find((b) => b.id === id);
      const brazing = band('brazing-0');
      if (!brazing) throw new Error('no brazing band');
      expect(workingK(chosen.filler)).toBeGreaterThan(brazing.fromK);
      expect(workingK(chosen.filler)).toBeLessThan(brazing.toK);
      const flux = band('flux-0');
      if (flux) expect(flux.fromK <= brazing.fromK && flux.toK >= brazing.toK).toBe(true);
      for (const metal of ladder.bands.filter((b) => b.kind === 'melts'))
        expect(metal.fromK).toBeGreaterThan(brazing.fromK);
    }
  });

  it('keeps labels apart in their order', () => {
    expect(spread([10, 12, 40, 41], 14)).toEqual([10, 24, 40, 54]);
    expect(spread([41, 10], 14)).toEqual([41, 10]);
  });
});

describe('the clock', () => {
  it('has 12 up, 3 right, 6 down', () => {
    expect(hourPoint(12, 10).y).toBeCloseTo(-10, 9);
    expect(hourPoint(3, 10).x).toBeCloseTo(10, 9);
    expect(hourPoint(6, 10).y).toBeCloseTo(10, 9);
  });
  it('sweeps the way it says', () => {
    const right = sweepAngles({ fromHour: 5, toHour: 0.3, clockwise: true });
    expect(right.end).toBeGreaterThan(right.start);
    const left = sweepAngles({ fromHour: 5, toHour: 11.7, clockwise: false });
    expect(left.end).toBeLessThan(left.start);
    const round = sweepAngles({ fromHour: 6, toHour: 18.6, clockwise: true });
    expect(round.end - round.start).toBeGreaterThan(2 * Math.PI);
  });
});
