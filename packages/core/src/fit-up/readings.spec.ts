import { describe, expect, it } from 'vitest';
import { inUnits } from '../units/say.js';
import { INCH } from '../units/units.js';
import { cannotTell, farFromM, GAP_ROUNDING_M, readingProblems } from './readings.js';

/** Readings on 1-1/8 in tube in its cup, inches; the bore is made to 1.130. */
const judged = (
  od: readonly [number, number],
  id: readonly [number, number],
  confirmed?: boolean,
  bore: number | null = 1.13,
): string[] =>
  readingProblems(
    {
      tubeOdM: [od[0] * INCH, od[1] * INCH],
      socketIdM: [id[0] * INCH, id[1] * INCH],
      ...(confirmed === undefined ? {} : { confirmed }),
    },
    1.125 * INCH,
    bore === null ? null : bore * INCH,
  ).map((p) => `${p.kind}: ${inUnits(p.says, 'us')} ${p.instead}`);

describe('readings of a fit (practice)', () => {
  it('a round tube in its cup has nothing against it', () =>
    expect(judged([1.125, 1.125], [1.131, 1.131])).toEqual([]));

  it('the largest of the tube against the smallest of the socket: the mean does not help', () => {
    const stuck =
      'does not go in: The tube reads 1.132 in at its largest, the socket 1.131 in at its smallest: it does not go in. size the tube end round, or take another fitting; never drive it in';
    expect(judged([1.118, 1.132], [1.131, 1.133])).toEqual([stuck]);
    expect(judged([1.132, 1.118], [1.133, 1.131])).toEqual([stuck]);
    expect(judged([1.118, 1.131], [1.131, 1.133])).toEqual([]);
  });

  it('far is a hundredth of an inch and a hundredth of the size', () => {
    expect(farFromM(1 * INCH) / INCH).toBeCloseTo(0.02, 12);
    expect(farFromM(4 * INCH) / INCH).toBeCloseTo(0.05, 12);
    expect(judged([1.125 - 0.0212, 1.125], [1.13, 1.13])).toEqual([]);
    expect(judged([1.125, 1.125 - 0.0213], [1.13, 1.13])).toEqual([
      'far from nominal: Tube reading 1.104 in is far from 1.125 in, which this part is made to. read it again; if it is so, confirm the reading',
    ]);
    expect(judged([1.125, 1.125], [1.13, 1.152])).toEqual([
      'far from nominal: Socket reading 1.152 in is far from 1.130 in, which this part is made to. read it again; if it is so, confirm the reading',
    ]);
    expect(judged([1.0, 1.0], [1.3, 1.3])).toHaveLength(2);
  });

  it('a confirmed reading is meant, but still does not go in; a bore that no table has is not asked about', () => {
    expect(judged([1.0, 1.0], [1.3, 1.3], true)).toEqual([]);
    expect(judged([1.0, 1.0], [1.3, 1.3], false)).toHaveLength(2);
    expect(judged([1.4, 1.4], [1.3, 1.3], true)).toHaveLength(1);
    expect(judged([1.125, 1.125], [1.3, 1.3], undefined, null)).toEqual([]);
  });

  it('an instrument cannot tell once its doubt is wider than half the band', () => {
    const band = { min: 0.001 * INCH, max: 0.005 * INCH };
    expect(cannotTell(0.0019 * INCH, band)).toBe(false);
    expect(cannotTell(0.0021 * INCH, band)).toBe(true);
    expect(cannotTell(0.002, { min: 0.001, max: 0.005 })).toBe(false);
    expect(GAP_ROUNDING_M / INCH).toBeCloseTo(0.0002, 12);
  });
});
