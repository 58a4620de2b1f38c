import { describe, expect, it } from 'vitest';
import { ASME_RULES, RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { sampleAsks, sampleCoupon } from '../testing/samples.js';
import { inUnits } from '../units/say.js';
import { asksKey, coverLines, joined, qualifiedRange, rangeGaps } from './range.js';

const [coupon, joint] = [sampleCoupon(), sampleAsks()];
const gaps = (c: object, j: object = {}): string[] =>
  rangeGaps({ ...coupon, ...c }, { ...joint, ...j }).map((g) => inUnits(g, 'us'));
/** Rules with limits on the diameter: half to twice. */
const across: RuleSet = { ...ASME_RULES, id: 'own', diameterLow: 0.5, diameterHigh: 2 };

describe('what is outside a coupon’s range, each in its own words', () => {
  it('metals: both, either way round, and nothing else', () => {
    const pair = (c: readonly [string, string], j: readonly [string, string]) => gaps({ pNumbers: c }, { pNumbers: j });
    expect(pair(['107', '101'], ['107', '101'])).toEqual([]);
    expect(pair(['107', '101'], ['101', '107'])).toEqual([]);
    expect(pair(['107', '107'], ['107', '101'])).toEqual(['metals P-107 to P-101, coupon was P-107 to P-107']);
    expect(pair(['107', '101'], ['107', '107'])).toEqual(['metals P-107 to P-107, coupon was P-107 to P-101']);
    expect(pair(['107', '101'], ['101', '101'])).toHaveLength(1);
    expect(pair(['107', '101'], ['107', '102'])).toHaveLength(1);
    expect(pair(['107', '101'], ['102', '101'])).toHaveLength(1);
    expect(pair(['107', '101'], ['101', '102'])).toHaveLength(1);
    expect(pair(['107', '101'], ['102', '107'])).toHaveLength(1);
  });
  it('filler number, joint type, process and type', () => {
    expect(gaps({ fNumber: '103' }, { fNumber: '102' })).toEqual(['filler F-102, coupon was F-103']);
    expect(gaps({ fNumber: '103' }, { fNumber: null })).toEqual(['filler F-none, coupon was F-103']);
    expect(gaps({ jointType: 'butt' })).toEqual(['a socket joint, coupon was a butt']);
    expect(gaps({}, { jointType: 'butt' })).toEqual(['a butt joint, coupon was a socket']);
    expect(gaps({ jointType: 'socket' }, { jointType: undefined })).toEqual([]);
    expect(gaps({ type: 'machine' })).toEqual(['by torch, manual, coupon was by torch, machine']);
  });
  it('wall: half to twice, both edges inside (ASME BPVC IX QB-452, memory)', () => {
    const wall = (m: number) => gaps({ wallM: 0.002 }, { wallM: m });
    expect([0.001, 0.004].flatMap(wall)).toEqual([]);
    expect(wall(0.001 - 2e-9)[0]).toMatch(/^wall 0\.039\d* in, qualified 0\.039\d* in to 0\.157\d* in$/);
    expect(wall(0.004 + 2e-9)).toHaveLength(1);
    expect([0.001 - 0.5e-9, 0.004 + 0.5e-9].flatMap(wall)).toEqual([]);
  });
  it('overlap: to one and a quarter times', () => {
    const overlap = (m: number) => gaps({ overlapM: 0.02 }, { overlapM: m });
    expect(overlap(0.025)).toEqual([]);
    expect(overlap(0.025 + 0.5e-9)).toEqual([]);
    expect(overlap(0.025 + 2e-9)[0]).toMatch(/^overlap 0\.984\d* in, qualified to 0\.984\d* in$/);
    expect(overlap(0.001)).toEqual([]);
  });
  it('diameter only where the rules limit it and both are known', () => {
    const wide = (odM: number | undefined, rules = across) => gaps({ odM: 0.02 }, { odM, rules });
    expect([0.01, 0.04, 0.01 - 0.5e-9, 0.04 + 0.5e-9].flatMap((m) => wide(m))).toEqual([]);
    expect(wide(0.01 - 2e-9)[0]).toMatch(/^diameter 0\.39\d* in, qualified 0\.39\d* in to 1\.57\d* in$/);
    expect(wide(0.04 + 2e-9)).toHaveLength(1);
    expect(wide(undefined)).toEqual([]);
    expect(ASME_RULES.diameterHigh).toBe(0);
    expect(wide(0.9, ASME_RULES)).toEqual([]);
    expect(gaps({ odM: undefined }, { odM: 0.9, rules: across })).toEqual([]);
  });
  it('everything at once is told at once', () => {
    expect(
      gaps({}, { pNumbers: ['101', '101'], fNumber: '102', wallM: 1, overlapM: 1, position: 'up-feed' }),
    ).toHaveLength(5);
  });
});

describe('the range a coupon gives', () => {
  it('is shown with the numbers of its rules', () => {
    expect(qualifiedRange({ ...coupon, wallM: 0.002, overlapM: 0.02, position: 'up-feed' })).toEqual({
      pNumbers: ['107', '107'],
      fNumber: '103',
      wallM: { min: 0.001, max: 0.004 },
      odM: null,
      overlapMaxM: 0.025,
      positions: ['up-feed', 'down-feed'],
      jointType: 'socket',
    });
    expect(qualifiedRange({ ...coupon, jointType: 'butt' }).jointType).toBe('butt');
    expect(qualifiedRange({ ...coupon, odM: 0.02 }, across).odM).toEqual({ min: 0.01, max: 0.04 });
    expect(qualifiedRange(coupon, across).odM).toBeNull();
  });
  it('agrees with what is asked of it, for every rule set', () => {
    for (const rules of RULE_SETS) {
      const r = qualifiedRange(coupon, rules);
      for (const wallM of [r.wallM.min, r.wallM.max])
        expect(rangeGaps(coupon, { ...joint, wallM, overlapM: r.overlapMaxM, rules })).toEqual([]);
      expect(rangeGaps(coupon, { ...joint, wallM: r.wallM.max * 1.01, rules })).toHaveLength(1);
      expect(rangeGaps(coupon, { ...joint, overlapM: r.overlapMaxM * 1.01, rules })).toHaveLength(1);
    }
  });
});

describe('joints that ask the same', () => {
  it('have one key, whichever way their metals stand; another thing asked is another key', () => {
    const key = (change: object = {}): string => asksKey({ ...joint, pNumbers: ['107', '101'], ...change });
    expect(key({ pNumbers: ['101', '107'] })).toBe(key());
    const others = [
      { pNumbers: ['107', '107'] },
      { fNumber: '102' },
      { wallM: 0.01 },
      { overlapM: 0.05 },
      { position: 'up-feed' },
      { jointType: 'butt' },
      { process: 'furnace' },
      { type: 'machine' },
      { rules: across },
    ].map(key);
    expect(new Set([key(), ...others]).size).toBe(others.length + 1);
  });
  it('a diameter counts only where the rules limit it', () => {
    expect(asksKey({ ...joint, odM: 0.01 })).toBe(asksKey({ ...joint, odM: 0.02 }));
    const free: RuleSet = { ...across, diameterHigh: 0 };
    expect(asksKey({ ...joint, odM: 0.01, rules: free })).toBe(asksKey({ ...joint, odM: 0.02, rules: free }));
    expect(asksKey({ ...joint, odM: 0.01, rules: across })).not.toBe(asksKey({ ...joint, odM: 0.02, rules: across }));
  });
  it('is remembered for the joint that asked', () => {
    const asks = { ...joint };
    const first = asksKey(asks);
    Object.assign(asks, { wallM: 0.01 });
    expect(asksKey(asks)).toBe(first);
  });
});

describe('lines of cover in order', () => {
  it('filler numbers from the highest, then walls from the thinnest', () => {
    const lines = coverLines([
      { ...coupon, fNumber: '102', wallM: 0.01 },
      { ...coupon, fNumber: '103', wallM: 0.01 },
      { ...coupon, fNumber: '102', wallM: 0.001 },
      { ...coupon, fNumber: '101', wallM: 0.001 },
      { ...coupon, fNumber: '103', wallM: 0.001, pNumbers: ['101', '101'] },
    ]);
    expect(lines.map((l) => `${l.fNumber} ${l.wallM.min}`)).toEqual([
      '103 0.0005',
      '103 0.005',
      '102 0.0005',
      '102 0.005',
      '101 0.0005',
    ]);
    expect(lines[0]?.pNumbers).toEqual(['101', '101']);
  });
  it('ranges are one where they touch, two where they do not', () => {
    const r = (min: number, max: number) => ({ min, max });
    expect(joined([r(3, 4), r(1, 2)])).toEqual([r(1, 2), r(3, 4)]);
    expect(joined([r(1, 2), r(2, 3)])).toEqual([r(1, 3)]);
    expect(joined([r(1, 2), r(2 + 1e-9, 3)])).toEqual([r(1, 3)]);
    expect(joined([r(1, 2), r(2 + 3e-9, 3)])).toHaveLength(2);
    expect(joined([r(1, 5), r(2, 3)])).toEqual([r(1, 5)]);
    expect(joined([])).toEqual([]);
  });
});
