import type { Line } from '@hephaist/contracts/records/line';
import type { PurgeSession } from '@hephaist/contracts/records/purge-session';
import { usualHeat } from '@hephaist/core/heat/usual-heat';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { CYLINDERS } from '@hephaist/core/purge/cylinder';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import { PSI } from '@hephaist/core/units/units';

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

/** Until a joint that the heat plan has nothing to say of may be touched, s. Source: practice. */
const COOLS_S = 600;

/** Seconds until a joint is cool to the touch by itself, by its heat plan. */
export function coolSeconds(plans: ReadonlyMap<string, JointPlan>, airK: number): Record<string, number> {
  const out: Record<string, number> = {};
  for (const [id, { heat }] of plans) out[id] = heat ? Math.round(usualHeat({ ...heat, airK }).coolS.still) : COOLS_S;
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
