import { published } from '../source/source.js';
import { ATM, degFToK } from '../units/units.js';

/** What the purge model knows of its gases; each constant stands here once. */
export const GAS_SOURCE = published('CRC Handbook, gas properties');

/** Nitrogen at 68 degF and 1 atm. */
export const NITROGEN = { densityKgM3: 1.165, viscosityPaS: 1.76e-5 } as const;
/** Oxygen in air, volume fraction. */
export const OXYGEN_IN_AIR = 0.209;
/** Diffusivity of oxygen in nitrogen at 68 degF and 1 atm, m2/s. */
export const OXYGEN_DIFFUSIVITY = 2e-5;
/** Gas constant, J/mol K. */
export const GAS_CONSTANT = 8.31446;
/** Air is about this much heavier than nitrogen. */
export const AIR_HEAVIER = 0.03;
export const GRAVITY = 9.81;
/** Temperature at which volumes of gas are stated, K. */
export const STANDARD_K = degFToK(70);

/** Surface tension of molten filler, N/m, order of magnitude. Source: ASM Handbook, memory. */
export const FILLER_SURFACE_TENSION = 1;

/**
 * Isothermal flow of an ideal gas in a pipe obeys the law of an incompressible one when, for the gauge pressure, the
 * potential (P^2 - A^2) / 2A is put (P absolute, A the air outside) and volumes are counted at A: P dP integrates to it.
 */
export const potentialOf = (gaugePa: number): number => gaugePa + gaugePa ** 2 / (2 * ATM);
/** Gauge pressure of a potential; falls to a vacuum at -A/2. */
export const gaugeOf = (potentialPa: number): number => ATM * (Math.sqrt(Math.max(0, 1 + (2 * potentialPa) / ATM)) - 1);
