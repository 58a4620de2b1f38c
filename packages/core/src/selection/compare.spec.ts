import { describe, expect, it } from 'vitest';
import { planJoint } from '../joint/plan.js';
import { measuredGapIn, sampleJoint, sampleLine } from '../testing/samples.js';
import { inUnits } from '../units/say.js';
import { compareFillers } from './compare.js';

const plan = planJoint(sampleJoint({ fitUp: measuredGapIn(0.0032) }), sampleLine());
const prices = { silverPerKg: 1000, basePerKg: 30 };
const row = (a: string, b: string, what: string) =>
  compareFillers(plan, a, b, prices)?.rows.find((r) => r.what === what);

describe('two classes on one joint', () => {
  it('says each figure of both, and which is better here', () => {
    expect(row('BCuP-5', 'BCuP-2', 'Silver')).toEqual({ what: 'Silver', a: '15 %', b: '0 %', better: 'b' });
    expect(row('BCuP-5', 'BAg-5', 'Flux')).toMatchObject({ a: 'none', better: 'a' });
    expect(inUnits(row('BCuP-5', 'BCuP-2', 'Melts')?.a ?? '', 'us')).toBe('1190 °F to 1475 °F, sluggish');
    expect(row('BCuP-5', 'BCuP-2', 'Likely in band')?.better).toBe('a');
    expect(row('BCuP-5', 'BCuP-5', 'Silver')?.better).toBeNull();
  });
  it('the points add up to the scores', () => {
    const c = compareFillers(plan, 'BCuP-5', 'BAg-24', prices)!;
    expect(c.scores.reduce((s, l) => s + l.a, 0)).toBeCloseTo(c.a.score, 9);
    expect(c.scores.reduce((s, l) => s + l.b, 0)).toBeCloseTo(c.b.score, 9);
  });
  it('a refused one carries its reason, and a class not on file gives nothing', () => {
    expect(row('BCuP-5', 'RBCuZn-C', 'Verdict')?.b).toBeTruthy();
    expect(row('BAg-1', 'BCuP-5', 'Verdict')?.a).toContain('cadmium');
    expect(compareFillers(plan, 'BCuP-5', 'BXX-1', prices)).toBeNull();
  });
  it('costs the silver of the mass it needs: worked by hand', () => {
    const c = compareFillers(plan, 'BCuP-5', 'BCuP-2', prices)!;
    const cost = Number(c.rows.find((r) => r.what.startsWith('Costs'))?.a);
    expect(cost).toBeCloseTo((plan.filler?.massKg ?? 0) * (30 + 0.15 * 1000), 2);
  });
});
