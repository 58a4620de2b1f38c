import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { judgeBend, judgePeel, judgeTension } from '../coupons/other-tests.js';
import { ASME_RULES, RULE_SETS } from '../rules/rule-sets.js';
import { InputError } from '../source/problem.js';
import { INCH, PSI } from '../units/units.js';
import type { QualifiedBy, StatedProcedure } from './procedure.js';
import { medicalMissing, outsideSupport, procedureGaps } from './support.js';

const procedure = (
  change: Partial<StatedProcedure['variables']> = {},
  more: Partial<StatedProcedure> = {},
): StatedProcedure => ({
  name: 'BPS-1',
  fNumbers: ['103'],
  fluxIds: [],
  ...more,
  variables: {
    process: 'torch',
    metals: [['107', '107']],
    wallM: { min: 0.0008, max: 0.0025 },
    form: 'rod',
    fuel: 'acetylene',
    purgeFlow: { min: 1e-5, max: 1e-4 },
    jointType: 'socket',
    gapM: { min: 0.00002, max: 0.00015 },
    overlapMinM: 0.012,
    positions: ['horizontal'],
    tempK: { min: 980, max: 1090 },
    cleaningBefore: 'abrasive pad',
    cleaningAfter: 'none',
    technique: 'tube first',
    medical: true,
    ...change,
  },
});
const record = (change: Partial<QualifiedBy> = {}): QualifiedBy => ({
  number: 'PQR-1',
  passed: true,
  missing: [],
  process: 'torch',
  metals: ['107', '107'],
  fNumber: '103',
  fluxId: null,
  wallM: 0.00127,
  gapM: 0.00006,
  overlapM: 0.012,
  position: 'horizontal',
  jointType: 'socket',
  ...change,
});
const variables = (p: StatedProcedure, r: QualifiedBy[]) => outsideSupport(p, r).map((u) => u.variable);

describe('what the records of a procedure support', () => {
  it('everything inside is supported; walls from half to twice the coupon’s', () => {
    expect(outsideSupport(procedure(), [record()])).toEqual([]);
    expect(variables(procedure({ wallM: { min: 0.0006, max: 0.0025 } }), [record()])).toEqual(['wall']);
    expect(variables(procedure({ wallM: { min: 0.000635, max: 0.00254 } }), [record()])).toEqual([]);
  });
  it.each<[string, StatedProcedure, QualifiedBy[], string[]]>([
    ['no record', procedure(), [], ['records']],
    ['only a failed one', procedure(), [record({ passed: false })], ['records']],
    ['another process', procedure({ process: 'furnace' }), [record()], ['process']],
    ['another joint type', procedure({ jointType: 'lap' }), [record()], ['process']],
    [
      'a pair of metals more',
      procedure({
        metals: [
          ['107', '107'],
          ['107', '102'],
        ],
      }),
      [record()],
      ['metals'],
    ],
    ['the pair the other way round', procedure({ metals: [['102', '107']] }), [record({ metals: ['107', '102'] })], []],
    ['another filler number', procedure({}, { fNumbers: ['103', '102'] }), [record()], ['filler']],
    ['by machine, tested by hand', procedure({ type: 'machine' }), [record()], ['process']],
    ['by hand, where nobody wrote it down', procedure({ type: 'manual' }), [record()], []],
    ['a record that lacks a test of its set', procedure(), [record({ missing: ['tension'] })], ['records']],
    [
      'copper with one rod and steel with another make no steel with the first',
      procedure(
        {
          metals: [
            ['107', '107'],
            ['107', '101'],
          ],
        },
        { fNumbers: ['103', '102'], fluxIds: ['FB3-A'] },
      ),
      [record({ fluxId: 'FB3-A' }), record({ metals: ['107', '101'], fNumber: '102', fluxId: 'FB3-A' })],
      ['filler', 'filler'],
    ],
    [
      'a flux tested with another filler only',
      procedure({}, { fNumbers: ['103', '102'], fluxIds: ['FB3-A', 'FB3-C'] }),
      [record({ fluxId: 'FB3-A' }), record({ fluxId: 'FB3-C' }), record({ fNumber: '102', fluxId: 'FB3-A' })],
      ['flux'],
    ],
    [
      'thin walls tested level only, thick ones upright only',
      procedure({ positions: ['horizontal', 'up-feed'], wallM: { min: 0.0008, max: 0.003 } }),
      [record({ wallM: 0.001 }), record({ wallM: 0.0025, position: 'up-feed' })],
      ['wall', 'wall'],
    ],
    ['flux added', procedure({}, { fluxIds: ['FB3-A'] }), [record()], ['flux']],
    ['flux left out', procedure(), [record({ fluxId: 'FB3-A' })], ['flux']],
    ['a position added', procedure({ positions: ['horizontal', 'up-feed'] }), [record()], ['position']],
    ['down-feed covered by up-feed', procedure({ positions: ['down-feed'] }), [record({ position: 'up-feed' })], []],
    ['overlap shorter than tested', procedure({ overlapMinM: 0.01 }), [record()], ['overlap']],
    ['a ring was tested, rod is stated', procedure(), [record({ used: { form: 'ring' } })], ['form']],
    ['the form that was tested is not known', procedure(), [record({ used: {} })], []],
    [
      'one of two was tested with rod',
      procedure(),
      [record({ used: { form: 'ring' } }), record({ used: { form: 'rod' } })],
      [],
    ],
    [
      'fed to the face, tested pre-placed',
      procedure({ applied: 'face-fed' }),
      [record({ used: { applied: 'pre-placed' } })],
      ['applied'],
    ],
    ['below the stated heat', procedure(), [record({ used: { tempK: 979 } })], ['temperature']],
    ['at the least heat', procedure(), [record({ used: { tempK: 980 } })], []],
    ['nitrogen stated, tested without', procedure(), [record({ used: { purgeFlow: null } })], ['purge']],
    ['nitrogen stated and used', procedure(), [record({ used: { purgeFlow: 2e-5 } })], []],
    [
      'gap range that leaves out what was tested',
      procedure({ gapM: { min: 0.0001, max: 0.0002 } }),
      [record()],
      ['gap'],
    ],
  ])('%s', (_what, p, r, expected) => {
    expect(variables(p, r)).toEqual(expected);
  });
  it('two walls together span what neither does, only when they touch', () => {
    const wide = procedure({ wallM: { min: 0.0007, max: 0.004 } });
    expect(variables(wide, [record(), record({ wallM: 0.0025 })])).toEqual([]);
    expect(variables(wide, [record({ wallM: 0.0005 }), record({ wallM: 0.0025 })])).toEqual(['wall']);
  });
  it('a record more never takes support away', () => {
    const any = fc.record({
      wallM: fc.double({ min: 0.0005, max: 0.005, noNaN: true }),
      position: fc.constantFrom('horizontal' as const, 'up-feed' as const, 'down-feed' as const),
      passed: fc.boolean(),
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 4 }), any, (some, more) => {
        const wide = procedure({ wallM: { min: 0.0007, max: 0.004 }, positions: ['horizontal', 'down-feed'] });
        const before = outsideSupport(wide, some.map(record)).length;
        const after = outsideSupport(wide, [...some, more].map(record)).length;
        // The first passed record turns "no record at all" into what exactly is missing.
        if (some.some((r) => r.passed)) expect(after).toBeLessThanOrEqual(before);
      }),
    );
  });
  it('medical gas wants more stated', () => {
    expect(medicalMissing(procedure())).toEqual([]);
    expect(medicalMissing(procedure({ cleaningBefore: ' ', purgeFlow: null }))).toHaveLength(2);
    expect(medicalMissing(procedure({ medical: false, purgeFlow: null }))).toEqual([]);
  });
});

describe('joints a procedure covers', () => {
  const joint = {
    pNumbers: ['107', '107'] as const,
    fNumber: '103',
    fluxId: null,
    wallM: 0.00127,
    overlapM: 0.0231,
    position: 'horizontal' as const,
    gapM: 0.00006,
    medical: true,
  };
  it('says each reason why not', () => {
    expect(procedureGaps(procedure(), joint)).toEqual([]);
    expect(procedureGaps(procedure({ medical: false }), joint)).toEqual(['not for medical gas']);
    const none = {
      ...joint,
      fNumber: null,
      fluxId: 'FB3-C',
      wallM: 0.009,
      overlapM: 0.001,
      gapM: 0.001,
      position: 'up-feed' as const,
      pNumbers: ['107', '101'] as const,
    };
    expect(procedureGaps(procedure(), none)).toHaveLength(7);
    expect(procedureGaps(procedure({ overlapMaxM: 0.0231 }), joint)).toEqual([]);
    expect(procedureGaps(procedure({ overlapMaxM: 0.023 }), joint)).toHaveLength(1);
    const five = procedure({ fillerIds: ['BCuP-5'] });
    expect(procedureGaps(five, { ...joint, fillerId: 'BCuP-5' })).toEqual([]);
    expect(procedureGaps(five, { ...joint, fillerId: 'BCuP-2' })).toEqual(['BCuP-2 not stated: BCuP-5 is']);
    expect(procedureGaps(procedure({}, { fluxIds: ['FB3-A'] }), joint)).toEqual(['it is for brazing with flux']);
    expect(procedureGaps(procedure(), { ...joint, gapM: null })).toEqual([]);
  });
});

describe('tension, peel and bend, by ASME BPVC IX part QB', () => {
  const tension = { forceN: 3000, widthM: 0.01, thicknessM: 0.00127, minimumPa: 30000 * PSI, broke: 'joint' as const };
  it('tension: at or above the minimum; 95 % when it broke in the base metal', () => {
    const at = (share: number, broke: 'joint' | 'base metal') =>
      judgeTension({ ...tension, broke, forceN: share * tension.minimumPa * 0.01 * 0.00127 }, ASME_RULES);
    expect(at(1, 'joint')).toMatchObject({ passes: true, nearLimit: true });
    expect(at(0.99, 'joint').passes).toBe(false);
    expect(at(0.95, 'base metal').passes).toBe(true);
    expect(at(0.949, 'base metal').passes).toBe(false);
    expect(at(1.3, 'joint').nearLimit).toBe(false);
    expect(() => judgeTension({ ...tension, widthM: 0 }, ASME_RULES)).toThrow(InputError);
  });
  it('peel: at most 25 % of the area and of any one line', () => {
    const peel = (area: number, line: number) =>
      judgePeel({ areaM2: 1e-4, unbrazedM2: area * 1e-4, lineM: 0.02, lineUnbrazedM: line * 0.02 }, ASME_RULES);
    expect(peel(0.25, 0.25)).toMatchObject({ passes: true, nearLimit: true });
    expect(peel(0.26, 0.1).passes).toBe(false);
    expect(peel(0.1, 0.26).passes).toBe(false);
    expect(peel(0.1, 0.1)).toMatchObject({ passes: true, nearLimit: false });
    expect(() => peel(1.1, 0)).toThrow(InputError);
    for (const rules of RULE_SETS) expect(rules.peelArea).toBe(0.25);
  });
  it('bend: open cracks up to 1/8 in', () => {
    expect(judgeBend(INCH / 8).passes).toBe(true);
    expect(judgeBend(0.004).passes).toBe(false);
    expect(() => judgeBend(-1)).toThrow(InputError);
  });
});
