import { describe, expect, it } from 'vitest';
import { findFiller } from '../fillers/fillers.js';
import { FLUXES } from '../fluxes/fluxes.js';
import { findService } from '../services/services.js';
import { hotGap as hot, sampleCandidate as candidate } from '../testing/candidate.js';
import { sensitivePart } from '../testing/parts.js';
import { degFToK, deltaFToK, INCH } from '../units/units.js';
import type { Candidate, JointFacts } from './facts.js';
import { DEFAULT_WEIGHTS, scoreLines } from './preferences.js';

const W = DEFAULT_WEIGHTS;
const band = findFiller('BCuP-5')!.gapBandM;
const points = (c: Candidate, id: string, covered = false): number | undefined =>
  scoreLines(c, W, covered).find((l) => l.id === id)?.points;
const says = (c: Candidate, id: string, covered = false): string | undefined =>
  scoreLines(c, W, covered).find((l) => l.id === id)?.says;
const ids = (c: Candidate, covered = false): string[] => scoreLines(c, W, covered).map((l) => l.id);
const plain = (change: Partial<Candidate> = {}) => candidate('BCuP-5', 'copper', 'copper', change);
const water: Partial<JointFacts> = { service: findService('drinking-water')! };

describe('the score, line by line', () => {
  it('a plain copper joint of refrigerant: each line with its points', () => {
    const c = plain();
    const room = c.tube.solidusK - c.filler.brazingK.max;
    expect(scoreLines(c, W, false).map((l) => [l.id, +l.points.toFixed(6)])).toEqual([
      ['gap', W.gap],
      ['no-flux', W.noFlux],
      ['silver', +(15 * W.silverPerPercent).toFixed(6)],
      ['ductility', W.ductility],
      ['margin', +(W.meltingMargin * Math.min(1, room / deltaFToK(400))).toFixed(6)],
      ['usual', W.usual],
    ]);
    expect(says(c, 'gap')).toBe('100 % likely inside its gap band at heat');
    expect(says(c, 'ductility')).toBe('ductile: refrigerant lines shake');
  });

  it('a gap counts by its likelihood, a bush by both, a patch not at all', () => {
    const edge = band.max + 0.0002 * INCH;
    const half = plain({ gap: hot(edge), gapSdM: 1e-6 });
    expect(points(half, 'gap')).toBeCloseTo(W.gap / 2, 6);
    expect(says(half, 'gap')).toBe('50 % likely inside its gap band at heat');
    expect(points(plain({ ...half, outerGap: hot(edge) }), 'gap')).toBeCloseTo(W.gap / 4, 6);
    expect(points(plain({ kind: 'patch' }), 'gap')).toBeUndefined();
  });

  it('flux costs its line, silver by the percent', () => {
    expect(points(plain({ flux: FLUXES[0]! }), 'no-flux')).toBeUndefined();
    expect(points(candidate('BAg-24', 'steel', 'steel'), 'silver')).toBeCloseTo(50 * W.silverPerPercent, 9);
    expect(says(plain(), 'silver')).toBe('15 % silver to pay for');
    expect(points(candidate('BCuP-2', 'copper', 'copper'), 'silver')).toBeUndefined();
  });

  it('ductility counts where lines shake: less phosphorus is more ductile, silver rods are', () => {
    const of = (id: string, change: Partial<Candidate> = {}) =>
      points(candidate(id, 'copper', 'copper', change), 'ductility');
    expect(of('BCuP-5')).toBeCloseTo(W.ductility, 9);
    expect(of('BCuP-3')).toBeCloseTo((W.ductility * (7.5 - 6)) / 2.5, 9);
    expect(of('BCuP-2')).toBeCloseTo((W.ductility * (7.5 - 7.3)) / 2.5, 1);
    expect(of('BAg-24')).toBeCloseTo(W.ductility, 9);
    expect(of('BCuP-5', { movement: true })).toBeCloseTo(W.ductilityWhenMoving, 9);
    expect(says(plain({ movement: true }), 'ductility')).toBe('ductile: the joint moves');
    expect(of('BCuP-5', water)).toBeUndefined();
    expect(of('BCuP-5', { ...water, movement: true })).toBeCloseTo(W.ductilityWhenMoving, 9);
  });

  it('beside a part that hates heat: all for a rod that spares it, at most a third for one that does not', () => {
    const partNearby = sensitivePart();
    const at = (peakK: number | null) =>
      points(
        candidate('BAg-24', 'copper', 'copper', { partNearby, partDistanceM: 0.1, partPeakK: () => peakK }),
        'part',
      );
    expect(at(partNearby.limitK)).toBe(W.partNearby);
    const low = (degFToK(1500) - findFiller('BAg-24')!.liquidusK) / deltaFToK(400);
    expect(at(partNearby.limitK + 1e-9)).toBeCloseTo((W.partNearby / 3) * low, 9);
    expect(at(partNearby.limitK + 500)).toBeCloseTo((W.partNearby / 3) * low, 9);
    expect(at(null)).toBeUndefined();
    expect(points(candidate('BAg-24', 'copper', 'copper', { partPeakK: () => 300 }), 'part')).toBeUndefined();
  });

  it('a procedure that covers it, what the crew carries, and the school', () => {
    expect(points(plain(), 'procedure', true)).toBe(W.procedure);
    expect(ids(plain())).not.toContain('procedure');
    expect(points(plain({ carried: ['BCuP-5'] }), 'carried')).toBe(W.carried);
    expect(ids(plain({ carried: ['BCuP-3'] }))).not.toContain('carried');
    const school = (silver: 'low' | 'fifteen', id: string) => {
      const c = candidate(id, 'copper', 'copper');
      return points({ ...c, schools: { ...c.schools, silver } }, 'school');
    };
    expect([school('fifteen', 'BCuP-5'), school('fifteen', 'BCuP-4'), school('fifteen', 'BAg-24')]).toEqual([
      W.school,
      undefined,
      undefined,
    ]);
    expect(['BCuP-2', 'BCuP-3', 'BCuP-4', 'BCuP-5', 'BAg-24', 'BCuP-7'].map((id) => school('low', id))).toEqual([
      W.school,
      W.school,
      W.school,
      undefined,
      undefined,
      W.school,
    ]);
  });

  it('room under the part that melts first, up to 400 °F of it', () => {
    const margin = (tube: string, socket: string): number | undefined =>
      points(candidate('BAg-24', tube, socket), 'margin');
    const rod = findFiller('BAg-24')!;
    expect(margin('steel', 'steel')).toBeCloseTo(W.meltingMargin, 9);
    const brass = candidate('BAg-24', 'copper', 'brass-cartridge').socket;
    expect(margin('copper', 'brass-cartridge')).toBeCloseTo(
      (W.meltingMargin * (brass.solidusK - rod.brazingK.max)) / deltaFToK(400),
      9,
    );
  });

  it('iron wants silver from 30 % on, all of it at 45; stainless wants nickel', () => {
    const iron = (id: string, tube = 'copper', socket = 'steel') => points(candidate(id, tube, socket), 'wets-iron');
    expect(iron('BAg-5')).toBeCloseTo(W.wetsIron, 9);
    expect(iron('BAg-7')).toBeCloseTo(W.wetsIron, 9);
    expect(iron('BAg-28')).toBeCloseTo((W.wetsIron * (40 - 30)) / 15, 9);
    expect(iron('BCuP-5')).toBeUndefined();
    expect(iron('BAg-5', 'copper', 'copper')).toBeUndefined();
    expect(iron('BAg-5', 'stainless-304', 'copper')).toBeCloseTo(W.wetsIron, 9);
    const nickel = (id: string, socket: string) => points(candidate(id, 'copper', socket), 'nickel');
    expect(nickel('BAg-24', 'stainless-304')).toBe(W.nickelOnStainless);
    expect(nickel('BAg-5', 'stainless-304')).toBeUndefined();
    expect(nickel('BAg-24', 'steel')).toBeUndefined();
  });

  it('thin rods for tight gaps, brass rods for brackets', () => {
    const runs = (id: string, gapVerdict: Candidate['gapVerdict']) =>
      points(candidate(id, 'copper', 'copper', { gapVerdict }), 'runs');
    expect(runs('BCuP-8', 'tight')).toBe(W.runsIntoTightGap);
    expect(runs('BCuP-8', 'in band')).toBeUndefined();
    expect(runs('BCuP-5', 'tight')).toBeUndefined();
    const bracket = { service: findService('structure')! };
    expect(points(candidate('RBCuZn-C', 'steel', 'steel', bracket), 'structure')).toBe(W.brassRodOnStructure);
    expect(points(candidate('RBCuZn-C', 'steel', 'steel'), 'structure')).toBeUndefined();
    expect(points(candidate('BAg-24', 'steel', 'steel', bracket), 'structure')).toBeUndefined();
  });

  it('a line of less than a twentieth of a point is left out, from there on it stands', () => {
    const tiny = (silverPerPercent: number) =>
      scoreLines(plain(), { ...W, silverPerPercent }, false).some((l) => l.id === 'silver');
    expect([tiny(0.0033), tiny(-0.0033), tiny(0.00334), tiny(-0.00334)]).toEqual([false, false, true, true]);
    expect(tiny(0.05 / 15)).toBe(true);
  });
});
