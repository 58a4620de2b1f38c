import type { Coupon } from '@hephaist/contracts/records/coupon';
import type { Pqr } from '@hephaist/contracts/records/pqr';
import type { PqrUsed } from '@hephaist/contracts/records/pqr-used';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { ProcedureVariables } from '@hephaist/core/procedure/procedure';
import { degFToK, INCH, PSI, SCFH } from '@hephaist/core/units/units';

/** What the demo's procedures state, and the records behind them. Invented. */

const inches = (min: number, max: number) => ({ min: min * INCH, max: max * INCH });

const COPPER: ProcedureVariables = {
  process: 'torch',
  type: 'manual',
  metals: [['107', '107']],
  wallM: inches(0.025, 0.1),
  odM: inches(0.25, 4.125),
  form: 'rod',
  fuel: 'acetylene',
  purgeFlow: { min: 2 * SCFH, max: 10 * SCFH },
  jointType: 'socket',
  gapM: inches(0.001, 0.006),
  overlapMinM: 0.3 * INCH,
  positions: ['horizontal', 'down-feed', 'up-feed'],
  tempK: { min: degFToK(1300), max: degFToK(1500) },
  timeS: { min: 20, max: 240 },
  cleaningBefore: 'dry abrasive pad on tube and socket, wiped, brazed within 8 hours',
  cleaningAfter: 'wiped; looked at all round',
  technique: 'tube first, then fitting; nitrogen on until cool to touch',
  medical: true,
  metalIds: ['copper'],
  specification: 'tube ASTM B280, B819, B88; fittings ASME B16.22',
  fillerIds: ['BCuP-2', 'BCuP-5', 'BCuP-6'],
  fillerSize: '1/8 x 0.050 in flat',
  applied: 'face-fed',
  overlapMaxM: 2.5 * INCH,
  oxidant: 'oxygen',
  flame: 'slightly reducing',
  tip: 'number 2 to 6',
  purgeGas: 'nitrogen',
  purgeGrade: 'oil-free, dry',
  postHeat: 'none',
  inspection: 'looked at all round, bore looked at where it is open',
};

const SILVER: ProcedureVariables = {
  ...COPPER,
  metals: [
    ['107', '107'],
    ['107', '101'],
    ['107', '102'],
  ],
  gapM: inches(0.001, 0.005),
  tempK: { min: degFToK(1200), max: degFToK(1550) },
  cleaningBefore: 'dry abrasive pad, wiped, flux thin and even on the tube',
  cleaningAfter: 'hot water and brush until the flux is gone',
  technique: 'neutral flame, heat both parts until the flux is clear',
  metalIds: ['copper', 'brass-forging', 'steel', 'plated-steel', 'stainless-304'],
  fillerIds: ['BAg-5', 'BAg-7', 'BAg-24'],
  fillerSize: '1/16 in round wire',
  flame: 'neutral',
};

/** What was used on the coupons of the records. */
const USED: PqrUsed = {
  form: 'rod',
  fillerSize: '1/8 x 0.050 in flat',
  applied: 'face-fed',
  fuel: 'acetylene',
  oxidant: 'oxygen',
  flame: 'slightly reducing',
  tip: 'number 4',
  tempK: degFToK(1420),
  timeS: 75,
  purgeGas: 'nitrogen',
  purgeGrade: 'oil-free, dry',
  purgeFlow: 5 * SCFH,
  oxygen: 0.002,
  cleaningBefore: 'dry abrasive pad, wiped',
  cleaningAfter: 'wiped',
  postHeat: 'none',
  tubeMetalId: 'copper',
  socketMetalId: 'copper',
  specification: 'tube ASTM B280, coupling ASME B16.22',
  tubeHeat: 'H-2207',
  socketHeat: 'H-0931',
  fillerLot: 'L-118',
  fillerId: 'BCuP-5',
  odM: 1.125 * INCH,
  socketWallM: 0.055 * INCH,
};

/** The demo's two procedures, both signed. */
export function demoProcedures(id: () => string, signedOn: string): Procedure[] {
  const procedure = (
    name: string,
    fNumbers: string[],
    fluxIds: string[],
    oxygenLimit: number | null,
    note: string,
    variables: ProcedureVariables,
  ): Procedure => ({ id: id(), name, revision: 'A', signedOn, fNumbers, fluxIds, oxygenLimit, note, variables });
  return [
    procedure('BPS-1', ['103'], [], null, 'Copper to copper, torch, nitrogen on', COPPER),
    procedure(
      'BPS-2',
      ['101', '102'],
      ['FB3-A', 'FB3-C'],
      0.005,
      'Silver rod with flux: brass, steel, stainless to copper',
      SILVER,
    ),
  ];
}

/** The records of the two procedures: enough for the first, not for all that the second states. */
export function demoRecords(id: () => string, brazerId: string, coupons: readonly Coupon[], on: string): Pqr[] {
  const record = (n: number, procedureName: string, change: Partial<Pqr>): Pqr => ({
    id: id(),
    number: `PQR-${n}`,
    procedureName,
    brazedOn: on,
    brazerId,
    witness: 'Imre Oyelaran',
    ruleSetId: 'asme-ix-medical',
    process: 'torch',
    jointType: 'socket',
    metals: ['107', '107'],
    fNumber: '103',
    fluxId: null,
    wallM: 0.05 * INCH,
    gapM: 0.0025 * INCH,
    overlapM: 0.3 * INCH,
    position: 'horizontal',
    tests: [{ kind: 'visual', accepted: true, boreClean: true }],
    note: '',
    used: USED,
    laboratory: { name: 'Harbour Materials Laboratory', report: `HM-${400 + n}` },
    ...change,
  });
  const section = (n: number) => ({ kind: 'section' as const, couponId: coupons[n]?.id ?? '', specimen: `${n + 1}-1` });
  const pulled = {
    kind: 'tension' as const,
    forceN: 2150,
    widthM: 0.25 * INCH,
    thicknessM: 0.05 * INCH,
    minimumPa: 30_000 * PSI,
    broke: 'base metal' as const,
    specimen: 'T1',
  };
  const silver: PqrUsed = {
    ...USED,
    fillerId: 'BAg-7',
    fillerSize: '1/16 in round wire',
    flame: 'neutral',
    fillerLot: 'L-204',
    fluxLot: 'F-31',
    tempK: degFToK(1300),
  };
  const seen = { kind: 'visual' as const, accepted: true, boreClean: true };
  return [
    record(1, 'BPS-1', { tests: [seen, section(0), pulled] }),
    record(2, 'BPS-1', { position: 'up-feed', tests: [seen, section(1), pulled] }),
    record(3, 'BPS-2', { used: silver, fNumber: '102', fluxId: 'FB3-A', tests: [seen, section(4), pulled] }),
    record(4, 'BPS-2', {
      used: { ...silver, socketMetalId: 'plated-steel', fillerId: 'BAg-24' },
      metals: ['107', '101'],
      fNumber: '102',
      fluxId: 'FB3-C',
      tests: [
        seen,
        section(2),
        { kind: 'peel', areaM2: 4e-4, unbrazedM2: 3e-5, lineM: 0.02, lineUnbrazedM: 0.002, specimen: 'P1' },
      ],
    }),
  ];
}
