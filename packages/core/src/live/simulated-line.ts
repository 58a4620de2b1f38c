import { turningPoint } from '../numeric/root.js';
import { gasInCylinder } from '../purge/cylinder.js';
import { type FlowAnswer, solveFlow } from '../purge/flow.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { withOnlyVent } from '../purge/layout.js';
import { creepSpeed } from '../purge/line-plan.js';
import type { PurgeNetwork } from '../purge/network.js';
import { PURGE_LIMIT_PA } from '../purge/pressure-limit.js';
import { sweep } from '../purge/transport.js';
import { degFToK } from '../units/units.js';
import type { DeviceId } from './instruments.js';

/** What can be made to go wrong at the stand-in. */
export const STAND_IN_MISHAPS = [
  'none',
  'hose off',
  'hose loose',
  'vent shut',
  'cylinder nearly empty',
  'analyser silent',
  'analyser speaks rubbish',
  'clock jumps',
] as const;
export type StandInMishap = (typeof STAND_IN_MISHAPS)[number];

/** How the line's valves stand. */
export interface LineSetting {
  /** Flow set at the meter, m3/s; 0 where the valve is shut. */
  readonly feedM3s: number;
  readonly vent: string | null;
  readonly mishap: StandInMishap;
}

/** What is truly so, before an instrument reads it. SI. */
export type LineTruth = Readonly<Record<DeviceId, number>>;

/** Oxygen that a loose hose draws in with the nitrogen, volume fraction. Source: practice. */
const LOOSE = 0.03;
const TEMP_K = degFToK(68);
/** Regulators stop holding their flow near here, Pa gauge. */
const SPENT_PA = 2 * 6894.757;

/** A line that can be purged in simulated time: the same flow and transport as the plan, driven step by step. */
export interface SimulatedLine {
  /** Lets time pass. @returns what the instruments would meet at the end of it */
  readonly pass: (seconds: number, setting: LineSetting) => LineTruth;
}

/**
 * @param net the line; all air at first
 * @param waterM3 inside volume of the cylinder
 * @param startPa its pressure at first, Pa gauge
 */
export function simulatedLine(net: PurgeNetwork, waterM3: number, startPa: number): SimulatedLine {
  const widest = Math.max(...net.runs.map((r) => r.boreM));
  // One mesh for every setting, so that the gas stays where it is when a valve is turned.
  const fed = { ...net, feed: { by: 'flow' as const, m3s: 1e-4, mostPa: PURGE_LIMIT_PA } };
  const firstVent = net.nodes.find((n) => n.kind === 'vent')?.id ?? null;
  const meshOf: FlowAnswer = solveFlow(withOnlyVent(fed, firstVent));
  let state: Float64Array | undefined;
  let gasM3 = gasInCylinder(waterM3, startPa, TEMP_K);
  const pressure = (): number => {
    // Gas to pressure by halving: the real-gas law goes one way.
    return turningPoint((pa) => gasInCylinder(waterM3, pa, TEMP_K) <= gasM3, 0, 2e7);
  };
  let emptied = false;
  return {
    pass: (seconds, { feedM3s, vent, mishap }) => {
      if (mishap === 'cylinder nearly empty' && !emptied) {
        emptied = true;
        gasM3 = Math.min(gasM3, gasInCylinder(waterM3, 8e5, TEMP_K));
      } else if (mishap !== 'cylinder nearly empty' && emptied) {
        emptied = false;
        gasM3 = gasInCylinder(waterM3, startPa, TEMP_K);
      }
      const metered = pressure() > SPENT_PA ? feedM3s : 0;
      const off = mishap === 'hose off';
      // With the hose off heavier air creeps in along the bottom of the widest tube; so does it with the valve shut.
      const creep = (creepSpeed(widest) * (Math.PI / 4) * widest ** 2) / 2;
      const enters = off ? creep : metered;
      const shut = mishap === 'vent shut';
      const here = withOnlyVent(
        { ...net, feed: { by: 'flow', m3s: Math.max(1e-7, enters), mostPa: PURGE_LIMIT_PA } },
        shut ? null : vent,
      );
      const flow = solveFlow(here);
      const result = sweep(here, flow, {
        seconds,
        steps: 4,
        finest: 24,
        limit: 0.01,
        meshOf,
        supply: off ? OXYGEN_IN_AIR : mishap === 'hose loose' ? LOOSE : 0,
        ...(state ? { start: state } : {}),
      });
      state = result.end;
      const through = off ? metered : metered > 0 ? flow.fedM3s : 0;
      gasM3 = Math.max(0, gasM3 - through * seconds);
      const at = net.nodes.findIndex((n) => n.id === (vent ?? firstVent));
      // The analyser sits in what leaves the vent: with that shut it meets the room's air.
      const oxygen = shut ? OXYGEN_IN_AIR : (state[at] ?? OXYGEN_IN_AIR);
      return { oxygen, flow: through, cylinder: pressure() };
    },
  };
}

/** How an instrument falls short of the truth. */
export interface SensorLaw {
  /** Time constant of its answer, s. */
  readonly lagS: number;
  /** Spread of its noise: a share of the reading, and a floor in SI. */
  readonly noiseShare: number;
  readonly noiseFloor: number;
  /** Drift, SI per hour. */
  readonly driftPerH: number;
}

/** Laws of the stand-ins. Source: practice, orders of magnitude of workshop instruments. */
export const SENSOR_LAWS: Readonly<Record<DeviceId, SensorLaw>> = {
  oxygen: { lagS: 4, noiseShare: 0.004, noiseFloor: 5e-5, driftPerH: 1e-4 },
  flow: { lagS: 0.5, noiseShare: 0.01, noiseFloor: 2e-7, driftPerH: 0 },
  cylinder: { lagS: 0.5, noiseShare: 0.002, noiseFloor: 5e3, driftPerH: 0 },
};

/**
 * An instrument that lags, drifts and is noisy.
 * @param random uniform in [0, 1), from outside so that it can be set
 */
export function sensor(law: SensorLaw, random: () => number): (truth: number, seconds: number) => number {
  let [seen, age] = [NaN, 0];
  const bell = (): number => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  return (truth, seconds) => {
    age += seconds;
    seen = Number.isNaN(seen) ? truth : seen + (truth - seen) * (1 - Math.exp(-seconds / law.lagS));
    return seen + bell() * Math.hypot(law.noiseShare * seen, law.noiseFloor) + (law.driftPerH * age) / 3600;
  };
}
