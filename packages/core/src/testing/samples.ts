import type { JointSpec, LineConditions } from '../joint/joint.js';
import { DEFAULT_SCHOOLS } from '../selection/facts.js';
import { degFToK, FOOT, INCH, PSI } from '../units/units.js';

/** A plain copper joint on a refrigerant line; tests change what they are about. */
export const sampleJoint = (change: Partial<JointSpec> = {}): JointSpec => ({
  tube: { standardId: 'acr', size: '1-1/8', metalId: 'copper' },
  socket: { kind: 'fitting', metalId: 'copper', depthM: null },
  fitUp: { mode: 'nominal' },
  position: 'horizontal',
  partNearby: null,
  movement: false,
  fillerId: null,
  cadmiumReason: null,
  ...change,
});

export const sampleLine = (change: Partial<LineConditions> = {}): LineConditions => ({
  serviceId: 'refrigerant-poe',
  designPa: 350 * PSI,
  testPa: 385 * PSI,
  serviceMaxK: degFToK(100),
  lengthM: 60 * FOOT,
  oxygenLimit: 0.01,
  schools: DEFAULT_SCHOOLS,
  ...change,
});

/** A measured gap per side in inches on 1-1/8 tube, round parts, micrometer. */
export const measuredGapIn = (gapIn: number, odIn = 1.125): JointSpec['fitUp'] => {
  const od = odIn * INCH;
  const id = (odIn + 2 * gapIn) * INCH;
  return { mode: 'measured', tubeOdM: [od, od], socketIdM: [id, id], instrument: 'micrometer' };
};
