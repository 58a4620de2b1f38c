import type { Line } from '@hephaist/contracts/records/line';
import type { PurgeSession } from '@hephaist/contracts/records/purge-session';
import { workingK } from '@hephaist/core/fillers/fillers';
import { coolToTouchS } from '@hephaist/core/heat/cooling';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import { PSI } from '@hephaist/core/units/units';

/** Time a joint is under the flame, s, for the heat that has spread by then. Source: practice. */
const HEATED_S = 90;
/** Cylinder pressure at which it is changed, Pa gauge. Source: practice. */
export const RESERVE_PA = 200 * PSI;
/** Share of the trickle under which the purge is too weak. Source: practice. */
const LEAST_SHARE = 0.6;

/** What somebody chooses before the nitrogen goes on. */
export interface SessionWishes {
  readonly by: string;
  readonly instruments: string | null;
  readonly cylinder: string;
  readonly holdS: number;
}

/** Seconds until a joint is cool to the touch by itself; alike joints are worked out once. */
export function coolSeconds(plans: ReadonlyMap<string, JointPlan>, airK: number): Record<string, number> {
  const known = new Map<string, number>();
  const out: Record<string, number> = {};
  for (const [id, p] of plans) {
    const chosen = p.selection.chosen;
    const hotK = chosen ? workingK(chosen.filler) : 1000;
    const key = [p.tube.odM, p.tube.wallM, p.overlap.overlapM, p.tubeMetal.id, hotK].join();
    const seconds =
      known.get(key) ??
      coolToTouchS({
        odM: p.tube.odM,
        wallM: p.tube.wallM,
        lapM: p.overlap.overlapM,
        socketWallM: p.tube.wallM,
        conductivityWmK: p.tubeMetal.conductivityWmK,
        heatCapacityJkgK: p.tubeMetal.heatCapacityJkgK,
        densityKgM3: p.tubeMetal.densityKgM3,
        hotK,
        airK,
        heatedS: HEATED_S,
      });
    known.set(key, seconds);
    out[id] = Math.round(seconds);
  }
  return out;
}

/** The session that is written down when the nitrogen goes on. */
export function sessionOf(
  id: string,
  line: Line,
  plans: ReadonlyMap<string, JointPlan>,
  network: PurgeNetwork,
  flows: { readonly fillM3s: number; readonly trickleM3s: number; readonly limit: number },
  wishes: SessionWishes,
  now: Date,
): PurgeSession {
  return {
    id,
    jobId: line.jobId,
    lineId: line.id,
    startedAt: now.toISOString(),
    by: wishes.by.trim(),
    instruments: wishes.instruments,
    cylinder: wishes.cylinder || (CYLINDERS.at(-1)?.id ?? ''),
    network,
    limit: flows.limit,
    holdS: wishes.holdS,
    fillM3s: flows.fillM3s,
    trickleM3s: flows.trickleM3s,
    leastFlowM3s: LEAST_SHARE * flows.trickleM3s,
    leastCylinderPa: RESERVE_PA,
    coolS: coolSeconds(plans, line.fitUpK),
  };
}
