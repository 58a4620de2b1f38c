import { SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { problemsOf } from '../schemas/parse.js';
import { brazedToWords, brazerRecord, couponRecord, couponVerdict, procedureNames } from './brazer-record.js';
import { type Coupon, couponSchema } from './coupon.js';
import { rulesInUse } from './rules-in-use.js';

const demo = saltmarsh('2026-06-15');
const [cut] = demo.coupons as [Coupon];
const peeled = demo.coupons.find((c) => c.faces.length === 0) as Coupon;
const at = (change: object) => [...new Set(problemsOf(couponSchema, { ...cut, ...change }, '').map((p) => p.field))];

describe('a coupon', () => {
  it('is looked inside: cut, or peeled; a bend alone says nothing of a socket', () => {
    expect(at({})).toEqual([]);
    expect(at({ faces: [] })).toEqual(['faces']);
    expect(at({ faces: [], tests: peeled.tests })).toEqual([]);
    expect(at({ faces: [cut.faces[0]] })).toEqual(['faces']);
    const bend = { kind: 'bend', crackM: 0 };
    expect(at({ faces: [], tests: [bend] })).toEqual(['faces']);
    expect(at({ faces: [], tests: [bend], jointType: 'butt' })).toEqual([]);
  });

  it('written before tests, type of joint and procedure were asked for is taken as it was', () => {
    const { jointType: _type, procedureId: _procedure, ...old } = cut;
    expect(problemsOf(couponSchema, old, '')).toEqual([]);
    expect(couponRecord(old as Coupon)).toMatchObject({ jointType: 'socket' });
    expect(couponRecord(old as Coupon)).not.toHaveProperty('procedure');
  });

  it('a test whose numbers cannot be is refused at its field', () => {
    const [lines] = peeled.tests as [Extract<NonNullable<Coupon['tests']>[number], { kind: 'peel lines' }>];
    expect(at({ tests: [{ ...lines, lines: [[], [{ fromM: 0, toM: 0.4 }], []] }] })).toEqual(['tests.0.lines.1']);
    expect(at({ tests: [{ ...lines, lines: [[], []] }] })).toEqual(['tests.0.lines']);
    const peel = { kind: 'peel', areaM2: 1e-4, unbrazedM2: 2e-4, lineM: 0.02, lineUnbrazedM: 0 };
    expect(at({ tests: [{ kind: 'bend', crackM: 0 }, peel] })).toEqual(['tests.1.unbrazedM2']);
    expect(at({ tests: [{ kind: 'hammer' }] })).toEqual(['tests.0.kind']);
    expect(at({ tests: [{ ...peel, unbrazedM2: 0, looks: 'well' }] })).toEqual(['tests.0']);
  });

  it('is judged by all of it, an edge on a photograph by its own uncertainty', () => {
    expect(couponVerdict(peeled)).toMatchObject({ passes: true, tests: [{ kind: 'peel lines' }] });
    const trace = {
      pictureId: cut.id,
      scale: { a: [0, 0] as [number, number], b: [10, 0] as [number, number], lengthM: 0.02 },
      line: [
        [0, 5],
        [10, 5],
      ] as [number, number][],
      bandPx: 4,
      voids: 'darker' as const,
      edgeM: 0.00002,
      corrected: false,
    };
    const read = (corrected: boolean) => {
      const faces = cut.faces.map((f) => ({ ...f, trace: { ...trace, corrected } }));
      return couponVerdict({ ...cut, faces }).faces[0]?.doubt ?? NaN;
    };
    expect(read(false)).toBeCloseTo((2 * Math.SQRT2 * 0.00002) / cut.overlapM, 9);
    // Corrected by hand it is no better than a hand.
    expect(read(true)).toBeCloseTo((2 * Math.SQRT2 * 0.0001) / Math.sqrt(3) / cut.overlapM, 9);
  });

  it('its procedure goes by name and the first revision with the same essential variables', () => {
    const names = procedureNames(demo.procedures);
    expect(couponRecord(cut, SHIPPED, names)).toMatchObject({ procedure: 'BPS-1 rev A' });
    expect(couponRecord({ ...cut, procedureId: null }, SHIPPED, names)).toMatchObject({ procedure: null });
    expect(brazedToWords(cut, demo.procedures)).toBe('brazed to BPS-1 rev A');
    expect(brazedToWords({ procedureId: null }, demo.procedures)).toBe('brazed to no procedure');
    expect(brazedToWords({}, demo.procedures)).toBe('procedure not written down');
    const orla = demo.brazers[0]!;
    const brazing = { brazerId: orla.id, day: '2026-06-01', label: 'PF-01', fNumber: '103', procedure: 'BPS-1' };
    const record = brazerRecord(orla, { ...demo, brazings: [brazing] });
    expect(record.joints).toEqual([{ day: '2026-06-01', label: 'PF-01', fNumber: '103', procedure: 'BPS-1' }]);
    expect(record.coupons.map((c) => c.procedure)).toEqual([
      'BPS-1 rev A',
      'BPS-1 rev A',
      'BPS-2 rev A',
      'BPS-2 rev A',
      'BPS-2 rev A',
    ]);
  });

  it('an essential change under the same name makes another procedure, a word more does not', () => {
    const a = demo.procedures[0]!;
    const next = (n: number, change: object) => ({
      ...a,
      id: a.id.slice(0, -2) + `f${n}`,
      revision: 'BCDE'[n]!,
      ...change,
    });
    const named = (p: object) => procedureNames([a, p as typeof a]).get((p as typeof a).id);
    expect(named(next(0, { note: 'clearer words' }))).toBe('BPS-1 rev A');
    expect(named(next(1, { fluxIds: ['FB3-A'] }))).toBe('BPS-1 rev C');
    expect(named(next(2, { variables: { ...a.variables!, process: 'furnace' } }))).toBe('BPS-1 rev D');
    expect(named(next(3, { variables: { ...a.variables!, metals: [['101', '107']] } }))).toBe('BPS-1 rev E');
  });
});

describe('rule sets in use', () => {
  it('are those of the lines of open jobs, with the overlay where a line carries medical gas', () => {
    const ids = (jobs = [demo.job], lines = demo.lines) => rulesInUse(jobs, lines, SHIPPED).map((r) => r.id);
    expect(ids()).toEqual(['asme-ix', 'asme-ix-medical']);
    expect(ids([{ ...demo.job, archived: true }])).toEqual([]);
    const iso = demo.lines.map((l) => ({ ...l, codeSet: 'iso-13585' as const }));
    expect(ids([demo.job], iso)).toEqual(['iso-13585', 'iso-13585-medical']);
    expect(ids([demo.job], [])).toEqual([]);
  });
});
