import { requireRange } from '../source/problem.js';
import { practice, published } from '../source/source.js';
import { CUBIC_FOOT } from '../units/units.js';
import type { FuelId } from './fuels.js';

/** Share of an acetylene cylinder's contents that may be drawn in an hour. */
export const DRAW_LIMITS = {
  short: 1 / 7,
  usual: 1 / 10,
  steady: 1 / 15,
} as const;
export type DrawUse = keyof typeof DRAW_LIMITS;
export const DRAW_WORDS: Readonly<Record<DrawUse, string>> = {
  short: 'short use: a seventh an hour',
  usual: 'newer advice: a tenth an hour',
  steady: 'long steady use: a fifteenth an hour',
};
export const DRAW_SOURCE = published('CGA G-1, NFPA 51: draw of acetylene cylinders');
/** Contents of acetylene cylinders, m3 at 1 atm. */
export const ACETYLENE_CYLINDERS = [10, 40, 75, 145, 300].map((ft3) => ({
  id: `${ft3} ft³`,
  holdsM3: ft3 * CUBIC_FOOT,
}));
export const ACETYLENE_SIZE_SOURCE = practice('customary sizes of acetylene cylinders');
/** Highest pressure of acetylene, gauge, psi. */
export const ACETYLENE_MOST_PSI = 15;
export const ACETYLENE_PRESSURE_SOURCE = published('CGA, OSHA 1910.253: acetylene never over 15 psi');

export interface Draw {
  /** Hours that what is left lasts at this flow. */
  readonly hoursLeft: number;
  /** Most that may be drawn, m3/s; null where the fuel has no such limit here. */
  readonly limitM3s: number | null;
  readonly within: boolean;
  /** Smallest cylinder that may run it; null where none of one cylinder may, or it has no limit. */
  readonly smallest: string | null;
}

/**
 * What a flow asks of a cylinder of fuel: the draw limit counts what it holds now.
 * @param leftM3 what is in it, m3 at 1 atm
 * @throws InputError where nothing is left or nothing flows
 */
export function drawOf(fuelId: FuelId, flowM3s: number, leftM3: number, use: DrawUse): Draw {
  requireRange('leftM3', leftM3, 1e-4, 1e4, 'm³: the cylinder is empty');
  requireRange('flowM3s', flowM3s, 1e-8, 1, 'm³/s');
  const hoursLeft = leftM3 / flowM3s / 3600;
  if (fuelId !== 'acetylene') return { hoursLeft, limitM3s: null, within: true, smallest: null };
  const limitM3s = (leftM3 * DRAW_LIMITS[use]) / 3600;
  const may = (holdsM3: number): boolean => flowM3s <= ((holdsM3 * DRAW_LIMITS[use]) / 3600) * (1 + 1e-9);
  return {
    hoursLeft,
    limitM3s,
    within: may(leftM3),
    smallest: ACETYLENE_CYLINDERS.find((c) => may(c.holdsM3))?.id ?? null,
  };
}

/** Share of gas over what the joints themselves take: lighting, setting, between joints. */
export const BETWEEN_SHARE = 0.5;
export const BETWEEN_SOURCE = practice('half as much again for lighting, setting and holding between joints');

export interface TorchGas {
  readonly joints: number;
  /** Joints for which no time is known: this tip does not bring them to heat. */
  readonly without: number;
  readonly flameS: number;
  readonly fuelM3: number;
  readonly oxygenM3: number;
}

/** Gas of a job's joints together, with what goes between them. Source: BETWEEN_SOURCE. */
export function torchGas(
  joints: readonly ({ readonly seconds: number; readonly fuelM3: number; readonly oxygenM3: number } | null)[],
): TorchGas {
  const told = joints.filter((j) => j !== null);
  const sum = (of: 'seconds' | 'fuelM3' | 'oxygenM3'): number => told.reduce((s, j) => s + j[of], 0);
  const whole = 1 + BETWEEN_SHARE;
  return {
    joints: joints.length,
    without: joints.length - told.length,
    flameS: sum('seconds'),
    fuelM3: sum('fuelM3') * whole,
    oxygenM3: sum('oxygenM3') * whole,
  };
}
