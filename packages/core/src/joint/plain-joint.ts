import type { JointSpec } from './joint.js';

/** A joint with nothing said of it but its tube: copper, made fitting, horizontal, nominal sizes. */
export const plainJoint = (said: Partial<JointSpec> & Pick<JointSpec, 'tube'>): JointSpec => ({
  socket: { kind: 'fitting', metalId: 'copper', depthM: null, cup: null },
  bush: null,
  groove: null,
  fitUp: { mode: 'nominal' },
  position: 'horizontal',
  partNearby: null,
  movement: false,
  fillerId: null,
  rodForm: 'flat',
  cadmiumReason: null,
  schools: {},
  ...said,
});
