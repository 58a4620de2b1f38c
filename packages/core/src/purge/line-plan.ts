import { cylinderSwaps, type CylinderPlan } from './cylinder.js';
import { blowOutPa, solveFlow, type FlowAnswer } from './flow.js';
import { fedBy, withOnlyVent } from './layout.js';
import { lineTotals, type LineRun, type PurgeNetwork } from './network.js';
import { jointOrder, reachFrom, type JointOrder, type VentStage } from './order.js';
import { fillFlow, richardsonNumber, trickleFlow } from './single-line.js';
import { enoughSeconds, sweep, type Sweep } from './transport.js';

/** Steps that a sweep is shown in. */
const SHOWN_STEPS = 240;
/** Regulator limit on the purge, Pa gauge: 2 psi. Source: practice. */
export const PURGE_LIMIT_PA = 13790;

export interface LinePurgeWishes {
  /** Oxygen limit as a volume fraction. */
  readonly limit: number;
  /** Minutes at the trickle for each joint, brazing and cooling together. */
  readonly minutesPerJoint: number;
  /** Gas in a full cylinder above its reserve, m3 at 1 atm. */
  readonly usableM3: number;
  readonly fillM3s?: number;
  readonly trickleM3s?: number;
  /** Told how far it is, 0 to 1; false stops the work. */
  readonly going?: (done: number) => boolean;
}

/** One stage of the plan: a vent open, the line filled, its joints brazed. */
export interface PurgeStage extends VentStage {
  readonly flow: FlowAnswer;
  readonly sweep: Sweep;
  /** Fill time until every joint of the stage is under the limit, s. */
  readonly readyS: number;
  /** Nitrogen used while filling and while brazing, m3 at 1 atm. */
  readonly fillM3: number;
  readonly brazeM3: number;
}

export interface Mishap {
  readonly id: 'vent shut' | 'meter misread' | 'hose off';
  readonly says: string;
  /** Time that matters: until ready, or until air is back over the limit, s; null where time is not the trouble. */
  readonly seconds: number | null;
  /** Gauge pressure at the worst joint, Pa, and where its filler is pushed out; null where pressure is not the trouble. */
  readonly pressure: { readonly joint: string; readonly pa: number; readonly blowOutPa: number } | null;
}

export interface LinePurge {
  readonly totals: { readonly lengthM: number; readonly areaM2: number; readonly volumeM3: number };
  readonly fillM3s: number;
  readonly trickleM3s: number;
  readonly order: JointOrder;
  readonly stages: readonly PurgeStage[];
  /** Pressure at each joint at the trickle, first stage, with its margin to blowing out. */
  readonly pressures: readonly { readonly joint: string; readonly pa: number; readonly blowOutPa: number }[];
  /** Runs where the trickle is so slow that gas may layer if they lie level: the one-dimensional answer is not to be trusted there. */
  readonly layering: readonly string[];
  readonly mishaps: readonly Mishap[];
  readonly nitrogenM3: number;
  readonly seconds: number;
  readonly cylinders: CylinderPlan;
  readonly stopped: boolean;
}

const widest = (net: PurgeNetwork): number => Math.max(...net.runs.map((r) => r.boreM));

function worstPressure(net: PurgeNetwork, flow: FlowAnswer): Mishap['pressure'] {
  let worst: Mishap['pressure'] = null;
  for (const j of net.joints) {
    if (j.brazed) continue;
    const pa = flow.pa.get(j.node) ?? 0;
    const limit = blowOutPa(j.gapSideM);
    if (!worst || pa / limit > worst.pa / worst.blowOutPa) worst = { joint: j.id, pa, blowOutPa: limit };
  }
  return worst;
}

/** A run that the gas goes through, but slower than its own weight spreads it. */
function mayLayer(r: LineRun, m3s: number): boolean {
  const speed = Math.abs(m3s) / ((Math.PI / 4) * r.boreM ** 2);
  return speed > 1e-6 && richardsonNumber(speed, r.boreM) > 1;
}

/** Molten filler seals the joint that is being brazed, so a shut vent leaves only the other gaps. */
function ventShut(net: PurgeNetwork, trickleM3s: number): Mishap {
  const shut = withOnlyVent(fedBy(net, { by: 'flow', m3s: trickleM3s, mostPa: PURGE_LIMIT_PA }), null);
  const pressure = worstPressure(net, solveFlow(shut));
  const blows = pressure !== null && pressure.pa >= pressure.blowOutPa;
  return {
    id: 'vent shut',
    says: blows
      ? 'The vent forgotten shut: pressure climbs until molten filler is pushed out.'
      : 'The vent forgotten shut: the gaps still let the gas out, but nothing sweeps the line.',
    seconds: null,
    pressure,
  };
}

const readyOf = (ids: readonly string[], s: Sweep): number =>
  Math.max(0, ...ids.map((id) => s.readyS.get(id) ?? Infinity));

/** Air is about 3 % heavier than nitrogen. */
const BUOYANCY_M_S2 = 0.03 * 9.81;
/** Speed at which heavier air creeps along the bottom of an open level tube, m/s: Benjamin's half root of g' d. */
export const creepSpeed = (boreM: number): number => 0.5 * Math.sqrt(BUOYANCY_M_S2 * boreM);

/** How soon air may be back at the first joint of the stage after the hose falls off, s; and when by diffusion alone. */
function hoseOff(net: PurgeNetwork, stage: PurgeStage, limit: number): Mishap {
  const off = fedBy(net, { by: 'off', holeM: widest(net) });
  const still = solveFlow(off);
  const after = sweep(off, still, {
    seconds: 3600,
    steps: SHOWN_STEPS,
    limit,
    start: stage.sweep.end,
    meshOf: stage.flow,
  });
  const ends = off.nodes.filter((n) => n.kind === 'source' || (n.kind === 'vent' && n.open !== false)).map((n) => n.id);
  const { at } = reachFrom(off, ends);
  let [diffused, soonest] = [Infinity, Infinity];
  for (const id of stage.joints) {
    const node = net.joints.find((j) => j.id === id)?.node ?? '';
    const series = after.nodes.get(node);
    const k = series?.findIndex((c, i) => i > 0 && c > limit) ?? -1;
    if (k > 0) diffused = Math.min(diffused, after.timeS[k] ?? Infinity);
    soonest = Math.min(soonest, (at.get(node) ?? Infinity) / creepSpeed(widest(net)));
  }
  return {
    id: 'hose off',
    says: Number.isFinite(diffused)
      ? 'The hose falls off: in a level tube heavier air creeps in along the bottom this soon; by diffusion alone it is back within the hour.'
      : 'The hose falls off: in a level tube heavier air creeps in along the bottom this soon; by diffusion alone it would take over an hour.',
    seconds: Math.min(diffused, soonest),
    pressure: null,
  };
}

/**
 * Plans the purge of a whole line: order of joints and vents, fill time of each stage, pressure at each joint, what
 * nitrogen it takes, and what three mishaps would do. Each stage is counted from air, so that nobody strikes early.
 * @throws InputError naming what is wrong with the line or a wish
 */
export function planLinePurge(net: PurgeNetwork, wishes: LinePurgeWishes): LinePurge {
  const bore = widest(net);
  const fillM3s = wishes.fillM3s ?? fillFlow(bore);
  const trickleM3s = wishes.trickleM3s ?? trickleFlow(bore);
  const { limit, minutesPerJoint, usableM3, going } = wishes;
  const order = jointOrder(net);
  const stages: PurgeStage[] = [];
  let stopped = false;
  for (const [i, stage] of order.stages.entries()) {
    const filling = withOnlyVent(fedBy(net, { by: 'flow', m3s: fillM3s, mostPa: PURGE_LIMIT_PA }), stage.vent);
    const flow = solveFlow(filling);
    const told = going && ((done: number): boolean => going((i + done) / order.stages.length));
    const result = sweep(filling, flow, {
      seconds: enoughSeconds(filling, flow, limit),
      steps: SHOWN_STEPS,
      limit,
      ...(told ? { going: told } : {}),
    });
    stopped ||= result.stopped;
    const readyS = readyOf(stage.joints, result);
    stages.push({
      ...stage,
      flow,
      sweep: result,
      readyS,
      fillM3: Number.isFinite(readyS) ? readyS * flow.fedM3s : 0,
      brazeM3: stage.joints.length * minutesPerJoint * 60 * trickleM3s,
    });
    if (stopped) break;
  }
  const first = stages[0];
  const trickling = withOnlyVent(
    fedBy(net, { by: 'flow', m3s: trickleM3s, mostPa: PURGE_LIMIT_PA }),
    first?.vent ?? null,
  );
  const trickle = solveFlow(trickling);
  const mishaps: Mishap[] =
    first && !stopped
      ? [
          ventShut(net, trickleM3s),
          misread(net, first, fillM3s, limit),
          hoseOff(withOnlyVent(net, first.vent), first, limit),
        ]
      : [];
  const steps = stages.flatMap((s) => s.joints.map((_, k) => (k === 0 ? s.fillM3 : 0) + s.brazeM3 / s.joints.length));
  return {
    totals: lineTotals(net.runs),
    fillM3s,
    trickleM3s,
    order,
    stages,
    pressures: net.joints
      .filter((j) => !j.brazed)
      .map((j) => ({ joint: j.id, pa: trickle.pa.get(j.node) ?? 0, blowOutPa: blowOutPa(j.gapSideM) })),
    layering: net.runs.filter((r) => mayLayer(r, trickle.runs.get(r.id) ?? 0)).map((r) => r.id),
    mishaps,
    nitrogenM3: stages.reduce((sum, s) => sum + s.fillM3 + s.brazeM3, 0),
    seconds: stages.reduce(
      (sum, s) => sum + (Number.isFinite(s.readyS) ? s.readyS : 0) + s.joints.length * minutesPerJoint * 60,
      0,
    ),
    cylinders: cylinderSwaps(steps, usableM3),
    stopped,
  };
}

/** The meter read double: half the gas goes in, and the line takes longer than the plan says. */
function misread(net: PurgeNetwork, stage: PurgeStage, fillM3s: number, limit: number): Mishap {
  const half = withOnlyVent(fedBy(net, { by: 'flow', m3s: fillM3s / 2, mostPa: PURGE_LIMIT_PA }), stage.vent);
  const flow = solveFlow(half);
  const slow = sweep(half, flow, { seconds: enoughSeconds(half, flow, limit), steps: SHOWN_STEPS, limit });
  return {
    id: 'meter misread',
    says: 'The flow meter read double: the line is ready this much later than the plan says.',
    seconds: readyOf(stage.joints, slow) - stage.readyS,
    pressure: null,
  };
}
