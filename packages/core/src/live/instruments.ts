import { practice } from '../source/source.js';
import { BAR, LITRE_PER_MIN, PSI, SCFH } from '../units/units.js';

export type DeviceId = 'oxygen' | 'flow' | 'cylinder';

/** What an instrument at the purge tells, in SI: oxygen as a volume fraction, flow in m3/s, cylinder pressure in Pa gauge. */
export interface Device {
  readonly id: DeviceId;
  readonly name: string;
  /** Units it may speak, each with its size in SI. */
  readonly units: Readonly<Record<string, number>>;
  /** Readings outside are rubbish: no instrument of this kind can mean them. SI. */
  readonly least: number;
  readonly most: number;
}

/** A reading older than this is stale, s. Source: practice. */
export const STALE_S = 5;
export const STALE_SOURCE = practice('instruments that speak every second are missed after five');

// An analyser near zero may drift a little below it; that is said as it is.
export const DEVICES: Readonly<Record<DeviceId, Device>> = {
  oxygen: {
    id: 'oxygen',
    name: 'oxygen analyser',
    units: { '%': 0.01, ppm: 1e-6 },
    least: -0.005,
    most: 0.25,
  },
  flow: {
    id: 'flow',
    name: 'flow meter',
    units: { scfh: SCFH, 'l/min': LITRE_PER_MIN },
    least: -SCFH,
    most: 1000 * SCFH,
  },
  cylinder: { id: 'cylinder', name: 'cylinder gauge', units: { psi: PSI, bar: BAR }, least: -PSI, most: 400 * BAR },
};
export const DEVICE_IDS = Object.keys(DEVICES) as DeviceId[];

/** One line of an instrument, read. */
export interface SpokenReading {
  readonly device: DeviceId;
  /** SI. */
  readonly value: number;
  /** The instrument's own time in ms, where it tells one. It is kept, never relied on. */
  readonly toldMs: number | null;
}

/** Longest line that can be a reading. */
export const LONGEST_LINE = 120;
const form = /^(oxygen|flow|cylinder) (-?\d{1,6}(?:\.\d{1,6})?) (\S{1,6})(?: at (\S{1,40}))?$/;

/**
 * Reads one line of text of an instrument: `oxygen 0.84 % at 2026-11-23T19:20:01.200Z`, the time left out where the
 * instrument has no clock. Anything else is rubbish and says why; nothing is guessed.
 */
export function readInstrumentLine(line: string): SpokenReading | { readonly rubbish: string } {
  if (line.length > LONGEST_LINE) return { rubbish: `a line of ${line.length} characters` };
  const m = form.exec(line.trim());
  if (!m) return { rubbish: 'not of the form "oxygen 0.84 %"' };
  const device = DEVICES[m[1] as DeviceId];
  const unit = device.units[(m[3] as string).toLowerCase()];
  if (unit === undefined) return { rubbish: `the ${device.name} speaks ${Object.keys(device.units).join(' or ')}` };
  const value = Number(m[2]) * unit;
  if (!(value >= device.least && value <= device.most))
    return { rubbish: `the ${device.name} cannot mean ${m[2]} ${m[3]}` };
  const toldMs = m[4] === undefined ? null : Date.parse(m[4]);
  if (toldMs !== null && !Number.isFinite(toldMs)) return { rubbish: `"${m[4]}" is no time` };
  return { device: device.id, value, toldMs };
}

/** The line that says a reading, in the instrument's first unit. */
export function writeInstrumentLine({ device, value, toldMs }: SpokenReading): string {
  const [unit, size] = Object.entries(DEVICES[device].units)[0] as [string, number];
  const at = toldMs === null ? '' : ` at ${new Date(toldMs).toISOString()}`;
  return `${device} ${(value / size).toFixed(4)} ${unit}${at}`;
}

/** An instrument's clock that moves this much against ours has jumped, ms. */
export const JUMP_MS = 2000;

/** True where two times told by an instrument disagree with the times they came at: its clock or ours was set. */
export function clockJumped(
  before: { readonly toldMs: number; readonly cameMs: number },
  now: { readonly toldMs: number; readonly cameMs: number },
): boolean {
  return Math.abs(now.toldMs - before.toldMs - (now.cameMs - before.cameMs)) > JUMP_MS;
}
