import { describe, expect, it } from 'vitest';
import { RULE_SETS, type RuleSet } from '../rules/rule-sets.js';
import { InputError } from '../source/problem.js';
import { type CouponReading, judgeCoupon } from './coupon.js';

const rules = (id: string): RuleSet => RULE_SETS.find((r) => r.id === id) as RuleSet;
const face = (name: string, share: number) => ({
  name,
  overlapM: 0.02,
  voids: share ? [{ fromM: 0, toM: share * 0.02 }] : [],
});
const peel = { kind: 'peel' as const, areaM2: 1e-4, unbrazedM2: 1e-5, lineM: 0.02, lineUnbrazedM: 0.002 };
const bend = { kind: 'bend' as const, crackM: 0 };
const lines = (share: number) => ({
  kind: 'peel lines' as const,
  lapM: 0.02,
  aroundM: 0.09,
  lines: [share, 0, 0].map((s) => (s ? [{ fromM: 0, toM: s * 0.02 }] : [])),
});
const reading = (change: Partial<CouponReading> = {}): CouponReading => ({
  faces: [face('left', 0.1), face('right', 0)],
  tests: [],
  boreClean: true,
  visualReason: null,
  jointType: 'socket',
  ...change,
});
const judged = (change: Partial<CouponReading> = {}, id = 'asme-ix-medical') => judgeCoupon(reading(change), rules(id));

describe('a coupon by everything that was read of it', () => {
  it('passes when section, every other test, bore and eye do; each alone fails it with its reason', () => {
    expect(judged({ tests: [peel, bend, lines(0.1)] }).passes).toBe(true);
    const fails: [Partial<CouponReading>, RegExp][] = [
      [{ faces: [face('left', 0.21), face('right', 0)] }, /left: .*fails/],
      [{ tests: [{ ...peel, unbrazedM2: 3e-5 }] }, /^peel: .*fails/],
      [{ tests: [lines(0.3)] }, /^peel: .*by 3 lines.*fails/],
      [{ tests: [{ ...bend, crackM: 0.004 }] }, /^bend: .*fails/],
      [{ boreClean: false }, /Oxide inside the bore/],
      [{ visualReason: 'flux left on' }, /Looked at: flux left on/],
    ];
    for (const [change, says] of fails) {
      const v = judged(change);
      expect(v.passes).toBe(false);
      expect(v.reasons.some((r) => says.test(r))).toBe(true);
    }
  });

  it('oxide in the bore is only a medical-gas matter', () => {
    expect(judged({ boreClean: false }, 'asme-ix').passes).toBe(true);
  });

  it('a peel may stand for the section; a socket that nobody looked inside is not judged', () => {
    const peeled = judged({ faces: [], tests: [peel] });
    expect(peeled).toMatchObject({ passes: true, faces: [], tests: [{ kind: 'peel', passes: true }] });
    expect(() => judged({ faces: [], tests: [bend] })).toThrow(InputError);
    expect(() => judged({ faces: [face('left', 0)], tests: [] })).toThrow(/both sides of the cut, or a peel/);
    expect(judged({ faces: [], tests: [bend], jointType: 'butt' }).passes).toBe(true);
    expect(() => judged({ faces: [], tests: [], jointType: 'butt' })).toThrow(InputError);
    expect(() => judged({ faces: [face('left', 0)], tests: [peel] })).toThrow(/both sides/);
  });

  it('one near its limit marks the coupon', () => {
    expect(judged({ tests: [{ ...peel, unbrazedM2: 2.4e-5 }] })).toMatchObject({ passes: true, nearLimit: true });
  });
  it('one far from it does not; near in the section or in one of several tests is near', () => {
    const far = { ...peel, unbrazedM2: 1e-6, lineUnbrazedM: 0 };
    expect(judged({ faces: [face('left', 0), face('right', 0)], tests: [far, bend] }).nearLimit).toBe(false);
    expect(judged({ faces: [face('left', 0.2), face('right', 0)], tests: [far] }).nearLimit).toBe(true);
    expect(
      judged({ faces: [face('left', 0), face('right', 0)], tests: [far, { ...peel, unbrazedM2: 2.4e-5 }] }).nearLimit,
    ).toBe(true);
    expect(judged({ faces: [], tests: [far] }).nearLimit).toBe(false);
  });

  it('reasons: each side, each test by its kind, the bore and the eye, and nothing where nothing speaks', () => {
    const heads = (change: Partial<CouponReading>, id?: string) =>
      judged(change, id).reasons.map((r) => r.split(/[:,]/)[0]);
    const tension = {
      kind: 'tension' as const,
      forceN: 10_000,
      widthM: 0.02,
      thicknessM: 0.0025,
      minimumPa: 200e6,
      broke: 'joint' as const,
    };
    expect(heads({})).toEqual(['left', 'right']);
    expect(heads({ faces: [], tests: [peel, lines(0), tension, bend] })).toEqual(['peel', 'peel', 'tension', 'bend']);
    expect(judged({ tests: [tension] }).passes).toBe(true);
    expect(judged({ tests: [{ ...tension, forceN: 9000 }] }).passes).toBe(false);
    expect(judged({ boreClean: null }).reasons.at(-1)).toBe(
      'Nobody looked inside the bore: the medical-gas overlay wants it seen',
    );
    expect(judged({ boreClean: false }).reasons.at(-1)).toBe(
      'Oxide inside the bore: the medical-gas overlay fails the coupon',
    );
    expect(heads({ boreClean: null }, 'asme-ix')).toEqual(['left', 'right']);
    expect(heads({ visualReason: 'pinholes' })).toEqual(['left', 'right', 'Looked at']);
  });
});
