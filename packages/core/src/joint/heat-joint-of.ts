import type { Tip } from '../heat/fuels.js';
import type { HeatJoint } from '../heat/heat-joint.js';
import type { SensitivePart } from '../heat/sensitive-parts.js';
import { isCast, type Metal } from '../metals/metals.js';
import { OXYGEN_IN_AIR } from '../purge/gas.js';
import { practice } from '../source/source.js';
import type { SocketKind } from '../strength/overlap.js';
import type { Tube } from '../tube/tube.js';
import { degFToK } from '../units/units.js';

export const SOCKET_WALL_SOURCE = practice(
  'a wrought socket is taken as thick as its tube, a brass or cast one twice as thick; behind a valve’s cup stands two thirds of a pound of its metal on 7/8 tube, more or less with the square of the tube',
);
/** What stands behind a valve's cup of this diameter, kg. */
const VALVE_BODY_KG = 0.3;
const VALVE_BODY_OD_M = 0.022225;
/** Brass and cast sockets over the wall of their tube. */
const THICK = 2;
/** Wider gaps and farther parts than these change nothing for the heat, m. */
const WIDEST_GAP_M = 0.01;
const FARTHEST_M = 5;
/** Until a rod is chosen, the heat is looked at by this, K. */
const TYPICAL_WORK_K = degFToK(1350);

interface Known {
  readonly kind: SocketKind;
  readonly tube: Tube;
  readonly tubeMetal: Metal;
  readonly socketMetal: Metal;
  readonly gapSideM: number;
  readonly lapM: number;
  readonly airK: number;
  readonly near: { readonly part: SensitivePart; readonly distanceM: number } | null;
  readonly hygroscopicOil: boolean;
  readonly tips: readonly Tip[] | undefined;
}

/** The joint as the heat plan sees it, without its rod; null for what is no tube in a socket. Source: SOCKET_WALL_SOURCE. */
export function heatJointOf(j: Known): HeatJoint | null {
  if (j.kind === 'patch' || j.kind === 'groove') return null;
  const isThick = isCast(j.socketMetal) || j.socketMetal.family === 'brass';
  return {
    tube: { metal: j.tubeMetal, odM: j.tube.odM, wallM: j.tube.wallM },
    socket: { metal: j.socketMetal, wallM: j.tube.wallM * (isThick ? THICK : 1) },
    lapM: j.lapM,
    gapSideM: Math.max(0, Math.min(WIDEST_GAP_M, j.gapSideM)),
    behind:
      j.kind === 'valve'
        ? { kind: 'body', massKg: VALVE_BODY_KG * (j.tube.odM / VALVE_BODY_OD_M) ** 2 }
        : { kind: 'goes on' },
    workK: TYPICAL_WORK_K,
    flux: null,
    airK: j.airK,
    purgeM3s: 0,
    oxygen: OXYGEN_IN_AIR,
    part: j.near
      ? {
          name: j.near.part.name,
          limitK: j.near.part.limitK,
          distanceM: Math.max(0.001, Math.min(FARTHEST_M, j.near.distanceM)),
        }
      : null,
    wrapRefused: j.hygroscopicOil,
    tips: j.tips,
  };
}
