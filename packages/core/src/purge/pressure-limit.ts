import { practice } from '../source/source.js';
import { gaugeOf, potentialOf } from './gas.js';
import { blowOutPa, runLaw } from './loss.js';

/** Regulator limit on the purge, Pa gauge: 2 psi. Source: practice. */
export const PURGE_LIMIT_PA = 13790;
/** Share of the pressure that pushes molten filler out which the purge may reach at a joint. Source: practice. */
export const BLOW_OUT_SHARE = 0.5;
export const PRESSURE_SOURCE = practice(
  'at most 2 psi on the purge, and half of what would push molten filler out of the gap; then the flow is what comes through',
);

/** Most gauge pressure at a joint while it is brazed, Pa. @param gapSideM its gap per side, the widest of several: molten filler leaves that first; 0 for none open */
export const jointLimitPa = (gapSideM: number): number =>
  Math.min(PURGE_LIMIT_PA, BLOW_OUT_SHARE * blowOutPa(gapSideM));

/** What a plain tube lets through at a gauge pressure at its head, m3/s. */
export const flowThrough = (lengthM: number, boreM: number, gaugePa: number): number =>
  runLaw({ id: '', from: '', to: '', lengthM, boreM }).flow(potentialOf(gaugePa));

/** Gauge pressure at the head of a plain tube for a flow, Pa. */
export const headPa = (lengthM: number, boreM: number, m3s: number): number =>
  gaugeOf(runLaw({ id: '', from: '', to: '', lengthM, boreM }).drop(m3s).pa);
