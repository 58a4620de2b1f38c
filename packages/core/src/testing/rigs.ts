import { TIPS } from '../heat/fuels.js';
import type { RigCylinder, TorchRig } from '../torch-rig/rig.js';
import { CUBIC_FOOT, PSI } from '../units/units.js';

export const acetylene145: RigCylinder = {
  holdsM3: 145 * CUBIC_FOOT,
  fullPa: 250 * PSI,
  gaugePa: 250 * PSI,
  weighedShare: null,
};
export const oxygen125: RigCylinder = {
  holdsM3: 125 * CUBIC_FOOT,
  fullPa: 2200 * PSI,
  gaugePa: 2200 * PSI,
  weighedShare: null,
};

/** A rig that nothing speaks against in 2026. */
export const goodRig: TorchRig = {
  name: 'Cart 1',
  fuelId: 'acetylene',
  burntWith: 'oxygen',
  fuelRegulator: 'acetylene',
  oxygenRegulator: 'oxygen',
  fuelHose: { grade: 'T', madeIn: 2025 },
  oxygenHose: { grade: 'T', madeIn: 2025 },
  guards: { fuelRegulator: 'arrestor', fuelTorch: 'arrestor', oxygenRegulator: 'arrestor', oxygenTorch: 'arrestor' },
  arrestorsAsked: 'both ends',
  fittingsCopper: 58,
  fuelPa: 5 * PSI,
  oxygenPa: 5 * PSI,
  fuelCylinder: acetylene145,
  oxygenCylinder: oxygen125,
  tips: TIPS.filter((t) => ['ox-1', 'ox-2'].includes(t.id)),
  use: 'usual',
  country: 'united-states',
};
