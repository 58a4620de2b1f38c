import { AMBIENT_K } from '../fit-up/gap.js';
import { FLUXES } from '../fluxes/fluxes.js';
import type { JointSpec, LineConditions } from '../joint/joint.js';
import { plainJoint } from '../joint/plain-joint.js';
import { findMetal } from '../metals/metals.js';
import type { CouponRecord } from '../qualification/may-braze.js';
import type { JointVariables } from '../qualification/range.js';
import { DEFAULT_SCHOOLS } from '../schools/schools.js';
import { type JointFacts, metalsKey } from '../selection/facts.js';
import { findService } from '../services/services.js';
import { degFToK, FOOT, INCH, PSI } from '../units/units.js';

/** A plain copper joint on a refrigerant line; tests change what they are about. */
export const sampleJoint = (change: Partial<JointSpec> = {}): JointSpec =>
  plainJoint({ tube: { standardId: 'acr', size: '1-1/8', metalId: 'copper' }, ...change });

export const sampleLine = (change: Partial<LineConditions> = {}): LineConditions => ({
  serviceId: 'refrigerant-poe',
  designPa: 350 * PSI,
  testPa: 385 * PSI,
  serviceMaxK: degFToK(100),
  fitUpK: AMBIENT_K,
  lengthM: 60 * FOOT,
  oxygenLimit: 0.01,
  schools: DEFAULT_SCHOOLS,
  codeSetId: 'asme-ix',
  carried: [],
  ...change,
});

/** A measured gap per side in inches on 1-1/8 tube, round parts, micrometer. */
export const measuredGapIn = (gapIn: number, odIn = 1.125): JointSpec['fitUp'] => {
  const od = odIn * INCH;
  const id = (odIn + 2 * gapIn) * INCH;
  return { mode: 'measured', tubeOdM: [od, od], socketIdM: [id, id], instrument: 'micrometer' };
};

/** Facts of a plain joint of two metals on a refrigerant line. */
export function sampleFacts(tubeId: string, socketId: string, change: Partial<JointFacts> = {}): JointFacts {
  const [tube, socket, service] = [findMetal(tubeId), findMetal(socketId), findService('refrigerant-poe')];
  if (!tube || !socket || !service) throw new Error('no such row');
  return {
    tube,
    socket,
    metals: [tube, socket],
    metalsKey: metalsKey([tube, socket]),
    kind: 'fitting',
    tubeStandardId: 'acr',
    tubeOdM: 1.125 * INCH,
    readingProblems: [],
    patch: null,
    service,
    schools: DEFAULT_SCHOOLS,
    serviceMaxK: 310,
    partNearby: null,
    partDistanceM: null,
    partProtection: 'bare',
    partPeakK: () => null,
    movement: false,
    cadmiumReason: null,
    procedures: [],
    fluxes: FLUXES,
    coated: false,
    carried: [],
    codeSet: 'ASME IX',
    ...change,
  };
}

/** What a plain level copper joint asks of its brazer. */
export const sampleAsks = (change: Partial<JointVariables> = {}): JointVariables => ({
  pNumbers: ['107', '107'],
  fNumber: '103',
  wallM: 0.00127,
  overlapM: 0.0231,
  position: 'horizontal',
  ...change,
});

/** A passed coupon that covers it. */
export const sampleCoupon = (change: Partial<CouponRecord> = {}): CouponRecord => ({
  label: 'C-1',
  brazedOn: '2026-01-10',
  passed: true,
  pNumbers: ['107', '107'],
  fNumber: '103',
  wallM: 0.00127,
  overlapM: 0.0231,
  position: 'horizontal',
  ...change,
});
