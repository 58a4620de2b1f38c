import { describe, expect, it } from 'vitest';
import { FILLERS } from '../fillers/fillers.js';
import { bushGap, coldGap } from '../fit-up/gap.js';
import { GAP_ADVICE } from '../fit-up/gap-verdict.js';
import { findMetal } from '../metals/metals.js';
import { findService } from '../services/services.js';
import { measuredGapIn, sampleFacts } from '../testing/samples.js';
import { findTube } from '../tube/tube.js';
import { INCH } from '../units/units.js';
import type { JointFacts } from './facts.js';
import { type ColdFit, plainFit, selectFiller } from './select.js';

const tube = findTube('acr', '1-1/8')!;
const fitOf = (gapIn: number): ColdFit => plainFit(coldGap(tube, measuredGapIn(gapIn)));
const facts = (a: string, b: string, change: Partial<JointFacts> = {}): JointFacts => sampleFacts(a, b, change);
const rods = (...ids: string[]) => FILLERS.filter((f) => ids.includes(f.id));

describe('what to do where no rod is allowed', () => {
  it('nothing is said where one is', () => {
    expect(selectFiller(facts('copper', 'copper'), fitOf(0.003)).instead).toBeNull();
  });
  it('what the rule that refuses the joint says comes first', () => {
    const s = selectFiller(facts('copper', 'copper', { service: findService('ammonia')! }), fitOf(0.003));
    const refusal = s.jointFindings.find((f) => f.effect === 'refuse' && f.instead);
    expect(refusal?.instead).toBeTruthy();
    expect(s.instead).toBe(refusal?.instead);
    expect(s.judgements.every((j) => j.verdict === 'refused' && j.scoreLines.length === 0 && j.score === 0)).toBe(true);
  });
  it('a gap that is the only trouble is what to mend: as all rods have it, else as too wide', () => {
    const wide = selectFiller(facts('copper', 'copper'), fitOf(0.03));
    expect(wide.instead).toBe(GAP_ADVICE['too wide']);
    const shut = selectFiller(facts('copper', 'stainless-304'), fitOf(0.00005));
    expect(shut.judgements.filter((j) => j.gapVerdict === 'seizes').length).toBeGreaterThan(0);
    expect(shut.instead).toBe(GAP_ADVICE.seizes);
    // One rod finds it too tight, another too wide: the wider word stands, for no rod is what to change.
    const [thin, thick] = rods('BCuP-4', 'BCuP-5') as [(typeof FILLERS)[0], (typeof FILLERS)[0]];
    const own = [
      { ...thick, gapBandM: { min: 0.02 * INCH, max: 0.03 * INCH }, bridgesToM: 0.03 * INCH },
      { ...thin, gapBandM: { min: 0.0005 * INCH, max: 0.001 * INCH }, bridgesToM: 0.001 * INCH },
    ];
    const mixed = selectFiller(facts('copper', 'copper'), fitOf(0.006), { fillers: own });
    expect(mixed.judgements.map((j) => [j.verdict, j.gapVerdict])).toEqual([
      ['refused', 'tight'],
      ['refused', 'too wide'],
    ]);
    expect(mixed.instead).toBe(GAP_ADVICE['too wide']);
  });
  it('iron and nickel are welded, aluminium goes to its own kind, everything else to copper', () => {
    const with1 = (a: string, b: string, id: string) => selectFiller(facts(a, b), fitOf(0.003), { fillers: rods(id) });
    expect(with1('steel', 'steel', 'BCuP-5').instead).toBe('weld it, or take a threaded or flanged joint');
    expect(with1('steel', 'stainless-304', 'BCuP-5').instead).toBe('weld it, or take a threaded or flanged joint');
    expect(with1('nickel-200', 'nickel-copper-400', 'BCuP-5').instead).toBe(
      'weld it, or take a threaded or flanged joint',
    );
    const copper = 'take another part: copper where the service allows it, or a threaded or flanged joint';
    expect(with1('copper', 'steel', 'BCuP-5').instead).toBe(copper);
    const aluminium = 'take a part in aluminium 3003, a pressed or a flared joint';
    expect(with1('aluminium-3003', 'aluminium-3003', 'BCuP-5').instead).toBe(aluminium);
  });
});

describe('the order of the allowed', () => {
  it('ranks count from 1 without a gap, the best first, the refused after and unranked', () => {
    const s = selectFiller(facts('copper', 'copper'), fitOf(0.003));
    const ranked = s.judgements.filter((j) => j.verdict !== 'refused');
    expect(ranked.map((j) => j.rank)).toEqual(ranked.map((_, i) => i + 1));
    for (let i = 1; i < ranked.length; i++) expect(ranked[i - 1]!.score).toBeGreaterThanOrEqual(ranked[i]!.score);
    expect(s.judgements.slice(ranked.length).every((j) => j.verdict === 'refused' && j.rank === null)).toBe(true);
    expect(s.judgements[0]?.verdict).toBe('chosen');
  });
  it('equal scores fall to the order of the table, whichever way it stands', () => {
    const [one] = rods('BCuP-5');
    const twins = [
      { ...one!, id: 'own-a' },
      { ...one!, id: 'own-b' },
      { ...one!, id: 'own-c' },
    ];
    const order = (fillers: typeof twins) =>
      selectFiller(facts('copper', 'copper'), fitOf(0.003), { fillers }).judgements.map((j) => j.filler.id);
    expect(order(twins)).toEqual(['own-a', 'own-b', 'own-c']);
    expect(order([...twins].reverse())).toEqual(['own-c', 'own-b', 'own-a']);
  });
  it('a class that is insisted on leads where it is allowed, and the rest keep their order', () => {
    const plain = selectFiller(facts('copper', 'copper'), fitOf(0.003));
    const last = plain.judgements.filter((j) => j.verdict === 'allowed').at(-1)!;
    const wished = selectFiller(facts('copper', 'copper'), fitOf(0.003), { chosenId: last.filler.id });
    const ids = (s: typeof plain) => s.judgements.filter((j) => j.verdict !== 'refused').map((j) => j.filler.id);
    expect(ids(wished)).toEqual([last.filler.id, ...ids(plain).filter((id) => id !== last.filler.id)]);
    expect(wished.judgements[1]?.verdict).toBe('allowed');
  });
  it('a procedure that covers a rod lifts it by its weight, and no other', () => {
    const procedures = [{ id: '1', name: 'P', fNumbers: ['103'], fluxIds: [] as string[] }];
    const score = (id: string, change: Partial<JointFacts>) =>
      selectFiller(facts('copper', 'copper', change), fitOf(0.003)).judgements.find((j) => j.filler.id === id)!.score;
    expect(score('BCuP-5', { procedures }) - score('BCuP-5', {})).toBeCloseTo(12, 9);
    expect(score('BAg-24', { procedures }) - score('BAg-24', {})).toBeCloseTo(0, 9);
  });
  it('of a bush the worse of both gaps stands', () => {
    const inner = coldGap(tube, measuredGapIn(0.003));
    const bush = findMetal('copper')!;
    const of = (outerIn: number) =>
      selectFiller(facts('copper', 'copper', { metals: [bush, bush, bush] }), {
        inner,
        outer: { gap: bushGap(inner, 0.05 * INCH, outerIn * INCH), bush },
        fromK: 294,
      }).judgements.find((j) => j.filler.id === 'BCuP-5')!;
    expect(of(0.003).gapVerdict).toBe('in band');
    expect(of(0.03).gapVerdict).toBe('too wide');
    expect(of(0.003).outerGap?.sideM).toBeCloseTo(
      0.003 * INCH * (1 + bush.expansionPerK * (of(0.003).gap.tempK - 294)),
      7,
    );
    const without = selectFiller(facts('copper', 'copper'), plainFit(inner));
    expect(without.judgements.every((j) => j.outerGap === null)).toBe(true);
  });
});
