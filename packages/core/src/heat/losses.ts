import { practice, published } from '../source/source.js';
import { degFToK } from '../units/units.js';

/** Cool enough to touch: about 120 degF. */
export const TOUCH_K = degFToK(120);
export const TOUCH_SOURCE = practice('cool to the touch is taken as about 120 °F');
/** Water boils: what it lies on is held there, K. */
export const BOILS_K = degFToK(212);
/** Free convection from a level tube in still air, W/m2K, and the emissivity of tube with a skin of oxide. */
export const STILL_AIR_W_M2K = 8;
export const DRAUGHT_W_M2K = 25;
export const SKIN_EMISSIVITY = 0.5;
export const COOLING_SOURCE = published(
  'Incropera, free convection and emissivity of oxidised copper',
  'orders of magnitude; a draught cools sooner',
);
export const STEFAN_BOLTZMANN = 5.670374e-8;

/** How a wall loses heat to the air: by convection, W/m2K, and by radiation. */
export interface Losses {
  readonly convectionWm2K: number;
  readonly emissivity: number;
}
export const STILL_AIR: Losses = { convectionWm2K: STILL_AIR_W_M2K, emissivity: SKIN_EMISSIVITY };
export const DRAUGHT: Losses = { convectionWm2K: DRAUGHT_W_M2K, emissivity: SKIN_EMISSIVITY };
