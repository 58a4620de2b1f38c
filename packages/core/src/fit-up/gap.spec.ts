import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { complaints } from '../testing/complaints.js';
import { measuredGapIn } from '../testing/samples.js';
import { type Cup, cupForOd } from '../tube/cup.js';
import { findTube, type Tube } from '../tube/tube.js';
import { degFToK, INCH } from '../units/units.js';
import { bushGap, coldGap, type FitUp, hotGap } from './gap.js';
import { probabilityInBand } from './gap-verdict.js';

const tube = (standard: string, size: string): Tube => {
  const t = findTube(standard, size);
  if (!t) throw new Error(size);
  return t;
};
const a = (id: string): number => findMetal(id)?.expansionPerK ?? NaN;
const hotIn = (od: number, gap: number, tubeMetal: string, socketMetal: string): number =>
  hotGap(coldGap(tube('acr', '1-1/8'), measuredGapIn(gap, od)), a(tubeMetal), a(socketMetal), degFToK(1350)).sideM /
  INCH;

describe('gap at heat: worked cases 70 to 1350 °F (derived from the expansions)', () => {
  it('copper in steel, 1-1/8, 0.003 leaves about 0.0012', () =>
    expect(hotIn(1.125, 0.003, 'copper', 'steel')).toBeCloseTo(0.0012, 4));
  it('steel in copper opens to about 0.0048', () =>
    expect(hotIn(1.125, 0.003, 'steel', 'copper')).toBeCloseTo(0.0048, 4));
  it('copper in stainless 2-1/8 leaves about 0.0027', () =>
    expect(hotIn(2.125, 0.003, 'copper', 'stainless-304')).toBeCloseTo(0.0027, 4));
  it('the same metal grows its gap only by its own expansion', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.0005, max: 0.02, noNaN: true }), (gap) => {
        const hot = hotIn(1.125, gap, 'copper', 'copper');
        expect(hot / gap).toBeCloseTo(1 + 19.2e-6 * (1280 / 1.8), 6);
      }),
    );
  });
});

describe('gap before heating', () => {
  it('takes nominal sizes with tolerances on both parts (ASME B16.22, ASTM B280)', () => {
    const g = coldGap(tube('acr', '1-1/8'), { mode: 'nominal' });
    expect(g.sideM / INCH).toBeCloseTo(0.0025, 6);
    expect(g.minM / INCH).toBeCloseTo(0.00075, 6);
    expect(g.maxM / INCH).toBeCloseTo(0.00425, 6);
  });

  it('keeps the two measured diameters apart: mean, worst sides, out of round', () => {
    const g = coldGap(tube('acr', '1-1/8'), {
      mode: 'measured',
      tubeOdM: [1.124 * INCH, 1.126 * INCH],
      socketIdM: [1.13 * INCH, 1.131 * INCH],
      instrument: 'caliper',
    });
    expect(g.sideM / INCH).toBeCloseTo(0.00275, 6);
    expect(g.minM / INCH).toBeCloseTo(0.002, 6);
    expect(g.maxM / INCH).toBeCloseTo(0.0035, 6);
    expect((g.outOfRoundM ?? 0) / INCH).toBeCloseTo(0.002, 6);
  });

  it('tells that a tape cannot judge a brazing gap', () => {
    const g = coldGap(tube('acr', '1-1/8'), { ...measuredGapIn(0.003), instrument: 'tape' } as never);
    expect(g.notes[0]).toContain('tape');
    expect(probabilityInBand(g.sideM, g.sdM, { min: 0.002 * INCH, max: 0.005 * INCH })).toBeLessThan(0.4);
  });
});

const t118 = tube('acr', '1-1/8');
const read = (od: readonly [number, number], id: readonly [number, number], instrument = 'caliper'): FitUp =>
  ({ mode: 'measured', tubeOdM: od, socketIdM: id, instrument }) as FitUp;

describe('a gap that cannot be, at its field', () => {
  const diameter = 'a diameter between 0.04 in (1 mm) and 39 in (1 m)';
  const gap = 'a gap per side above 0 and at most 0.079 in (2 mm)';
  it('absurd diameters, each where it stands', () => {
    expect(complaints(() => coldGap(t118, read([-1, 0], [1e9, NaN])))).toEqual([
      `fitUp.tubeOdM.0: ${diameter}`,
      `fitUp.tubeOdM.1: ${diameter}`,
      `fitUp.socketIdM.0: ${diameter}`,
      `fitUp.socketIdM.1: ${diameter}`,
    ]);
    expect(complaints(() => coldGap(t118, read([0.001, 0.001], [1, 1])))).toEqual([]);
    expect(complaints(() => coldGap(t118, read([0.000999, 0.001], [1, 1.0001])))).toEqual([
      `fitUp.tubeOdM.0: ${diameter}`,
      `fitUp.socketIdM.1: ${diameter}`,
    ]);
  });
  it('a tube that does not enter: as wide as its socket, or wider', () => {
    const says =
      'fitUp.socketIdM.0: the tube does not enter this socket: its inside must be larger than the tube outside';
    expect(complaints(() => coldGap(t118, read([0.028, 0.028], [0.028, 0.028])))).toEqual([says]);
    expect(complaints(() => coldGap(t118, read([0.028, 0.028], [0.028, 0.02801])))).toEqual([]);
  });
  it('a stated gap above 0 and to 2 mm', () => {
    const stated = (gapSideM: number) => complaints(() => coldGap(t118, { mode: 'stated', gapSideM }));
    expect([0, -0.0001, 0.0020001, NaN].map((m) => stated(m))).toEqual(Array(4).fill([`fitUp.gapSideM: ${gap}`]));
    expect([1e-6, 0.002].flatMap(stated)).toEqual([]);
  });
  it('no table of sockets, or a cup the tube is too large for', () => {
    expect(complaints(() => coldGap(tube('acr-coil', '1/4'), { mode: 'nominal' }))).toEqual([
      'fitUp.mode: no socket table for this size: measure the tube and the socket',
    ]);
    expect(complaints(() => coldGap(t118, { mode: 'nominal' }, true, cupForOd(0.875 * INCH)))).toEqual([
      'socket.cup: the tube does not enter a 3/4 cup: it is larger than the cup’s bore',
    ]);
    // A bore of the tube's very size does not take it either.
    const bore = { ...(cupForOd(1.125 * INCH) as Cup), idM: { min: t118.odM, max: t118.odM } };
    expect(complaints(() => coldGap(t118, { mode: 'nominal' }, true, bore))).toHaveLength(1);
  });
  it('a bush: its wall 0.1 to 50 mm, its gap above 0 and to 2 mm', () => {
    const inner = coldGap(t118, { mode: 'nominal' });
    const bush = (wallM: number, gapM = 1e-4) => complaints(() => bushGap(inner, wallM, gapM));
    const wall = 'bush.wallM: a wall between 0.004 in (0.1 mm) and 2 in (50 mm)';
    expect([0.99e-4, 0.0501, NaN].flatMap((m) => bush(m))).toEqual([wall, wall, wall]);
    expect([1e-4, 0.05].flatMap((m) => bush(m))).toEqual([]);
    expect([0, 0.00201].flatMap((m) => bush(1e-3, m))).toEqual(Array(2).fill(`bush.gapSideM: ${gap}`));
    expect(bush(1e-3, 0.002)).toEqual([]);
  });
});

describe('what a gap says of itself', () => {
  it('a stated gap takes the tube’s tolerance to either side, never under nothing', () => {
    const g = coldGap(t118, { mode: 'stated', gapSideM: 0.003 * INCH });
    expect(t118.odToleranceM / INCH).toBeCloseTo(0.0015, 9);
    expect([g.minM, g.sideM, g.maxM].map((m) => +(m / INCH).toFixed(6))).toEqual([0.00225, 0.003, 0.00375]);
    expect(g.sdM / INCH).toBeCloseTo(0.00075 / Math.sqrt(3), 9);
    expect(g.socketIdM / INCH).toBeCloseTo(1.131, 9);
    expect(coldGap(t118, { mode: 'stated', gapSideM: 0.0005 * INCH }).minM).toBe(0);
    expect([g.notes, g.problems, g.outOfRoundM]).toEqual([
      ['stated, not measured: an expander head or gauge sets it'],
      [],
      null,
    ]);
  });
  it('a nominal gap is as doubtful as both tolerances, each even within its own (ASME B16.22 0.002, ASTM B280 0.0015)', () => {
    const g = coldGap(t118, { mode: 'nominal' });
    expect(g.sdM / INCH).toBeCloseTo(Math.sqrt((0.002 ** 2 + 0.0015 ** 2) / 3) / 2, 9);
    expect([g.notes, g.problems]).toEqual([[], []]);
    expect(g.source.name).toMatch(/^ASME B16\.22.*; tube tolerance ASTM B280/);
  });
  it('the caution of the row it rests on comes with its source: the tube’s first, else the cup’s', () => {
    const metric = (change: object, cup: object = {}) => {
      const t = tube('en', '28x1');
      return coldGap({ ...t, source: { ...t.source, ...change } }, { mode: 'nominal' }, true, {
        ...(cupForOd(t.odM) as Cup),
        ...cup,
      }).source.note;
    };
    expect(metric({ note: 'own' })).toBe('own');
    expect(metric({ note: undefined })).toBe('editable: check the current edition');
  });
  it('a socket that is no standard cup, or another tube’s cup, is to be measured', () => {
    const notes = (t: Tube, standard?: boolean, cup = cupForOd(1.125 * INCH)) =>
      coldGap(t, { mode: 'nominal' }, standard, cup).notes;
    expect(notes(t118, true)).toEqual([]);
    expect(notes(t118)).toEqual([]);
    expect(notes(t118, false)).toEqual(['this socket is not a standard cup: its bore is assumed like one; measure it']);
    const other = ['the cup is made for another tube (1): measure both before heating'];
    expect(notes({ ...t118, odM: 0.028 }, true)).toEqual(other);
    expect(notes({ ...t118, odM: 0.028 }, false)).toEqual(other);
    expect(notes({ ...t118, odM: 1.125 * INCH + 1.9e-5 }, true)).toEqual([]);
    expect(notes({ ...t118, odM: 1.125 * INCH + 2.1e-5 }, true)).toEqual(other);
  });
  it('readings are as doubtful as their instrument: both parts, half of each', () => {
    const sd = (instrument: string) => coldGap(t118, read([0.0285, 0.0285], [0.0287, 0.0287], instrument)).sdM / INCH;
    const of = (bound: number): number => bound / Math.sqrt(3) / Math.SQRT2;
    expect([sd('micrometer'), sd('caliper'), sd('tape')].map((x) => +x.toFixed(9))).toEqual(
      [0.0002, 0.001, 1 / 64].map((b) => +of(b).toFixed(9)),
    );
  });
  it('only a tape is told that it cannot tell', () => {
    const notes = (instrument: string) =>
      coldGap(t118, read([0.0285, 0.0285], [0.0287, 0.0287], instrument)).notes.length;
    expect([notes('micrometer'), notes('caliper'), notes('tape')]).toEqual([0, 0, 1]);
  });
  it('readings are held against the bore of the cup the tube stands in, where one is known', () => {
    const fit = read([1.125 * INCH, 1.125 * INCH], [1.2 * INCH, 1.2 * INCH]);
    const kinds = (cup?: Cup) => coldGap(t118, fit, true, cup).problems.map((p) => p.kind);
    expect(kinds(cupForOd(1.125 * INCH))).toEqual(['far from nominal']);
    const wide = { ...(cupForOd(1.125 * INCH) as Cup), idM: { min: 1.19 * INCH, max: 1.21 * INCH } };
    expect(kinds(wide)).toEqual([]);
    expect(coldGap(tube('acr-coil', '1/4'), read([0.00635, 0.00635], [0.0068, 0.0068])).problems).toEqual([]);
  });
  it('a bush stands on the inner socket’s bore, its two walls and its own gap', () => {
    const inner = coldGap(t118, { mode: 'nominal' });
    const b = bushGap(inner, 0.05 * INCH, 0.002 * INCH);
    expect(b.tubeOdM / INCH).toBeCloseTo(1.13 + 0.1, 9);
    expect(b.socketIdM / INCH).toBeCloseTo(1.234, 9);
    expect([b.minM, b.sideM, b.maxM].map((m) => +(m / INCH).toFixed(9))).toEqual([0.002, 0.002, 0.002]);
    expect([b.sdM, b.notes, b.problems, b.outOfRoundM]).toEqual([inner.sdM, ['stated, not measured'], [], null]);
  });
});

describe('a gap at heat', () => {
  const cold = coldGap(t118, read([0.0285, 0.0286], [0.0287, 0.0288], 'micrometer'));
  it('moves its smallest and largest with its mean; off-centre one side opens to the whole', () => {
    const h = hotGap(cold, 20e-6, 10e-6, 1000, 300);
    const od = 0.02855 * (1 + 20e-6 * 700);
    const id = 0.02875 * (1 + 10e-6 * 700);
    expect(h.sideM).toBeCloseTo((id - od) / 2, 12);
    expect(h.minM - cold.minM).toBeCloseTo(h.sideM - cold.sideM, 12);
    expect(h.maxM - cold.maxM).toBeCloseTo(h.sideM - cold.sideM, 12);
    expect(h.tubeOdM).toBeCloseTo(od, 12);
    expect(h.socketIdM).toBeCloseTo(id, 12);
    expect(h.tempK).toBe(1000);
    expect(h.offCentreM).toBeCloseTo(Math.max(0, id - od), 12);
    expect(hotGap(cold, 10e-6, 20e-6, 1000, 300).offCentreM).toBeCloseTo(0.02875 * 1.014 - 0.02855 * 1.007, 12);
    expect(hotGap(cold, 40e-6, 10e-6, 1000, 300).offCentreM).toBe(0);
  });
  it('starts from 70 °F', () => expect(hotGap(cold, 1e-5, 1e-5, degFToK(70)).sideM).toBeCloseTo(cold.sideM, 12));
});
