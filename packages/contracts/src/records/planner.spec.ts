import { DEFAULT_WEIGHTS } from '@hephaist/core/selection/preferences';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import type { Joint } from './joint.js';
import { planKey, planner, sum } from './planner.js';
import { shopOf } from './shop.js';

const demo = saltmarsh('2026-06-15');
const shop = shopOf(demo.ownRows, demo.procedures);
const plan = planner(demo.job, demo.lines, shop);
const joint = (mark: string): Joint => demo.joints.find((j) => j.mark === mark)!;

describe('the planner', () => {
  it('plans every joint of the demo, a seam as a seam', () => {
    for (const j of demo.joints) {
      const planned = plan(j);
      expect(planned.problems, j.mark).toBeNull();
      expect(planned.seam !== null).toBe(j.socket.kind === 'groove');
    }
  });
  it('the short of a plan says what the plan says', () => {
    for (const j of demo.joints) {
      const planned = plan(j);
      const { summary } = sum(planned);
      if (!planned.plan || !summary) continue;
      const { selection, gap, overlap, rating, filler, trouble } = planned.plan;
      expect(summary.fillerId).toBe(selection.chosen?.filler.id ?? null);
      expect(summary.fluxId).toBe(selection.chosen?.flux?.id ?? null);
      expect(summary.gapSideM).toBe(gap.sideM);
      expect(summary.overlapM).toBe(overlap.overlapM);
      expect(summary.ratedPa).toBe(rating.ratedPa);
      expect(summary.netM3).toBe(filler?.netM3 ?? 0);
      expect(summary.trouble).toBe(trouble);
      expect(summary.allowed.map((a) => a.id)).toEqual(
        selection.judgements.filter((x) => x.verdict !== 'refused').map((x) => x.filler.id),
      );
    }
  });
  it('everything that matters to a plan is in its key, and no name is', () => {
    const base = joint('PF-04');
    const changes: Partial<Joint>[] = [
      { lineId: joint('OX-01').lineId },
      { tube: { ...base.tube, size: '7/8' } },
      { socket: { ...base.socket, metalId: 'brass-forging' } },
      { fitUp: { mode: 'stated', gapSideM: 1e-4 } },
      { position: 'up-feed' },
      { partNearby: { partId: 'txv', distanceM: 0.1 } },
      { movement: true },
      { fillerId: 'BCuP-2' },
      { rodForm: 'ring' },
      { cadmiumReason: 'customer' },
      { schools: { silver: 'low' } },
    ];
    const keys = [base, ...changes.map((c) => ({ ...base, ...c }))].map(planKey);
    expect(new Set(keys).size).toBe(keys.length);
    for (const same of [{ mark: 'Z-1' }, { note: 'x' }, { sort: 9 }, { setAside: 'later' }, { id: 'other' }])
      expect(planKey({ ...base, ...same })).toBe(planKey(base));
  });
  it('what the job, the line and the joint hold all reach the plan', () => {
    const permissive = planner({ ...demo.job, schools: { phosphorusOnBrass: 'permissive' } }, demo.lines, shop);
    const rods = (p: ReturnType<typeof plan>): string[] =>
      p.plan?.selection.judgements.filter((j) => j.verdict !== 'refused').map((j) => j.filler.id) ?? [];
    expect(rods(plan(joint('PF-05')))).not.toContain('BCuP-5');
    expect(rods(permissive(joint('PF-05')))).toContain('BCuP-5');
    const strictLine = demo.lines.map((l) => ({ ...l, schools: { phosphorusOnBrass: 'strict' as const } }));
    expect(
      rods(planner({ ...demo.job, schools: { phosphorusOnBrass: 'permissive' } }, strictLine, shop)(joint('PF-05'))),
    ).not.toContain('BCuP-5');
    const cold = planner(
      demo.job,
      demo.lines.map((l) => ({ ...l, fitUpK: 260 })),
      shop,
    );
    const hot = (p: ReturnType<typeof plan>): number => p.plan?.selection.chosen?.gap.sideM ?? NaN;
    expect(hot(cold(joint('PF-07')))).toBeLessThan(hot(plan(joint('PF-07'))));
  });
  it('the company’s weights rank, and never admit what a rule refuses', () => {
    const odd = planner(demo.job, demo.lines, { ...shop, weights: { ...DEFAULT_WEIGHTS, silverPerPercent: -50 } });
    for (const mark of ['PF-04', 'PF-05', 'PF-07', 'HP-01']) {
      const [a, b] = [plan(joint(mark)).plan!, odd(joint(mark)).plan!];
      const refused = (p: typeof a): string[] =>
        p.selection.judgements
          .filter((j) => j.verdict === 'refused')
          .map((j) => j.filler.id)
          .sort();
      expect(refused(b)).toEqual(refused(a));
    }
    expect(odd(joint('PF-04')).plan?.selection.chosen?.filler.composition.Ag).toBeUndefined();
  });
  it('carrying a set of rods brings its joints to it where that is of like worth', () => {
    const carried = planner({ ...demo.job, carried: ['BAg-24'] }, demo.lines, shop);
    expect(plan(joint('PF-07')).plan?.selection.chosen?.filler.id).toBe('BAg-7');
    expect(carried(joint('PF-07')).plan?.selection.chosen?.filler.id).toBe('BAg-24');
  });
});
