import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { JointSummary } from '../joint/summary.js';
import { rodSets } from './rod-set.js';

const joint = (...allowed: [string, number][]): JointSummary => ({
  fillerId: allowed[0]?.[0] ?? null,
  fluxId: null,
  gapSideM: 1e-4,
  hotSideM: 1e-4,
  overlapM: 0.02,
  ratedPa: 5e6,
  trouble: 'none',
  troubles: [],
  form: 'flat',
  tubeOdM: 0.02,
  netM3: 1e-7,
  asks: null,
  medical: false,
  heat: null,
  purge: null,
  allowed: [...allowed]
    .sort((a, b) => b[1] - a[1])
    .map(([id, score]) => ({ id, score, netM3: 1e-7, gapVerdict: 'in band' as const })),
});

/** The smallest cover and the most points at each size, by trying every subset. */
function brute(joints: readonly JointSummary[]): { smallest: number; points: Map<number, number> } {
  const classes = [...new Set(joints.flatMap((j) => j.allowed.map((a) => a.id)))];
  const servable = joints.filter((j) => j.allowed.length).length;
  let smallest = Infinity;
  const best = new Map<number, [number, number]>();
  for (let mask = 1; mask < 1 << classes.length; mask++) {
    const rods = classes.filter((_, i) => mask & (1 << i));
    let [served, points] = [0, 0];
    for (const j of joints) {
      const scores = j.allowed.filter((a) => rods.includes(a.id)).map((a) => a.score);
      if (scores.length) {
        served += 1;
        points += Math.max(...scores);
      }
    }
    if (served === servable) smallest = Math.min(smallest, rods.length);
    const before = best.get(rods.length);
    if (!before || served > before[0] || (served === before[0] && points > before[1]))
      best.set(rods.length, [served, points]);
  }
  return { smallest, points: new Map([...best].map(([k, [, p]]) => [k, p])) };
}

describe('the smallest set of rods', () => {
  it('one rod where one serves all, and what a second gains', () => {
    const sets = rodSets([joint(['A', 50], ['B', 40]), joint(['B', 60], ['C', 70]), joint(['B', 30])]);
    expect(sets.smallest?.rods).toEqual(['B']);
    expect(sets.smallest?.firstChoice).toBe(1);
    expect(sets.bySize[1]?.points).toBe(140);
    expect(sets.exact).toBe(true);
  });
  it('counts joints that nothing serves, without asking for them', () => {
    const sets = rodSets([joint(['A', 1]), joint()]);
    expect([sets.joints, sets.servable, sets.smallest?.served]).toEqual([2, 1, 1]);
  });
  it('an empty job needs none', () => expect(rodSets([])).toMatchObject({ servable: 0, smallest: null, bySize: [] }));
  it('agrees with trying every subset', () => {
    const rods = ['A', 'B', 'C', 'D', 'E', 'F'];
    const anyJoint = fc
      .subarray(rods)
      .chain((ids) =>
        fc.tuple(...ids.map((id) => fc.integer({ min: 0, max: 99 }).map((s): [string, number] => [id, s]))),
      )
      .map((allowed) => joint(...(allowed as [string, number][])));
    fc.assert(
      fc.property(fc.array(anyJoint, { minLength: 1, maxLength: 12 }), (joints) => {
        const want = brute(joints);
        const got = rodSets(joints, 6);
        if (got.servable === 0) return;
        expect(got.smallest?.rods.length).toBe(want.smallest);
        for (const set of got.bySize) expect(set.points).toBeCloseTo(want.points.get(set.rods.length) ?? NaN, 6);
      }),
      { numRuns: 80 },
    );
  });
});
