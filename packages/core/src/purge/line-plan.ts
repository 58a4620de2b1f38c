import { type CylinderPlan, cylinderSwaps } from './cylinder.js';
import { type FlowAnswer, solveFlow } from './flow.js';
import { AIR_HEAVIER, GRAVITY } from './gas.js';
import { fedBy, withOnlyVent } from './layout.js';
import { blowOutPa } from './loss.js';
import { type LineRun, lineTotals, type PurgeNetwork } from './network.js';
import { type JointOrder, jointOrder, reachFrom, type VentStage } from './order.js';
import { jointLimitPa, PURGE_LIMIT_PA } from './pressure-limit.js';
import { contrastAt, fillFlow, richardsonNumber, trickleFlow } from './single-line.js';
import { enoughSeconds, type Sweep, sweep } from './transport.js';

/** Steps that a sweep is shown in. */
const SHOWN_STEPS = 240;
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
  /** Time that matters: until ready, or until air is back over the limit, s; null where time is not the trouble or never comes. */
  readonly seconds: number | null;
  /** Gauge pressure at the worst joint, Pa, and where its filler is pushed out; null where pressure is not the trouble. */
  readonly pressure: { readonly joint: string; readonly pa: number; readonly blowOutPa: number } | null;
}

export interface LinePurge {
  readonly totals: { readonly lengthM: number; readonly areaM2: number; readonly volumeM3: number };
  /** Flows that go in at the first stage: those asked for, or what the pressure at the joints lets through. */
  readonly fillM3s: number;
  readonly trickleM3s: number;
  /** Most gauge pressure to set, Pa, where pressure and not the meter sets a flow; null where the meter does. */
  readonly setPa: number | null;
  /** Vents whose stage never comes under the limit: what the line takes is then not known. */
  readonly neverReady: readonly string[];
  readonly order: JointOrder;
  readonly stages: readonly PurgeStage[];
  /** Pressure at each joint at the trickle, first stage, with its margin to blowing out. */
  readonly pressures: readonly { readonly joint: string; readonly pa: number; readonly blowOutPa: number }[];
  /** Runs on the way to the vent that are filled, or kept, so slowly that gas layers if they lie level: the one-dimensional answer is not to be trusted there. */
  readonly layering: readonly string[];
  readonly mishaps: readonly Mishap[];
  /** Null where a stage is never ready. */
  readonly nitrogenM3: number | null;
  readonly seconds: number | null;
  readonly cylinders: CylinderPlan | null;
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

/** A run that a good part of the gas goes through, but slower than its own weight spreads it. */
function mayLayer(r: LineRun, flow: FlowAnswer, contrast: number): boolean {
  const m3s = Math.abs(flow.runs.get(r.id) ?? 0);
  const speed = m3s / ((Math.PI / 4) * r.boreM ** 2);
  return m3s > 0.2 * flow.fedM3s && speed > 1e-6 && richardsonNumber(speed, r.boreM, contrast) > 1;
}

/** The widest gap that is still to be filled, m; 0 where none is open. Molten filler leaves it first. */
const widestGap = (net: PurgeNetwork): number =>
  net.joints.reduce((widest, j) => (j.brazed ? widest : Math.max(widest, j.gapSideM)), 0);

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

const BUOYANCY_M_S2 = AIR_HEAVIER * GRAVITY;
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

/** The line with one vent open at a stage, filling or at the trickle; the regulator holds the pressure it must not pass. */
const stageNet = (net: PurgeNetwork, vent: string | null, m3s: number, mostPa: number): PurgeNetwork =>
  withOnlyVent(fedBy(net, { by: 'flow', m3s, mostPa }), vent);

/**
 * Plans the purge of a whole line: order of joints and vents, fill time of each stage, pressure at each joint, what
 * nitrogen it takes, and what three mishaps would do. Each stage is counted from air, so that nobody strikes early.
 * Where a narrow tube would need more pressure for the usual flow than a joint bears, the pressure sets the flow.
 * @throws InputError naming what is wrong with the line or a wish
 */
export function planLinePurge(net: PurgeNetwork, wishes: LinePurgeWishes): LinePurge {
  const bore = widest(net);
  const fillAsked = wishes.fillM3s ?? fillFlow(bore);
  const trickleAsked = wishes.trickleM3s ?? trickleFlow(bore);
  const { limit, minutesPerJoint, usableM3, going } = wishes;
  const tricklePa = jointLimitPa(widestGap(net));
  const order = jointOrder(net);
  const stages: PurgeStage[] = [];
  const trickles: FlowAnswer[] = [];
  let stopped = false;
  for (const [i, stage] of order.stages.entries()) {
    const filling = stageNet(net, stage.vent, fillAsked, PURGE_LIMIT_PA);
    const flow = solveFlow(filling);
    const trickle = solveFlow(stageNet(net, stage.vent, trickleAsked, tricklePa));
    trickles.push(trickle);
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
      fillM3: readyS * flow.fedM3s,
      brazeM3: stage.joints.length * minutesPerJoint * 60 * trickle.fedM3s,
    });
    if (stopped) break;
  }
  const [first, trickle] = [stages[0], trickles[0] ?? solveFlow(stageNet(net, null, trickleAsked, tricklePa))];
  const mishaps: Mishap[] =
    first && !stopped
      ? [
          ventShut(net, trickle.fedM3s || trickleAsked),
          misread(net, first, limit),
          hoseOff(withOnlyVent(net, first.vent), first, limit),
        ]
      : [];
  const neverReady = stages.filter((s) => !Number.isFinite(s.readyS)).map((s) => s.vent);
  const known = neverReady.length === 0;
  const steps = stages.flatMap((s) => s.joints.map((_, k) => (k === 0 ? s.fillM3 : 0) + s.brazeM3 / s.joints.length));
  return {
    totals: lineTotals(net.runs),
    fillM3s: first?.flow.fedM3s ?? fillAsked,
    trickleM3s: first ? trickle.fedM3s : trickleAsked,
    setPa: first?.flow.atLimit || (first && trickle.atLimit) ? tricklePa : null,
    neverReady,
    order,
    stages,
    pressures: net.joints
      .filter((j) => !j.brazed)
      .map((j) => ({ joint: j.id, pa: trickle.pa.get(j.node) ?? 0, blowOutPa: blowOutPa(j.gapSideM) })),
    layering: net.runs
      .filter((r) => (first && mayLayer(r, first.flow, 1)) || mayLayer(r, trickle, contrastAt(limit)))
      .map((r) => r.id),
    mishaps,
    nitrogenM3: known ? stages.reduce((sum, s) => sum + s.fillM3 + s.brazeM3, 0) : null,
    seconds: known ? stages.reduce((sum, s) => sum + s.readyS + s.joints.length * minutesPerJoint * 60, 0) : null,
    cylinders: known ? cylinderSwaps(steps, usableM3) : null,
    stopped,
  };
}

/** The meter read double: half the gas goes in, and the line takes longer than the plan says, or is never ready. */
function misread(net: PurgeNetwork, stage: PurgeStage, limit: number): Mishap {
  const half = stageNet(net, stage.vent, stage.flow.fedM3s / 2 || 1e-7, PURGE_LIMIT_PA);
  const flow = solveFlow(half);
  const slow = sweep(half, flow, { seconds: enoughSeconds(half, flow, limit), steps: SHOWN_STEPS, limit });
  const later = readyOf(stage.joints, slow) - stage.readyS;
  return {
    id: 'meter misread',
    says: Number.isFinite(later)
      ? 'The flow meter read double: the line is ready this much later than the plan says.'
      : 'The flow meter read double: the line never comes under the limit.',
    seconds: Number.isFinite(later) ? later : null,
    pressure: null,
  };
}
