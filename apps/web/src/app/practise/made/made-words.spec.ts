import { watchHand } from '@hephaist/core/practise/watch-hand';
import { sampleBench } from '@hephaist/core/testing/sample-bench';
import { describe, expect, it } from 'vitest';
import { curvesOf, cutWords, litAt, momentsOf, numbersBeside, numbersOf, verdictWords } from './made-words';

const watched = watchHand(
  sampleBench(),
  { heats: 'mouth', feedsWhen: 'mouth hot', staysUntilK: 740 },
  () => undefined,
  { cellsAlong: 40, cellsRound: 16 },
);

describe('what came of a watched hand', () => {
  it('in one line: what passes by how much is filled, what fails by its first fault', () => {
    expect(verdictWords(watched)).toBe('✕ Fails: A ring all round, but a void inside when it is cut');
    const passes = { ...watched, cut: { ...watched.cut, passes: true, filled: 0.984 } };
    expect(verdictWords(passes)).toBe('✓ Passes: 98 % filled');
    const unknown = { ...watched, faults: [], cut: { ...watched.cut, visual: null, filled: 0.5 } };
    expect(verdictWords(unknown)).toBe('✕ Fails: 50 % filled');
  });
  it('its numbers, the part nearby only where there is one', () => {
    const names = numbersOf(watched, 'us').map(([what]) => what);
    expect(names).toContain('Under the flame');
    expect(names).not.toContain('Part nearby, at most');
    const near = numbersOf({ ...watched, partPeakK: 373.15 }, 'us');
    expect(near.at(-1)).toEqual(['Part nearby, at most', '212 °F']);
    expect(numbersOf({ ...watched, partPeakK: 373.15 }, 'metric').at(-1)?.[1]).toBe('100 °C');
  });
  it('beside another: the same numbers of both, and its curve from the same lighting', () => {
    const other = { ...watched, partPeakK: 373.15, happened: [['lit', litAt(watched) + 7]] as const };
    const rows = numbersBeside([watched, other], 'us');
    expect(rows.every((r) => r.says.length === 2)).toBe(true);
    expect(rows.at(-1)).toEqual({ what: 'Part nearby, at most', says: ['', '212 °F'] });
    const { curves } = curvesOf(watched, 'us', { name: 'a good hand', made: other });
    const [own, theirs] = [curves.find((c) => c.id === 'inner end')!, curves.find((c) => c.id === 'a good hand')!];
    const hottest = (points: readonly (readonly [number, number])[]): number =>
      points.reduce((a, b) => (b[1] > a[1] ? b : a))[0];
    // It was lit seven seconds later, and is drawn seven sooner.
    expect(hottest(theirs.points)).toBeCloseTo(hottest(own.points) - 7, 0);
    expect(cutWords(watched)).toBe('12 and 6, and at 3 and 9');
  });
  it('three curves until a minute after the flame; moments with where it stands now', () => {
    const { curves, endS } = curvesOf(watched, 'us');
    expect(curves.map((c) => c.id)).toEqual(['edge', 'inner end', 'hottest']);
    for (const c of curves) expect(c.points.at(-1)![0]).toBeLessThanOrEqual(endS);
    const moments = momentsOf(watched, 12);
    expect(moments.map((m) => m.word)).toEqual(expect.arrayContaining(['rod ran', 'air shut in']));
    expect(moments.at(-1)).toEqual({ at: 12, word: 'now', now: true });
  });
});
