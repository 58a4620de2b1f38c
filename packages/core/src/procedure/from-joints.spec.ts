import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../catalogue/catalogue.js';
import { degFToK, INCH } from '../units/units.js';
import { beginProcedure, type JointToWriteFor } from './from-joints.js';
import { type JointToCover, procedureGaps } from './support.js';

const joint = (change: Partial<JointToCover> = {}, metalIds = ['copper', 'copper']): JointToWriteFor => ({
  metalIds,
  standardId: 'acr',
  asks: {
    pNumbers: ['107', '107'],
    fNumber: '103',
    fillerId: 'BCuP-5',
    fluxId: null,
    wallM: 0.05 * INCH,
    odM: 1.125 * INCH,
    overlapM: 0.91 * INCH,
    position: 'horizontal',
    gapM: null,
    medical: false,
    ...change,
  },
});

describe('a procedure begun from joints', () => {
  it('states what they ask, and the heat and gap of their filler', () => {
    const begun = beginProcedure(
      [joint(), joint({ wallM: 0.065 * INCH, odM: 2.125 * INCH, overlapM: 1.34 * INCH, position: 'up-feed' })],
      SHIPPED,
    )!;
    const v = begun.variables;
    expect(begun).toMatchObject({ fNumbers: ['103'], fluxIds: [], covers: 2 });
    expect(v).toMatchObject({ metals: [['107', '107']], positions: ['horizontal', 'up-feed'], fillerIds: ['BCuP-5'] });
    expect([v.wallM.min, v.wallM.max, v.odM?.max, v.overlapMinM, v.overlapMaxM].map((m) => m! / INCH)).toEqual([
      expect.closeTo(0.05),
      expect.closeTo(0.065),
      expect.closeTo(2.125),
      expect.closeTo(0.91),
      expect.closeTo(1.34),
    ]);
    // AWS A5.8 with its brazing range, from memory: BCuP-5 from 1300 to 1500 degF.
    expect([v.tempK.min, v.tempK.max]).toEqual([expect.closeTo(degFToK(1300)), expect.closeTo(degFToK(1500))]);
  });

  it('covers every joint it was begun from that is like the first', () => {
    const joints = [
      joint({ fluxId: 'FB3-A', fNumber: '102', fillerId: 'BAg-7', pNumbers: ['107', '101'] }, ['copper', 'steel']),
      joint({ fluxId: 'FB3-C', fNumber: '102', fillerId: 'BAg-24', position: 'down-feed', medical: true }),
      joint(),
    ];
    const begun = beginProcedure(joints, SHIPPED)!;
    expect(begun.covers).toBe(2);
    const named = { name: 'BPS-9', fNumbers: begun.fNumbers, fluxIds: begun.fluxIds, variables: begun.variables };
    expect(joints.map((j) => procedureGaps(named, j.asks).length > 0)).toEqual([false, false, true]);
  });

  it('nothing to begin from without a filler', () => {
    expect(beginProcedure([joint({ fNumber: null })], SHIPPED)).toBeNull();
    expect(beginProcedure([], SHIPPED)).toBeNull();
  });
});
