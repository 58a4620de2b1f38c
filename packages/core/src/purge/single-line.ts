import erfc from '@stdlib/math-base-special-erfc';
import erfcx from '@stdlib/math-base-special-erfcx';
import { requireRange } from '../source/problem.js';
import { practice, published } from '../source/source.js';
import { SCFH } from '../units/units.js';

/** Oxygen in air, volume fraction. */
export const OXYGEN_IN_AIR = 0.209;
/** Diffusivity of oxygen in nitrogen at 68 degF and 1 atm, m2/s. */
export const OXYGEN_DIFFUSIVITY = 2e-5;
export const PURGE_SOURCE = published('CRC Handbook, gas properties');
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
  if (tS <= 0) return 1;
  const width = 2 * Math.sqrt(dispersion * tS);
  const a = (xM - speedMs * tS) / width;
  const b = (xM + speedMs * tS) / width;
  const arrived = 0.5 * (erfc(a) + Math.exp(-a * a) * erfcx(b));
  return Math.min(1, Math.max(0, 1 - arrived));
}

/** Buoyancy of air, some 3 % heavier, against the flow, in a level bore: above 1 the gas may layer. */
export const richardsonNumber = (speedMs: number, boreM: number): number => (9.81 * 0.03 * boreM) / speedMs ** 2;

export interface PurgeInput {
  readonly lengthM: number;
  readonly boreM: number;
  /** Fill flow, m3/s; practice where not given. */
  readonly fillM3s?: number;
  /** Oxygen limit as a volume fraction. */
  readonly limit?: number;
}

export interface PurgeResult {
  readonly volumeM3: number;
  readonly fillM3s: number;
  readonly trickleM3s: number;
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

const viscosity = 1.76e-5;
const density = 1.165;

function dispersedTime(lengthM: number, speedMs: number, dispersion: number, limit: number): number {
  const target = limit / OXYGEN_IN_AIR;
  let low = 0;
  let high = lengthM / speedMs;
  while (remainingShare(lengthM, high, speedMs, dispersion) > target) high *= 2;
  for (let i = 0; i < 80; i++) {
    const mid = (low + high) / 2;
    if (remainingShare(lengthM, mid, speedMs, dispersion) > target) low = mid;
    else high = mid;
  }
  return high;
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
  const fillM3s = requireRange('fillFlow', input.fillM3s ?? fillFlow(boreM), 1e-8, 1, 'm³/s');
  const area = (Math.PI / 4) * boreM ** 2;
  const volumeM3 = area * lengthM;
  const speed = fillM3s / area;
  const trickleM3s = trickleFlow(boreM);
  const trickleSpeed = trickleM3s / area;
  const plugS = volumeM3 / fillM3s;
  const wellMixedS = plugS * wellMixedVolumes(limit);
  const dispersedS = dispersedTime(lengthM, speed, taylorAris(speed, boreM / 2), limit);
  const richardson = richardsonNumber(trickleSpeed, boreM);
  return {
    volumeM3,
    fillM3s,
    trickleM3s,
    limit,
    plugS,
    wellMixedS,
    dispersedS,
    waitS: Math.max(wellMixedS, dispersedS),
    reynolds: (density * speed * boreM) / viscosity,
    richardson,
    stratifies: richardson > 1,
  };
}
