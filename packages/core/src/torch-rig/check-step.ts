import type { SchoolId, Schools } from '../schools/schools.js';
import { practice, type Source } from '../source/source.js';
import type { TorchRig } from './rig.js';
import type { CheckStage } from './rounds.js';

/** Schools that a rig's steps go by. */
export const RIG_SCHOOLS = [
  'shutOff',
  'acetyleneValve',
  'oxygenValve',
  'regulator',
] as const satisfies readonly SchoolId[];
export type RigSchools = Pick<Schools, (typeof RIG_SCHOOLS)[number]>;

/** One step: one thing the hand does, with its reason. */
export interface CheckStep {
  readonly id: string;
  readonly stage: CheckStage;
  /** "Open the acetylene cylinder three quarters of a turn." */
  readonly does: string;
  readonly why: string;
  readonly source: Source;
  /** What can hurt here. */
  readonly mind?: string;
  /** More than a yes: gauges begun to be watched, gauges read again, or the flame told by its look. */
  readonly asks?: 'gauges before' | 'gauges after' | 'flame';
  /** Where on the rig it is, as its fields are called. */
  readonly at?: string;
  /** The school it goes by, where practice disagrees. */
  readonly school?: SchoolId;
}

export type StepsOf = (rig: TorchRig, schools: RigSchools) => readonly CheckStep[];

/** Where the hand is at each step. */
const AT: Readonly<Record<string, string>> = {
  upright: 'fuelCylinder oxygenCylinder',
  hoses: 'fuelHose oxygenHose',
  'no-oil': 'oxygenRegulator',
  crack: 'fuelCylinder oxygenCylinder',
  tip: 'tips',
  'screws-out': 'fuelRegulator oxygenRegulator',
  'open-fuel': 'fuelCylinder',
  'open-oxygen': 'oxygenCylinder',
  set: 'fuelRegulator oxygenRegulator',
  'shut-in': 'fuelCylinder oxygenCylinder',
  solution: 'fuelHose oxygenHose',
  'read-again': 'fuelRegulator oxygenRegulator',
  point: 'tips',
  strike: 'tips',
  'oxygen-in': 'tips',
  'first-off': 'tips',
  'then-off': 'tips',
  cylinders: 'fuelCylinder oxygenCylinder',
  drain: 'fuelHose oxygenHose',
  'back-off': 'fuelRegulator oxygenRegulator',
  coil: 'fuelHose oxygenHose',
  'tip-cool': 'tips',
  stands: 'fuelCylinder oxygenCylinder',
};

type More = Partial<Omit<CheckStep, 'id' | 'stage' | 'does' | 'why'>>;

/** A step of a stage; practice of the trade where no source is named. */
export const stepOf =
  (stage: CheckStage) =>
  (id: string, does: string, why: string, more: More = {}): CheckStep => ({
    id,
    stage,
    does,
    why,
    source: practice(),
    ...(AT[id] ? { at: AT[id] } : {}),
    ...more,
  });

/** Steps, those that do not apply left out. */
export const steps = (...all: readonly (CheckStep | false | null)[]): readonly CheckStep[] =>
  all.filter((s): s is CheckStep => Boolean(s));
