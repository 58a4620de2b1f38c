import { describe, expect, it } from 'vitest';
import { joint, line, point, run, vent } from '../testing/lines.js';
import { SCFH } from '../units/units.js';
import { FILLER_SURFACE_TENSION, NITROGEN, OXYGEN_IN_AIR } from './gas.js';
import { lineCautions } from './line-cautions.js';
import { blowOutPa, gapLaw, holeDrop, holeLaw, runDrop, runLaw } from './loss.js';
import { type LineJoint, type LineRun, lineTotals, networkProblems, type PurgeNetwork } from './network.js';
import {
  contrastAt,
  fillFlow,
  purgeLine,
  remainingShare,
  richardsonNumber,
  taylorAris,
  trickleFlow,
} from './single-line.js';

/** Values worked out beside the code, and every field of a network on both sides of its limits. */

describe('one plain line, by values', () => {
  const bore = 0.026;
  const area = (Math.PI / 4) * bore ** 2;

  it('flows: 0.25 m/s and 0.05 m/s in the bore, at least 15 and 2 SCFH', () => {
    expect(fillFlow(0.1)).toBeCloseTo(0.25 * 0.00785398, 7);
    expect(trickleFlow(0.1)).toBeCloseTo(0.05 * 0.00785398, 8);
    expect([fillFlow(0.01), trickleFlow(0.01)]).toEqual([15 * SCFH, 2 * SCFH]);
  });

  it('the dispersed time is where Ogata-Banks reaches the limit, by Taylor and Aris in the bore’s radius', () => {
    const p = purgeLine({ lengthM: 10, boreM: bore, limit: 0.01 });
    const speed = p.fillM3s / area;
    const left = (t: number): number => remainingShare(10, t, speed, taylorAris(speed, bore / 2));
    expect(left(p.dispersedS)).toBeCloseTo(0.01 / OXYGEN_IN_AIR, 9);
    expect(left(p.dispersedS * 0.999)).toBeGreaterThan(0.01 / OXYGEN_IN_AIR);
    expect(p.plugS).toBeCloseTo((10 * area) / p.fillM3s, 9);
    expect(p.wellMixedS / p.plugS).toBeCloseTo(Math.log(OXYGEN_IN_AIR / 0.01), 9);
    expect(p.waitS).toBe(Math.max(p.wellMixedS, p.dispersedS));
    expect(remainingShare(1, 0, 1, 1)).toBe(1);
    expect(remainingShare(1, 1e-9, 1, 1)).toBe(1);
  });

  it('buoyancy is that of air at the fill or of what is left at the trickle, whichever is more', () => {
    const wide = purgeLine({ lengthM: 10, boreM: 0.1, limit: 0.05 });
    const [fill, trickle] = [wide.fillM3s, wide.trickleM3s].map((q) => q / ((Math.PI / 4) * 0.1 ** 2)) as [
      number,
      number,
    ];
    const both = [richardsonNumber(fill, 0.1), richardsonNumber(trickle, 0.1, contrastAt(0.05))];
    expect(wide.richardson).toBeCloseTo(Math.max(...both), 12);
    expect(both[0]).not.toBeCloseTo(both[1]!, 3);
    expect(wide.stratifies).toBe(wide.richardson > 1);
  });

  it('says that pressure sets the flow where the tube is too narrow for either flow', () => {
    expect(purgeLine({ lengthM: 10, boreM: bore }).byPressure).toBe(false);
    expect(purgeLine({ lengthM: 400, boreM: 0.004 }).byPressure).toBe(true);
    // Its own small fill passes; the usual trickle does not, for the gap would be blown out.
    const narrow = purgeLine({ lengthM: 30, boreM: 0.006, fillM3s: 1e-8, gapSideM: 0.002 });
    expect(narrow.byPressure).toBe(true);
    const gap = (gapSideM: number) => purgeLine({ lengthM: 300, boreM: 0.006, gapSideM }).trickleM3s;
    expect(gap(0.001)).toBeLessThan(gap(0));
  });
});

describe('losses, by values', () => {
  it('a hole is straight near nothing and joins its square there', () => {
    const small = 1e-3 * (Math.PI / 4) * 0.01 ** 2;
    const [below, above] = [holeDrop(0.01, small * (1 - 1e-9)), holeDrop(0.01, small * (1 + 1e-9))];
    expect(below.pa / above.pa).toBeCloseTo(1, 6);
    expect(holeDrop(0.01, small / 2).pa / below.pa).toBeCloseTo(0.5, 6);
    expect(holeDrop(0.01, -small / 2).pa).toBe(-holeDrop(0.01, small / 2).pa);
    const law = holeLaw(0.01);
    for (const q of [small / 7, small * 7, -small / 7, -small * 7])
      expect(law.flow(law.drop(q).pa) / q).toBeCloseTo(1, 9);
  });
  it('filler is pushed out at 2 gamma over the gap; out of no gap at no pressure', () => {
    expect(blowOutPa(5e-5)).toBeCloseTo((2 * FILLER_SURFACE_TENSION) / 5e-5, 6);
    expect(blowOutPa(0)).toBe(Infinity);
  });
  it('fittings lose so many velocity heads', () => {
    const [plain, fitted] = [run('r', 'a', 'b', 20, 0.02), run('r', 'a', 'b', 20, 0.02, { loss: 4 })];
    const [q, u] = [1e-3, 1e-3 / ((Math.PI / 4) * 0.02 ** 2)];
    expect(runDrop(fitted, q).pa - runDrop(plain, q).pa).toBeCloseTo(4 * (NITROGEN.densityKgM3 / 2) * u * u, 9);
    expect(runDrop(fitted, q).slope - runDrop(plain, q).slope).toBeCloseTo(
      (8 * (NITROGEN.densityKgM3 / 2) * u * u) / q,
      6,
    );
  });
  it('flow and loss of a run and of a gap are each other’s inverse', () => {
    const r = runLaw(run('r', 'a', 'b', 20, 0.02, { loss: 4 }));
    for (const q of [1e-7, 1e-5, 4e-4, 9e-4, 5e-3, -5e-3]) expect(r.flow(r.drop(q).pa) / q).toBeCloseTo(1, 9);
    expect(r.flow(0)).toBe(0);
    const g = gapLaw(joint('j', 'n', false, 5e-5));
    expect(g.flow(g.drop(3e-6).pa)).toBeCloseTo(3e-6, 12);
    expect(g.drop(2e-6).pa / g.drop(1e-6).pa).toBeCloseTo(2, 9);
  });
});

describe('what a network may be', () => {
  const good = line([point('P'), vent('V')], [run('1', 'S', 'P', 1), run('2', 'P', 'V', 1)], {
    joints: [joint('j', 'P')],
  });
  const fields = (net: PurgeNetwork): string[] => networkProblems(net).map((p) => p.field);
  const withRun = (change: Partial<LineRun>): string[] =>
    fields({ ...good, runs: good.runs.map((r, i) => (i ? r : { ...r, ...change })) });
  const withJoint = (change: Partial<LineJoint>): string[] =>
    fields({ ...good, joints: good.joints.map((j) => ({ ...j, ...change })) });
  const withVent = (holeM: number | undefined): string[] =>
    fields({
      ...good,
      nodes: [
        ...good.nodes.slice(0, 2),
        { id: 'V', kind: 'vent', open: true, ...(holeM === undefined ? {} : { holeM }) },
      ],
    });

  it('passes at its limits and not past them, each at its field', () => {
    expect(fields(good)).toEqual([]);
    for (const [low, high, at] of [
      [0.001, 10_000, 'lengthM'],
      [0.0005, 1, 'boreM'],
      [0, 1000, 'loss'],
    ] as const) {
      expect([withRun({ [at]: low }), withRun({ [at]: high })]).toEqual([[], []]);
      expect([withRun({ [at]: low - 1e-4 }), withRun({ [at]: high * 1.001 })]).toEqual([
        [`runs.0.${at}`],
        [`runs.0.${at}`],
      ]);
      expect(withRun({ [at]: NaN })).toEqual([`runs.0.${at}`]);
    }
    for (const [low, high, at] of [
      [0, 0.002, 'gapSideM'],
      [1e-4, 0.5, 'lapM'],
      [0.001, 1, 'diameterM'],
    ] as const) {
      expect([withJoint({ [at]: low }), withJoint({ [at]: high })]).toEqual([[], []]);
      expect([withJoint({ [at]: low - 1e-5 }), withJoint({ [at]: high * 1.001 })]).toEqual([
        [`joints.0.${at}`],
        [`joints.0.${at}`],
      ]);
    }
    expect([withVent(1e-4), withVent(0.5), withVent(9e-5), withVent(0.51), withVent(undefined)]).toEqual([
      [],
      [],
      ['nodes.2.holeM'],
      ['nodes.2.holeM'],
      ['nodes.2.holeM'],
    ]);
  });

  it('names points that are not there, and a run to itself', () => {
    expect(withRun({ from: 'X' })).toEqual(['runs.0.from']);
    expect(withRun({ to: 'X' })).toEqual(['runs.0.to']);
    expect(withRun({ to: 'S' })).toEqual(['runs.0.to']);
    expect(withJoint({ node: 'X' })).toEqual(['joints.0.node']);
    expect(fields({ ...good, nodes: [...good.nodes, point('P')] })).toEqual(['nodes.3.id']);
  });

  it('sums length, inside area and volume', () => {
    const sum = lineTotals([run('1', 'a', 'b', 3, 0.02), run('2', 'b', 'c', 5, 0.04)]);
    expect(sum.lengthM).toBe(8);
    expect(sum.areaM2).toBeCloseTo(Math.PI * (0.06 + 0.2), 12);
    expect(sum.volumeM3).toBeCloseTo((Math.PI / 4) * (0.0012 + 0.008), 12);
  });

  it('six points apart are named, of seven one is counted; without a source only the vent is missed', () => {
    const apart = (n: number) =>
      lineCautions(line([vent('V'), ...Array.from({ length: n }, (_, i) => point(`P${i}`))], [run('1', 'S', 'V', 1)]));
    expect(apart(6)).toEqual(['Not joined to the source: P0, P1, P2, P3, P4, P5.']);
    expect(apart(7)).toEqual(['Not joined to the source: P0, P1, P2, P3, P4, P5 and 1 more.']);
    expect(lineCautions({ nodes: [point('P')], runs: [] })).toHaveLength(1);
    expect(lineCautions({ nodes: [point('X'), ...good.nodes], runs: good.runs })).toEqual([
      'Not joined to the source: X.',
    ]);
  });
});
