import type { Flux } from '../fluxes/fluxes.js';
import type { Metal } from '../metals/metals.js';
import { requireRange } from '../source/problem.js';
import { type Chain, chainOf, type ChainSpec, type FarEnd } from './chain.js';
import type { Tip } from './fuels.js';
import { diffusivity } from './metal-heat.js';

/** A part nearby that heat ruins, as the heat plan sees it. */
export interface HeatPart {
  readonly name: string;
  readonly limitK: number;
  /** Along the tube from the mouth of the socket, m. */
  readonly distanceM: number;
}

/** All that the heat plan asks of a joint. Lengths m, temperatures K. */
export interface HeatJoint {
  readonly tube: { readonly metal: Metal; readonly odM: number; readonly wallM: number };
  readonly socket: { readonly metal: Metal; readonly wallM: number };
  readonly lapM: number;
  readonly gapSideM: number;
  /** What stands behind the socket. */
  readonly behind: FarEnd;
  /** Temperature the rod is worked at. */
  readonly workK: number;
  readonly flux: Flux | null;
  readonly airK: number;
  readonly purgeM3s: number;
  /** Oxygen inside by the plan, volume fraction. */
  readonly oxygen: number;
  readonly part: HeatPart | null;
  /** The line is open and its oil drinks water: no wet wrap. */
  readonly wrapRefused: boolean;
  /** Tips that it is planned with, small to large; the generic chart where left out. */
  readonly tips?: readonly Tip[] | undefined;
}

/** Longest heating that is looked at, s; heat is followed as far as it gets by then and while it soaks on. */
export const LONGEST_HEAT_S = 360;
const REACHES = 4.5;

/** The joint in cells. @throws InputError naming what cannot be */
export function jointChain(joint: HeatJoint, more: Partial<ChainSpec> = {}): Chain {
  const { tube, socket, lapM } = joint;
  const fastest = Math.max(diffusivity(tube.metal), diffusivity(socket.metal));
  if (joint.part)
    requireRange(
      'part.distanceM',
      joint.part.distanceM,
      0.001,
      5,
      'm from the socket: the part must not stand in the lap',
    );
  return chainOf({
    tube,
    socket: { metal: socket.metal, odM: tube.odM + 2 * joint.gapSideM + 2 * socket.wallM, wallM: socket.wallM },
    lapM,
    gapSideM: joint.gapSideM,
    tubeEnd: { kind: 'goes on' },
    socketEnd: joint.behind,
    reachM: Math.max(0.05, (joint.part?.distanceM ?? 0) + 0.1, REACHES * Math.sqrt(fastest * LONGEST_HEAT_S)),
    ...more,
  });
}

/** To what alike joints are rounded: gap, lap, air, working heat. */
const GAP_M = 5e-5;
const LAP_STEP_M = 5e-4;
const AIR_STEP_K = 5;
const WORK_STEP_K = 10;
const toStep = (x: number, step: number): number => Math.round(x / step) * step;

/** The joint without what changes its heat little, so that alike joints share a run: exact fit, flux and trickle. */
export const alikeJoint = (joint: HeatJoint): HeatJoint => ({
  ...joint,
  gapSideM: GAP_M,
  lapM: Math.max(LAP_STEP_M, toStep(joint.lapM, LAP_STEP_M)),
  airK: toStep(joint.airK, AIR_STEP_K),
  workK: toStep(joint.workK, WORK_STEP_K),
  flux: null,
  purgeM3s: 0,
});
