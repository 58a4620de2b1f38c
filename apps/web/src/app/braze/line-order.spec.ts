import { planner } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { summaryOf } from '@hephaist/core/joint/summary';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { lineOrder } from './line-order';

const demo = saltmarsh('2026-06-15');
const planOf = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
const summary = (j: (typeof demo.joints)[number]) => {
  const { plan } = planOf(j);
  return plan ? summaryOf(plan) : null;
};
const of = (line: (typeof demo.lines)[number]) => demo.joints.filter((j) => j.lineId === line.id && !j.setAside);

describe('the joints of a line in the order nitrogen wants them', () => {
  it('each open joint stands once, made ones do not', () => {
    for (const line of demo.lines) {
      const joints = of(line);
      const made = new Set(joints.slice(0, 2).map((j) => j.id));
      const ids = lineOrder(line, joints, summary, (j) => !made.has(j.id)).flatMap((s) => s.jointIds);
      expect([...ids].sort()).toEqual(
        joints
          .filter((j) => !made.has(j.id))
          .map((j) => j.id)
          .sort(),
      );
    }
  });
  it('a branched line is worked vent by vent', () => {
    const branched = demo.lines.find((l) => (l.layout?.runs.length ?? 0) > 3);
    const stretches = branched ? lineOrder(branched, of(branched), summary, () => true) : [];
    expect(stretches.filter((s) => s.vent).length).toBeGreaterThan(1);
  });
  it('joints that are not planned yet stand last, as in the schedule', () => {
    const [line] = demo.lines;
    const joints = line ? of(line) : [];
    const [last] = line
      ? lineOrder(
          line,
          joints,
          () => null,
          () => true,
        )
      : [];
    expect(last).toEqual({ vent: null, jointIds: joints.map((j) => j.id) });
  });
});
