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
  it('every row, worked out on a 1-1/8 copper joint with a gap of 0.0032', () => {
    const c = compareFillers(plan, 'BCuP-5', 'BAg-5', prices)!;
    expect(c.rows.map((r) => [r.what, inUnits(r.a, 'us'), inUnits(r.b, 'us'), r.better])).toEqual([
      ['Verdict', 'chosen', `allowed, rank ${c.b.rank}`, null],
      ['Flux', 'none', 'FB3-A', 'a'],
      ['Gap per side at heat', '0.0032 in, in band', '0.0032 in, in band', null],
      ['Its band', '0.0020 in to 0.0050 in', '0.0020 in to 0.0050 in', null],
      ['Likely in band', '100 %', '100 %', null],
      ['Melts', '1190 °F to 1475 °F, sluggish', '1225 °F to 1370 °F, medium', null],
      // A third of the way through the brazing range: 1300 to 1500 °F of BCuP-5, 1370 to 1550 of BAg-5 (AWS A5.8).
      ['Work at', '1367 °F', '1430 °F', 'a'],
      // Copper melts from 1981 °F.
      ['Room under the base metal', '481 °F', '431 °F', 'a'],
      ['Silver', '15 %', '45 %', 'a'],
      ['Rod for this joint', '0.070 oz', '0.077 oz', 'a'],
      ['Costs, with silver as priced', '0.36', '1.04', 'a'],
    ]);
    const turned = compareFillers(plan, 'BAg-5', 'BCuP-5', prices)!;
    expect(turned.rows.map((r) => r.better)).toEqual(c.rows.map((r) => (r.better === 'a' ? 'b' : r.better)));
  });
  it('one that is refused says all that refuses it; with the joint itself, that', () => {
    const refused = compareFillers(plan, 'RBCuZn-C', 'BCuP-5', prices)!;
    const [verdict] = refused.rows;
    const says = refused.a.findings.filter((f) => f.effect === 'refuse').map((f) => f.says);
    expect(verdict?.a).toBe(`refused: ${says.join(' ')}`);
    expect(verdict?.better).toBe('b');
    const ammonia = planJoint(sampleJoint(), sampleLine({ serviceId: 'ammonia' }));
    const [joint] = compareFillers(ammonia, 'BCuP-5', 'BCuP-3', prices)?.rows ?? [];
    expect([joint?.a.startsWith('refused: '), joint?.better]).toEqual([true, null]);
  });
  it('a line of the score that only one has stands with nothing for the other', () => {
    const { scores, a, b } = compareFillers(plan, 'BCuP-5', 'BAg-5', prices)!;
    const only = scores.filter(
      (s) => !a.scoreLines.some((l) => l.id === s.id) || !b.scoreLines.some((l) => l.id === s.id),
    );
    expect(only.map((s) => s.id)).toContain('no-flux');
    const flux = only.find((s) => s.id === 'no-flux');
    expect(flux).toEqual({ id: 'no-flux', says: 'needs no flux', a: 12, b: 0 });
    for (const s of scores) expect(s.says).not.toBe(s.id);
  });
});
