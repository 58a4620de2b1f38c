import { describe, expect, it } from 'vitest';
import { ASME_RULES, RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { complaints } from '../testing/complaints.js';
import { inUnits } from '../units/say.js';
import {
  BEND_CRACK_M,
  judgeBend,
  judgePeel,
  judgeTension,
  type PeelReading,
  type TensionReading,
} from './other-tests.js';
import { judgePeelLines, peelClocks, readPeel } from './peel-lines.js';
import { doubtWords, EDGE_SD_M, judgeSection, mergeVoids, voidsDoubt } from './section.js';

const own = (change: Partial<RuleSet>): RuleSet => ({ ...ASME_RULES, ...change });

describe('tension (ASME BPVC IX QB-150, memory: the base metal’s minimum, 95 % of it outside the joint)', () => {
  // 10 kN on 20 by 2.5 mm is 200 MPa.
  const t: TensionReading = { forceN: 10_000, widthM: 0.02, thicknessM: 0.0025, minimumPa: 200e6, broke: 'joint' };
  const judged = (change: Partial<TensionReading>, rules = own({ tensionOutside: 0.95 })) =>
    judgeTension({ ...t, ...change }, rules);
  it('at the minimum it passes, under it it fails; outside the joint a share of it will do', () => {
    expect(judged({}).passes).toBe(true);
    expect(judged({ forceN: 9999.9 }).passes).toBe(false);
    expect(judged({ forceN: 9500, broke: 'base metal' }).passes).toBe(true);
    expect(judged({ forceN: 9499.9, broke: 'base metal' }).passes).toBe(false);
    expect(judged({ forceN: 9500 }).passes).toBe(false);
    expect(RULE_SETS.find((r) => r.id === 'asme-ix')?.tensionOutside).toBe(0.95);
  });
  it('strength is force over width times thickness', () => {
    expect(judged({ widthM: 0.0201 }).passes).toBe(false);
    expect(judged({ thicknessM: 0.00251 }).passes).toBe(false);
    expect(judged({ widthM: 0.0199, thicknessM: 0.00251 }).passes).toBe(true);
  });
  it('near the limit is within 1 % of force and 0.03 mm of each side, even within them, k = 2', () => {
    // Relative doubt: 2/sqrt 3 of 1 %, 0.15 % and 1.2 %, as squares.
    const doubt = (2 / Math.sqrt(3)) * Math.hypot(0.01, 0.00003 / 0.02, 0.00003 / 0.0025);
    expect(doubt).toBeCloseTo(0.0181, 4);
    const near = (factor: number) => judged({ forceN: 10_000 * factor }).nearLimit;
    expect([1 / (1 - doubt * 0.99), 1 / (1 + doubt * 0.99)].map(near)).toEqual([true, true]);
    expect([1 / (1 - doubt * 1.01), 1 / (1 + doubt * 1.01)].map(near)).toEqual([false, false]);
  });
  it('says its arithmetic', () => {
    expect(inUnits(judged({}).arithmetic, 'metric')).toBe(
      '10.00 kN / (20.00 mm × 2.50 mm) = 2000.0 bar, broke in the joint: at least 2000.0 bar',
    );
    expect(inUnits(judged({ broke: 'base metal' }).arithmetic, 'metric')).toBe(
      '10.00 kN / (20.00 mm × 2.50 mm) = 2000.0 bar, broke in the base metal: at least 95.0 % of 2000.0 bar = 1900.0 bar',
    );
  });
  it('wants numbers above 0, each at its field', () => {
    expect(complaints(() => judged({ forceN: 0, widthM: -1, thicknessM: NaN, minimumPa: Infinity }))).toEqual(
      ['forceN', 'widthM', 'thicknessM', 'minimumPa'].map((f) => `${f}: a number above 0`),
    );
  });
});

describe('peel', () => {
  const p: PeelReading = { areaM2: 1e-3, unbrazedM2: 2e-4, lineM: 0.02, lineUnbrazedM: 0.004 };
  const rules = own({ peelArea: 0.25, peelLine: 0.3 });
  const judged = (change: Partial<PeelReading>) => judgePeel({ ...p, ...change }, rules);
  it('area and worst line each to its limit', () => {
    expect(judged({ unbrazedM2: 2.5e-4, lineUnbrazedM: 0.006 }).passes).toBe(true);
    expect(judged({ unbrazedM2: 2.5001e-4 }).passes).toBe(false);
    expect(judged({ lineUnbrazedM: 0.006001 }).passes).toBe(false);
    expect(judged({ unbrazedM2: 0, lineUnbrazedM: 0 }).passes).toBe(true);
    expect(judged({ unbrazedM2: 1e-3, lineUnbrazedM: 0.02 }).passes).toBe(false);
  });
  it('near is within two percent of either limit', () => {
    const near = (area: number, line: number) =>
      judged({ unbrazedM2: area * 1e-3, lineUnbrazedM: line * 0.02 }).nearLimit;
    expect([near(0.2301, 0), near(0.2699, 0), near(0, 0.2801), near(0, 0.3199)]).toEqual([true, true, true, true]);
    expect([near(0.2299, 0), near(0.2701, 0), near(0, 0.2799), near(0, 0.3201)]).toEqual([false, false, false, false]);
  });
  it('says its arithmetic', () => {
    expect(inUnits(judged({}).arithmetic, 'metric')).toBe(
      'area 20.0 % unbrazed, limit 25.0 %; worst line 4.00 mm of 20.00 mm = 20.0 %, limit 30.0 %',
    );
  });
  it('refuses what cannot be at its field', () => {
    expect(complaints(() => judged({ areaM2: 0 }))).toEqual(['areaM2: a number above 0']);
    expect(complaints(() => judged({ unbrazedM2: -1e-9, lineUnbrazedM: 0.0201 }))).toEqual([
      'unbrazedM2: from 0 to the whole area',
      'lineUnbrazedM: from 0 to the whole line',
    ]);
    expect(complaints(() => judged({ unbrazedM2: 1.01e-3, lineUnbrazedM: -1 }))).toHaveLength(2);
    expect(complaints(() => judged({ unbrazedM2: 1e-3, lineUnbrazedM: 0.02 }))).toEqual([]);
    expect(complaints(() => judged({ unbrazedM2: 0, lineUnbrazedM: 0 }))).toEqual([]);
  });
});

describe('bend: open cracks to 1/8 in (ASME BPVC IX QB-160, memory)', () => {
  it('passes at the limit, is near within 0.3 mm of it', () => {
    expect(BEND_CRACK_M).toBe(0.0032);
    expect([0, 0.0032, 0.0032 + 0.5e-9].map((m) => judgeBend(m).passes)).toEqual([true, true, true]);
    expect(judgeBend(0.003201).passes).toBe(false);
    expect([0.00289, 0.00291, 0.00349, 0.00351].map((m) => judgeBend(m).nearLimit)).toEqual([false, true, true, false]);
    expect(inUnits(judgeBend(0.001).arithmetic, 'metric')).toBe('longest open crack 1.00 mm, limit 3.20 mm');
  });
  it('from nothing to half a metre', () => {
    expect(complaints(() => judgeBend(0))).toEqual([]);
    expect(complaints(() => judgeBend(0.499))).toEqual([]);
    for (const m of [-1e-9, 0.5, NaN])
      expect(complaints(() => judgeBend(m))).toEqual(['crackM: from 0 to 20 in (0.5 m)']);
  });
});

describe('peel by lines', () => {
  const line = (...voids: [number, number][]) => voids.map(([fromM, toM]) => ({ fromM, toM }));
  const p = { lapM: 0.02, aroundM: 0.1, lines: [line([0, 0.004]), line(), line([0.001, 0.003], [0.002, 0.007])] };
  it('the mean of the lines is the area, the worst line stands by itself', () => {
    const r = readPeel(p);
    expect(r.shares.map((s) => +s.toFixed(9))).toEqual([0.2, 0, 0.3]);
    expect(r.areaM2).toBeCloseTo(0.002, 12);
    expect(r.unbrazedM2).toBeCloseTo((0.5 / 3) * 0.002, 12);
    expect([r.worst, r.lineM]).toEqual([2, 0.02]);
    expect(r.lineUnbrazedM).toBeCloseTo(0.006, 12);
  });
  it('how far the mean may be off: Student’s t over the root of so many lines', () => {
    const shares = [0.2, 0, 0.3];
    const mean = 0.5 / 3;
    const s2 = shares.reduce((a, x) => a + (x - mean) ** 2, 0) / 2;
    expect(readPeel(p).areaDoubt).toBeCloseTo(4.303 * Math.sqrt(s2 / 3), 9);
    const many = (n: number) => ({
      ...p,
      lines: Array.from({ length: n }, (_, i) => (i % 2 ? line() : line([0, 0.004]))),
    });
    for (const [n, t] of [
      [4, 3.182],
      [12, 2.201],
      [24, 2.069],
    ] as const) {
      const s = Math.sqrt(((n / 4) * 0.04 * (n / (n - 1)) * 4) / n / 4);
      expect(readPeel(many(n)).areaDoubt).toBeCloseTo((t * s) / Math.sqrt(n), 6);
    }
  });
  it('refuses what cannot be at its field', () => {
    const wrong = (change: object) => complaints(() => readPeel({ ...p, ...change }));
    expect([0, 0.51, NaN].flatMap((lapM) => wrong({ lapM, lines: [[], [], []] }))).toEqual(
      Array(3).fill('lapM: a lap above 0 and at most 20 in (0.5 m)'),
    );
    expect([0, 3.21].flatMap((aroundM) => wrong({ aroundM }))).toEqual(
      Array(2).fill('aroundM: above 0 and at most 126 in (3.2 m)'),
    );
    expect(wrong({ lapM: 0.5, aroundM: 3.2 })).toEqual([]);
    const count = 'lines: read along 3 to 24 lines, evenly spaced';
    expect(wrong({ lines: [[], []] })).toEqual([count]);
    expect(wrong({ lines: Array(25).fill([]) })).toEqual([count]);
    expect(wrong({ lines: Array(24).fill([]) })).toEqual([]);
    const outside = 'a void runs from a smaller to a larger distance, both inside the lap';
    for (const v of [
      [-0.001, 0.001],
      [0.002, 0.002],
      [0.003, 0.002],
      [0.01, 0.0201],
    ] as [number, number][])
      expect(wrong({ lines: [line(), line(v), line()] })).toEqual([`lines.1: ${outside}`]);
    expect(wrong({ lines: [line([0, 0.02]), line([0, 0.02 + 0.5e-9]), line()] })).toEqual([]);
  });
  it('is near its limits by how the lines differ, and by the edges of the worst', () => {
    const rules = own({ peelArea: 0.25, peelLine: 0.3 });
    const of = (...shares: number[]) =>
      judgePeelLines({ ...p, lines: shares.map((s) => (s ? line([0, s * 0.02]) : [])) }, rules);
    const edges = voidsDoubt(1) / 0.02;
    expect(edges).toBeCloseTo((2 * Math.SQRT2 * 0.0001) / Math.sqrt(3) / 0.02, 9);
    const near = (share: number) => of(share, share, share).nearLimit;
    expect([0.25 - edges * 0.9, 0.25 + edges * 0.9].map(near)).toEqual([true, true]);
    expect([0.25 - edges * 1.1, 0.2, 0.1].map(near)).toEqual([false, false, false]);
    expect(of(0.29, 0, 0).nearLimit).toBe(true);
    expect(of(0, 0, 0)).toMatchObject({ passes: true, nearLimit: false });
    expect(of(0.3 + edges * 0.9, 0.3 + edges * 0.9, 0.3 + edges * 0.9)).toMatchObject({
      passes: false,
      nearLimit: true,
    });
    expect(of(0.2, 0, 0.2).arithmetic).toMatch(/; area by 3 lines, ± \d+\.\d %; worst at 12:00$/);
    expect(of(0, 0, 0.2).arithmetic).toContain('worst at 8:00');
  });
  it('lines stand on the clock', () => {
    expect(peelClocks(3)).toEqual(['12:00', '4:00', '8:00']);
    expect(peelClocks(8)).toEqual(['12:00', '1:30', '3:00', '4:30', '6:00', '7:30', '9:00', '10:30']);
    expect(peelClocks(24)[1]).toBe('12:30');
    expect(peelClocks(7)[1]).toBe('1:43');
  });
});

describe('section, at the edges', () => {
  const face = (overlapM: number, ...voids: [number, number][]) => ({
    name: 'left',
    overlapM,
    voids: voids.map(([fromM, toM]) => ({ fromM, toM })),
  });
  const clean = face(0.02);
  it('overlaps above 0 and to half a metre, voids inside them', () => {
    const wrong = (f: ReturnType<typeof face>) => complaints(() => judgeSection([clean, f], ASME_RULES));
    for (const m of [0, -1, 0.501, NaN])
      expect(wrong(face(m))).toEqual(['faces.1.overlapM: an overlap above 0 and at most 20 in (0.5 m)']);
    expect(wrong(face(0.5))).toEqual([]);
    const outside = 'a void runs from a smaller to a larger distance, both inside the overlap';
    for (const v of [
      [-1e-6, 0.001],
      [0.002, 0.002],
      [0.003, 0.002],
      [0.01, 0.020001],
    ] as [number, number][])
      expect(wrong(face(0.02, [0, 0.001], v))).toEqual([`faces.1.voids.1: ${outside}`]);
    expect(wrong(face(0.02, [0, 0.02], [0.01, 0.02 + 0.5e-9]))).toEqual([]);
    expect(complaints(() => judgeSection([clean], ASME_RULES))).toEqual(['faces: both sides of the cut are needed']);
  });
  it('tells sum, longest, share and doubt of each side, and reasons of both', () => {
    const v = judgeSection([face(0.02, [0.001, 0.002], [0.005, 0.0075]), clean], ASME_RULES);
    expect(v.faces[0]).toMatchObject({
      unbrazedM: expect.closeTo(0.0035, 9) as number,
      longestM: expect.closeTo(0.0025, 9) as number,
    });
    expect(v.faces[0]?.share).toBeCloseTo(0.175, 9);
    expect(v.faces[0]?.doubt).toBeCloseTo((2 * EDGE_SD_M * Math.sqrt(4)) / 0.02, 9);
    expect(v.faces[1]).toMatchObject({ longestM: 0, unbrazedM: 0, nearLimit: false });
    expect(v.reasons.map((r) => inUnits(r, 'metric'))).toEqual([
      'left: 1.00 mm + 2.50 mm = 3.50 mm of 20.00 mm = 17.5 %, limit 20 %: passes',
      'left: 0 = 0.00 mm of 20.00 mm = 0.0 %, limit 20 %: passes',
    ]);
    expect(v.ruleSet).toBe(ASME_RULES);
    const bad = judgeSection([clean, face(0.02, [0, 0.01])], ASME_RULES);
    expect([bad.passes, bad.reasons[1]?.endsWith('fails')]).toEqual([false, true]);
  });
  it('a side near its limit says how far it may be off', () => {
    const near = judgeSection([clean, face(0.02, [0, 0.004])], ASME_RULES);
    expect(near.nearLimit).toBe(true);
    expect(doubtWords(near)).toBe(', ± 0.8 % of the overlap');
    expect(doubtWords(judgeSection([clean, clean], ASME_RULES))).toBe('');
  });
  it('voids that touch are one, whichever comes first', () => {
    const v = (fromM: number, toM: number) => ({ fromM, toM });
    expect(mergeVoids([v(1, 2), v(2, 3)])).toEqual([v(1, 3)]);
    expect(mergeVoids([v(1, 5), v(2, 3)])).toEqual([v(1, 5)]);
    expect(mergeVoids([v(4, 5), v(1, 2)])).toEqual([v(1, 2), v(4, 5)]);
    expect(voidsDoubt(0)).toBe(voidsDoubt(1));
    expect(voidsDoubt(4)).toBeCloseTo(2 * voidsDoubt(1), 12);
  });
});
