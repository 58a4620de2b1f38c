import { requireRange } from '../source/problem.js';
import { practice, published } from '../source/source.js';
import { degFToK } from '../units/units.js';

/** Cool enough to touch: about 120 degF. */
export const TOUCH_K = degFToK(120);
export const TOUCH_SOURCE = practice('cool to the touch is taken as about 120 °F');
/** Free convection from a level tube in still air, W/m2K, and the emissivity of tube with a skin of oxide. */
export const STILL_AIR_W_M2K = 8;
export const SKIN_EMISSIVITY = 0.5;
export const COOLING_SOURCE = published(
  'Incropera, free convection and emissivity of oxidised copper',
  'orders of magnitude; a draught cools sooner',
);
const STEFAN_BOLTZMANN = 5.670374e-8;

export interface HotTube {
  /** Outside diameter, wall and lap of the tube, m. */
  readonly odM: number;
  readonly wallM: number;
  readonly lapM: number;
  /** Wall of the socket around the lap, m. */
  readonly socketWallM: number;
  readonly conductivityWmK: number;
  readonly heatCapacityJkgK: number;
  readonly densityKgM3: number;
  /** Temperature at the joint when the flame leaves, K. */
  readonly hotK: number;
  readonly airK: number;
  /** How long it was heated, s: heat spread that long along the tube. */
  readonly heatedS: number;
}

export interface CoolingLaw {
  readonly h: number;
  readonly emissivity: number;
}
const STILL_AIR: CoolingLaw = { h: STILL_AIR_W_M2K, emissivity: SKIN_EMISSIVITY };

/** Cells along the half tube, and its length in spreads of heat. */
const CELLS = 120;
const SPREADS = 6;

/**
 * Temperature of the joint's middle in time while it cools by itself: heat runs off along the tube, and to the air by
 * free convection and radiation from the outside. One dimension along the axis, both sides alike; implicit, radiation
 * linearised at each step, so it is bounded at any step.
 * @param stopAtK ends as soon as it is as cool as this
 * @returns time in s and temperature in K, every step of about 1 s
 */
export function coolingCurve(
  tube: HotTube,
  seconds: number,
  law: CoolingLaw = STILL_AIR,
  stopAtK = 0,
): { readonly timeS: Float64Array; readonly tempK: Float64Array } {
  requireRange('odM', tube.odM, 0.001, 1, 'm');
  requireRange('wallM', tube.wallM, 1e-5, tube.odM / 2, 'm');
  requireRange('lapM', tube.lapM, 1e-4, 1, 'm');
  requireRange('hotK', tube.hotK, tube.airK, 3000, 'K');
  requireRange('seconds', seconds, 1, 1e6, 's');
  const alpha = tube.conductivityWmK / (tube.densityKgM3 * tube.heatCapacityJkgK);
  const spread = 2 * Math.sqrt(alpha * Math.max(1, tube.heatedS));
  const half = tube.lapM / 2;
  const length = half + SPREADS * Math.max(spread, 2 * Math.sqrt(alpha * seconds)) + 0.02;
  // Cells grow outward, so that the lap is fine and the far tube cheap.
  const ratio = 1.06;
  const first = (length * (ratio - 1)) / (ratio ** CELLS - 1);
  const dx = Array.from({ length: CELLS }, (_, i) => first * ratio ** i);
  const mid = dx.map((d, i) => dx.slice(0, i).reduce((s, x) => s + x, 0) + d / 2);
  const ring = (inner: number, wall: number): number => Math.PI * (inner + wall) * wall;
  const section = mid.map((x) => {
    const own = ring(tube.odM - 2 * tube.wallM, tube.wallM);
    return x < half ? own + ring(tube.odM, tube.socketWallM) : own;
  });
  const around = mid.map((x) => Math.PI * (x < half ? tube.odM + 2 * tube.socketWallM : tube.odM));
  const heat = dx.map((d, i) => tube.densityKgM3 * tube.heatCapacityJkgK * (section[i] as number) * d);
  const link = dx.slice(1).map((d, i) => {
    const [a, b] = [section[i] as number, section[i + 1] as number];
    return tube.conductivityWmK / ((dx[i] as number) / (2 * a) + d / (2 * b));
  });
  const temp = Float64Array.from(mid, (x) =>
    x <= half ? tube.hotK : tube.airK + (tube.hotK - tube.airK) * Math.exp(-(((x - half) / spread) ** 2)),
  );
  const steps = Math.ceil(seconds);
  const dt = seconds / steps;
  const [timeS, tempK] = [new Float64Array(steps + 1), new Float64Array(steps + 1)];
  tempK[0] = temp[0] as number;
  const [upper, rhs] = [new Float64Array(CELLS), new Float64Array(CELLS)];
  for (let k = 1; k <= steps; k++) {
    for (let i = 0; i < CELLS; i++) {
      const t = temp[i] as number;
      const radiant = law.emissivity * STEFAN_BOLTZMANN * (t + tube.airK) * (t ** 2 + tube.airK ** 2);
      const loss = (law.h + radiant) * (around[i] as number) * (dx[i] as number);
      const [below, above] = [i > 0 ? (link[i - 1] as number) : 0, i < CELLS - 1 ? (link[i] as number) : 0];
      const c = (heat[i] as number) / dt;
      const before = i > 0 ? (upper[i - 1] as number) : 0;
      const pivot = c + loss + below + above + below * before;
      upper[i] = -above / pivot;
      rhs[i] = (c * t + loss * tube.airK + below * (i > 0 ? (rhs[i - 1] as number) : 0)) / pivot;
    }
    for (let i = CELLS - 1; i >= 0; i--)
      temp[i] = (rhs[i] as number) - (i < CELLS - 1 ? (upper[i] as number) * (temp[i + 1] as number) : 0);
    timeS[k] = k * dt;
    tempK[k] = temp[0] as number;
    if ((tempK[k] as number) <= stopAtK) return { timeS: timeS.slice(0, k + 1), tempK: tempK.slice(0, k + 1) };
  }
  return { timeS, tempK };
}

/** Longest cooling looked at, s. */
const LONGEST_S = 7200;

/** Seconds until the joint is cool to the touch by itself; `LONGEST_S` where it takes longer still. */
export function coolToTouchS(tube: HotTube, touchK = TOUCH_K, law: CoolingLaw = STILL_AIR): number {
  requireRange('touchK', touchK, tube.airK + 1, 2000, 'K');
  return coolingCurve(tube, LONGEST_S, law, touchK).timeS.at(-1) ?? LONGEST_S;
}
