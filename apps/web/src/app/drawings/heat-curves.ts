import { HEAT_COLOURS, showsColour } from '@hephaist/core/heat/colours';
import type { HeatJoint } from '@hephaist/core/heat/heat-joint';
import type { Instant as HeatInstant } from '@hephaist/core/heat/heat-run';
import { type Seen, seenOnTheWay } from '@hephaist/core/heat/heat-seen';
import type { HeatPlan } from '@hephaist/core/heat/plan-heat';
import { displayUnit, formatDuration, type UnitSystem } from '@hephaist/core/units/units';
import { scaleLinear } from 'd3';
import type { Axis, Curve, Instant, Point } from './chart-frame';

/** Time shown after the flame has left, against the time before: heat still soaks on. */
const AFTER = 0.6;

/** Last instant that is drawn, s. */
export const shownS = (plan: HeatPlan): number => plan.leaveAtS * (1 + AFTER);

const metalsOf = (joint: HeatJoint) => [joint.tube.metal, joint.socket.metal];

/** What is seen on the way, in order. */
export const seenOf = (joint: HeatJoint, plan: HeatPlan): Seen[] =>
  seenOnTheWay(
    plan.curve.filter((n) => n.timeS <= plan.leaveAtS + 1e-6),
    { metals: metalsOf(joint), flux: joint.flux, workK: joint.workK, purged: joint.purgeM3s > 0 },
  );

/** A temperature axis in the units of the moment. */
export function temperatureAxis(fromK: number, toK: number, system: UnitSystem): Axis {
  const unit = displayUnit('temperature', system);
  return {
    from: fromK,
    to: toK,
    ticks: scaleLinear()
      .domain([unit.fromSi(fromK), unit.fromSi(toK)])
      .ticks(6)
      .map((at) => ({ at: unit.toSi(at), text: String(at) })),
    say: (k) => `${Math.round(unit.fromSi(k))} ${unit.symbol}`,
  };
}

const upTo = (points: readonly Point[], endS: number): Point[] => points.filter(([t]) => t <= endS);

/** Tube, socket and the part nearby against time: the coldest of the lap on each. */
export function heatCurves(joint: HeatJoint, plan: HeatPlan): Curve[] {
  const of = (say: (n: HeatInstant) => number): Point[] =>
    upTo(
      plan.curve.map((n) => [n.timeS, say(n)] as const),
      shownS(plan),
    );
  const curves: Curve[] = [
    { id: 'tube', name: 'tube', points: of((n) => n.tubeK), dash: 'none' },
    { id: 'socket', name: 'socket', points: of((n) => n.socketK), dash: '7 4' },
  ];
  const { partK } = plan;
  if (partK && joint.part)
    curves.push({
      id: joint.part.name.toLowerCase(),
      name: 'part',
      points: upTo(
        plan.curve.map((n, i) => [n.timeS, partK[i] ?? joint.airK] as const),
        shownS(plan),
      ),
      dash: '2 3',
    });
  return curves;
}

/** Where the rod is fed and the flame leaves. */
export const heatMoments = (plan: HeatPlan): Instant[] => [
  ...(plan.feedAtS === null ? [] : [{ at: plan.feedAtS, word: 'feed' }]),
  { at: plan.leaveAtS, word: 'flame off' },
];

/** How the joint stands at a time: temperatures, and the last that was seen of colour and flux. */
export interface HeatState {
  readonly timeS: number;
  readonly tubeK: number;
  readonly socketK: number;
  readonly partK: number | null;
  readonly colour: string | null;
  readonly flux: string | null;
}

export function stateAt(joint: HeatJoint, plan: HeatPlan, seen: readonly Seen[], timeS: number): HeatState {
  const after = plan.curve.findIndex((n) => n.timeS >= timeS);
  const k = after < 0 ? plan.curve.length - 1 : after;
  const [a, b] = [plan.curve[Math.max(0, k - 1)] as HeatInstant, plan.curve[k] as HeatInstant];
  const share = b.timeS > a.timeS ? (timeS - a.timeS) / (b.timeS - a.timeS) : 1;
  const between = (x: number, y: number): number => x + (y - x) * Math.max(0, Math.min(1, share));
  const tubeK = between(a.tubeK, b.tubeK);
  const socketK = between(a.socketK, b.socketK);
  const coldest = Math.min(tubeK, socketK);
  const shows = showsColour(metalsOf(joint).map((m) => m.family));
  return {
    timeS,
    tubeK,
    socketK,
    partK: plan.partK ? between(plan.partK[Math.max(0, k - 1)] ?? joint.airK, plan.partK[k] ?? joint.airK) : null,
    colour: shows ? (HEAT_COLOURS.findLast((c) => coldest >= c.tempK)?.name ?? 'no colour yet') : null,
    flux:
      seen.findLast((s) => s.kind === 'flux' && s.timeS <= timeS)?.says ??
      (joint.flux ? 'flux as it was put on' : null),
  };
}

/** A chart of heat in words. */
export const heatChartWords = (plan: HeatPlan, y: Axis): string =>
  `Temperatures over ${formatDuration(shownS(plan))}: ${
    plan.feedAtS === null
      ? `the coldest of the joint comes to ${y.say(plan.reachesK)}`
      : `at heat after ${formatDuration(plan.feedAtS)}`
  }, flame off after ${formatDuration(plan.leaveAtS)}`;
