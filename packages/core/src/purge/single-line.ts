import erfc from '@stdlib/math-base-special-erfc';
import erfcx from '@stdlib/math-base-special-erfcx';
import { turningPoint } from '../numeric/root.js';
import { requireRange } from '../source/problem.js';
import { practice } from '../source/source.js';
import { SCFH } from '../units/units.js';
import { AIR_HEAVIER, GAS_SOURCE, GRAVITY, OXYGEN_DIFFUSIVITY, OXYGEN_IN_AIR } from './gas.js';
import { reynolds } from './loss.js';
import { flowThrough, headPa, jointLimitPa, PURGE_LIMIT_PA } from './pressure-limit.js';

export const PURGE_SOURCE = GAS_SOURCE;
export const FLOW_PRACTICE = practice('fill, then cut back to a trickle of 2 to 5 SCFH in small tube, more in larger');
/** Oxygen limit before brazing. */
export const DEFAULT_LIMIT = 0.01;

/** Volume changes for a well-mixed volume to fall to a limit: n = ln(C0 / C). */
export const wellMixedVolumes = (limit: number, start = OXYGEN_IN_AIR): number => Math.log(start / limit);

/** Trickle while brazing, m3/s: 0.05 m/s in the bore, at least 2 SCFH. Source: practice. */
export const trickleFlow = (boreM: number): number => Math.max(2 * SCFH, 0.05 * (Math.PI / 4) * boreM ** 2);
/** Fill flow, m3/s: 0.25 m/s in the bore, at least 15 SCFH. Source: practice. */
export const fillFlow = (boreM: number): number => Math.max(15 * SCFH, 0.25 * (Math.PI / 4) * boreM ** 2);

/** Taylor-Aris dispersion D (1 + Pe^2 / 48), Pe = u a / D, with mean speed u (m/s) and bore radius a (m). */
export function taylorAris(speedMs: number, radiusM: number, diffusivity = OXYGEN_DIFFUSIVITY): number {
  const peclet = (speedMs * radiusM) / diffusivity;
  return diffusivity * (1 + peclet ** 2 / 48);
}

/**
 * Share of the first gas left at distance x after time t when nitrogen enters at x = 0 (Ogata-Banks):
 * 1 - 1/2 [erfc((x - ut) / 2 sqrt(Dt)) + exp(ux/D) erfc((x + ut) / 2 sqrt(Dt))].
 * The second term is written with erfcx so that a large ux/D does not overflow.
 */
export function remainingShare(xM: number, tS: number, speedMs: number, dispersion: number): number {
  const width = 2 * Math.sqrt(dispersion * tS);
  const a = (xM - speedMs * tS) / width;
  const b = (xM + speedMs * tS) / width;
  const arrived = 0.5 * (erfc(a) + Math.exp(-a * a) * erfcx(b));
  return Math.min(1, Math.max(0, 1 - arrived));
}

/** Buoyancy of air, some 3 % heavier, against the flow, in a level bore: above 1 the gas may layer. @param contrast share of that difference left */
export const richardsonNumber = (speedMs: number, boreM: number, contrast = 1): number =>
  (GRAVITY * AIR_HEAVIER * contrast * boreM) / speedMs ** 2;

/** Part of the difference between air and nitrogen that is left once the line is under its limit. */
export const contrastAt = (limit: number): number => limit / OXYGEN_IN_AIR;

export interface PurgeInput {
  readonly lengthM: number;
  readonly boreM: number;
  /** Fill flow, m3/s; practice where not given, and never more than the pressure at the joint allows. */
  readonly fillM3s?: number;
  /** Gap per side that molten filler must stay in, m; 0 or none where no joint is asked about. */
  readonly gapSideM?: number;
  /** Oxygen limit as a volume fraction. */
  readonly limit?: number;
}

export interface PurgeResult {
  readonly volumeM3: number;
  readonly fillM3s: number;
  readonly trickleM3s: number;
  /** Gauge pressure at the joint at the trickle, the whole line behind it, Pa. */
  readonly tricklePa: number;
  /** Flow is set by the pressure at the joint, not by the meter: the tube is too narrow for the usual flow. */
  readonly byPressure: boolean;
  readonly limit: number;
  /** Seconds at fill flow until the far end is under the limit, three ways. */
  readonly plugS: number;
  readonly wellMixedS: number;
  readonly dispersedS: number;
  /** What the plan tells the fitter, s: the slowest of the three, so that nobody strikes early. */
  readonly waitS: number;
  readonly reynolds: number;
  /** Buoyancy against flow; above 1 the gas may layer and the one-dimensional answer is not to be trusted. */
  readonly richardson: number;
  readonly stratifies: boolean;
}

function dispersedTime(lengthM: number, speedMs: number, dispersion: number, limit: number): number {
  const target = limit / OXYGEN_IN_AIR;
  const isOver = (tS: number): boolean => remainingShare(lengthM, tS, speedMs, dispersion) > target;
  let late = lengthM / speedMs;
  while (isOver(late)) late *= 2;
  return turningPoint(isOver, 0, late);
}

/**
 * Purge of one plain line from air: volume, flows and time to the limit at the far end.
 * @throws InputError when a length, bore, flow or limit is out of range
 */
export function purgeLine(input: PurgeInput): PurgeResult {
  const { lengthM, boreM } = input;
  requireRange('lengthM', lengthM, 0.01, 10000, 'm');
  requireRange('boreM', boreM, 0.0005, 1, 'm');
  const limit = requireRange('oxygenLimit', input.limit ?? DEFAULT_LIMIT, 1e-6, 0.2);
  const asked = requireRange('fillFlow', input.fillM3s ?? fillFlow(boreM), 1e-8, 1, 'm³/s');
  const fillM3s = Math.min(asked, flowThrough(lengthM, boreM, PURGE_LIMIT_PA));
  const area = (Math.PI / 4) * boreM ** 2;
  const volumeM3 = area * lengthM;
  const speed = fillM3s / area;
  const trickleM3s = Math.min(
    trickleFlow(boreM),
    fillM3s,
    flowThrough(lengthM, boreM, jointLimitPa(input.gapSideM ?? 0)),
  );
  const trickleSpeed = trickleM3s / area;
  const plugS = volumeM3 / fillM3s;
  const wellMixedS = plugS * wellMixedVolumes(limit);
  const dispersedS = dispersedTime(lengthM, speed, taylorAris(speed, boreM / 2), limit);
  // At the trickle the line is under its limit: little of the difference in weight is left.
  const richardson = Math.max(richardsonNumber(speed, boreM), richardsonNumber(trickleSpeed, boreM, contrastAt(limit)));
  return {
    volumeM3,
    fillM3s,
    trickleM3s,
    tricklePa: headPa(lengthM, boreM, trickleM3s),
    byPressure: fillM3s < asked * (1 - 1e-9) || trickleM3s < trickleFlow(boreM) * (1 - 1e-9),
    limit,
    plugS,
    wellMixedS,
    dispersedS,
    waitS: Math.max(wellMixedS, dispersedS),
    reynolds: reynolds(fillM3s, boreM),
    richardson,
    stratifies: richardson > 1,
  };
}
