import type { Joint } from '@hephaist/contracts/records/joint';
import { planner, sum } from '@hephaist/contracts/records/planner';
import { shopOf } from '@hephaist/contracts/records/shop';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh.js';
import { groupWork, workOf } from './work';

const demo = saltmarsh('2026-06-15');
const plan = planner(demo.job, demo.lines, shopOf(demo.ownRows, demo.procedures));
const summaryOf = (j: Joint) => sum(plan(j));
const last = new Map(demo.logs.map((l) => [l.jointId, l]));
const work = workOf(demo.joints, summaryOf, last);

describe('what a job asks of its crew', () => {
  it('is every joint with a plan that is not set aside; a seam asks nothing of it', () => {
    const left = demo.joints.filter((j) => !work.some((w) => w.joint.id === j.id));
    expect(left.every((j) => j.setAside || j.groove || !plan(j).plan)).toBe(true);
    expect(left.length).toBeGreaterThan(0);
    for (const w of work.slice(0, 40)) expect(w.asks).toEqual(plan(w.joint).plan?.asks);
  });

  it('a gap counts for a procedure only where somebody measured or stated it', () => {
    const by = (mode: string) => work.find((w) => w.joint.fitUp.mode === mode)?.cover.gapM;
    expect(by('nominal')).toBeNull();
    expect(by('measured')).toBeGreaterThan(0);
  });

  it('what was accepted is no longer open; what was rejected still is', () => {
    const rejected = demo.logs.find((l) => l.visual === 'rejected');
    expect(work.find((w) => w.joint.id === rejected?.jointId)?.open).toBe(true);
    const accepted = new Set(demo.logs.filter((l) => l.visual === 'accepted').map((l) => l.jointId));
    for (const w of work) expect(w.open).toBe(!accepted.has(w.joint.id));
  });

  it('groups lose no joint, and all of one ask the same', () => {
    const groups = groupWork(work);
    expect(groups.flatMap((g) => g.joints)).toHaveLength(work.length);
    expect(groups.length).toBeLessThan(work.length / 3);
    for (const { asks, joints } of groups)
      for (const w of joints)
        expect({ ...w.asks, odM: 0, pNumbers: [...w.asks.pNumbers].sort() }).toEqual({
          ...asks,
          odM: 0,
          pNumbers: [...asks.pNumbers].sort(),
        });
  });

  it('what the worker still has is left out until it comes', () => {
    expect(workOf(demo.joints, () => null, last)).toEqual([]);
  });
});
