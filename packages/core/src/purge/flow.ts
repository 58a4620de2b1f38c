import { addTo, eliminationOrder, emptyRows, factor } from '../numeric/sparse.js';
import { InputError } from '../source/problem.js';
import { gaugeOf, potentialOf } from './gas.js';
import { gapLaw, holeLaw, type Law, runLaw } from './loss.js';
import { checkNetwork, type PurgeNetwork } from './network.js';

export interface FlowAnswer {
  /** Gauge pressure at each node, Pa. */
  readonly pa: ReadonlyMap<string, number>;
  /** Flow along each run from `from` to `to`, m3/s at the pressure of the air outside. */
  readonly runs: ReadonlyMap<string, number>;
  /** Out of each open vent, m3/s; negative where air is drawn in. */
  readonly vents: ReadonlyMap<string, number>;
  /** Out of each unbrazed joint, m3/s. */
  readonly leaks: ReadonlyMap<string, number>;
  /** Into the line at the source, m3/s. */
  readonly fedM3s: number;
  /** True where the regulator's limit holds the pressure and the flow asked for does not go in. */
  readonly atLimit: boolean;
  readonly iterations: number;
}

/** A gap under this is shut: nothing that matters goes through. */
const CLOSED_M = 1e-7;
/** The air outside, as an end of a way for the gas. */
const AIR = -1;
/** Steps of Newton at most; a line of pipe needs some three. */
const MOST_STEPS = 200;
/**
 * A step is taken where the imbalance falls by this part of what it promises. Laws have corners: asked for less, steps
 * from one side of a corner to the other go on and on, each a little better than the last.
 */
const OF_PROMISED = 0.25;

interface Way {
  readonly id: string;
  readonly a: number;
  readonly b: number;
  readonly law: Law;
}

interface Ways {
  readonly runs: readonly Way[];
  readonly vents: readonly Way[];
  readonly leaks: readonly Way[];
}

/** Every open way for the gas. */
function waysOf(net: PurgeNetwork): Ways {
  const index = new Map(net.nodes.map((n, i) => [n.id, i]));
  const at = (id: string): number => index.get(id) ?? AIR;
  const vents = net.nodes.flatMap((n): Way[] => {
    const vent = n.kind === 'vent' && n.open !== false ? n.holeM : undefined;
    const hole = vent ?? (n.kind === 'source' && net.feed.by === 'off' ? net.feed.holeM : undefined);
    return hole ? [{ id: n.id, a: at(n.id), b: AIR, law: holeLaw(hole) }] : [];
  });
  return {
    runs: net.runs
      .filter((r) => r.open !== false)
      .map((r) => ({ id: r.id, a: at(r.from), b: at(r.to), law: runLaw(r) })),
    vents,
    leaks: net.joints
      .filter((j) => !j.brazed && j.gapSideM >= CLOSED_M)
      .map((j) => ({ id: j.id, a: at(j.node), b: AIR, law: gapLaw(j) })),
  };
}

/** Nodes that a pressure is handed on to, from the air or from the one where it is held. */
function tied(count: number, ways: readonly Way[], held: number | null): Uint8Array {
  const near = Array.from({ length: count }, () => new Set<number>());
  const isTied = new Uint8Array(count);
  const open: number[] = [];
  const tie = (i: number): void => {
    if (isTied[i]) return;
    isTied[i] = 1;
    open.push(i);
  };
  for (const w of ways)
    if (w.b === AIR) tie(w.a);
    else {
      (near[w.a] as Set<number>).add(w.b);
      (near[w.b] as Set<number>).add(w.a);
    }
  if (held !== null) tie(held);
  for (const i of open) (near[i] as Set<number>).forEach(tie);
  return isTied;
}

interface Solved {
  readonly potential: Float64Array;
  /** Flow of each way, in the order given. */
  readonly flows: Float64Array;
  readonly steps: number;
}

/**
 * Potentials and flows of a network: Newton on the balance of every node, damped so that the imbalance always falls.
 * Every law rises with flow, so there is one answer and this comes to it from anywhere.
 * @param fed what goes in at the source, m3/s; or null with the potential held there
 * @throws InputError where it does not come to rest, which no line that was tried does
 */
function balance(count: number, ways: readonly Way[], source: number, fed: number | null, heldPa: number): Solved {
  const isTied = tied(count, ways, fed === null ? source : null);
  const free = (i: number): boolean => isTied[i] === 1 && !(fed === null && i === source);
  let p: Float64Array = new Float64Array(count);
  p[source] = heldPa;
  const across = (w: Way, of: Float64Array): number => (of[w.a] as number) - (w.b < 0 ? 0 : (of[w.b] as number));
  /** The balance of every free node by the conductances of the ways; a node that is held stands for itself. */
  const rowsOf = (conductance: readonly number[]) => {
    const rows = emptyRows(count);
    for (let i = 0; i < count; i++) addTo(rows, i, i, free(i) ? 0 : 1);
    ways.forEach((w, k) => {
      const g = conductance[k] as number;
      if (free(w.a)) addTo(rows, w.a, w.a, g);
      if (free(w.b)) addTo(rows, w.b, w.b, g);
      if (free(w.a) && free(w.b)) {
        addTo(rows, w.a, w.b, -g);
        addTo(rows, w.b, w.a, -g);
      }
    });
    return rows;
  };
  const order = eliminationOrder(rowsOf(ways.map(() => 1)));
  /** Newton's step from conductances and what each node is out of balance by. */
  const step = (conductance: readonly number[], out: Float64Array): Float64Array =>
    factor(rowsOf(conductance), order).solve(out.map((r, i) => (free(i) ? -r : 0)));
  /** What flows out of each node more than in, and the sum of its squares. */
  const imbalance = (flows: Float64Array): { out: Float64Array; norm: number } => {
    const out = new Float64Array(count);
    out[source] = -(fed ?? 0);
    ways.forEach((w, k) => {
      const q = flows[k] as number;
      out[w.a] = (out[w.a] as number) + q;
      if (w.b >= 0) out[w.b] = (out[w.b] as number) - q;
    });
    let norm = 0;
    out.forEach((r, i) => (norm += free(i) ? r * r : 0));
    return { out, norm: Math.sqrt(norm) };
  };
  const flowsAt = (of: Float64Array): Float64Array => Float64Array.from(ways, (w) => w.law.flow(across(w, of)));
  const slopes = (flows: Float64Array): number[] => ways.map((w, k) => 1 / w.law.drop(flows[k] as number).slope);
  // To begin with, every way is straight, as steep as at a guess of the flow.
  const straight = ways.map((w) => 1 / w.law.drop(fed || 1e-4).slope);
  const first = imbalance(Float64Array.from(ways, (w, k) => (straight[k] as number) * across(w, p)));
  const start = step(straight, first.out);
  p = p.map((v, i) => v + (start[i] as number));
  let flows = flowsAt(p);
  let now = imbalance(flows);
  /** Flow that comes of pressures being known to sixteen digits only: much in a wide run that carries next to nothing. */
  const rounding = (g: readonly number[]): number => {
    const highest = p.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
    return 4 * Number.EPSILON * highest * Math.max(...g);
  };
  const scale = (): number => Math.max(fed ?? 0, ...flows.map(Math.abs), 1e-15);
  for (let steps = 1; steps <= MOST_STEPS; steps++) {
    const g = slopes(flows);
    const by = step(g, now.out);
    // The flows that go with the step balance exactly, also where pressures are too near to be told apart.
    const balanced = flows.map((q, k) => q + (g[k] as number) * across(ways[k] as Way, by));
    const change = balanced.reduce((m, q, k) => Math.max(m, Math.abs(q - (flows[k] as number))), 0);
    if (change <= Math.max(1e-9 * scale(), rounding(g))) return { potential: p, flows: balanced, steps };
    let t = 1;
    for (; t > 1e-12; t /= 2) {
      const next = p.map((v, i) => v + t * (by[i] as number));
      const there = flowsAt(next);
      const then = imbalance(there);
      if (then.norm >= now.norm * (1 - OF_PROMISED * t)) continue;
      [p, flows, now] = [next, there, then];
      break;
    }
    // No shorter step falls: what is left is rounding, and the balanced flows are the answer; else there is none.
    if (t <= 1e-12) {
      if (now.norm <= Math.max(1e-6 * scale(), 100 * rounding(g))) return { potential: p, flows: balanced, steps };
      break;
    }
  }
  throw new InputError([
    { field: 'runs', says: 'no steady flow was found for this line: check its lengths and bores' },
  ]);
}

/**
 * Steady flow of nitrogen in a line: pressures at every point and flow in every run, vent and leak. Loops, shut valves,
 * dead legs and lines capped at every end are allowed. The gas is compressible (isothermal, ideal); flows are volumes at
 * the pressure of the air outside.
 * @throws InputError naming what is wrong with the network
 */
export function solveFlow(net: PurgeNetwork): FlowAnswer {
  checkNetwork(net);
  const { feed } = net;
  const { runs, vents, leaks } = waysOf(net);
  const ways = [...runs, ...vents, ...leaks];
  const count = net.nodes.length;
  const source = net.nodes.findIndex((n) => n.kind === 'source');
  const held = (gaugePa: number): Solved => balance(count, ways, source, null, potentialOf(gaugePa));
  let solved: Solved;
  let atLimit = false;
  if (feed.by === 'pressure') solved = held(feed.pa);
  else if (feed.by === 'off') solved = balance(count, ways, source, 0, 0);
  else {
    // What the regulator lets through at its limit tells whether the flow asked for goes in.
    const most = held(feed.mostPa);
    const through = most.flows.reduce((sum, q, k) => sum + ((ways[k] as Way).b === AIR ? q : 0), 0);
    atLimit = through <= feed.m3s;
    solved = atLimit ? most : balance(count, ways, source, feed.m3s, 0);
  }
  const flow = (list: readonly Way[], from: number): Map<string, number> =>
    new Map(list.map((w, k) => [w.id, solved.flows[from + k] as number]));
  const outVents = flow(vents, runs.length);
  const outLeaks = flow(leaks, runs.length + vents.length);
  const open = flow(runs, 0);
  const out = [...outVents.values(), ...outLeaks.values()].reduce((s, q) => s + q, 0);
  return {
    pa: new Map(net.nodes.map((n, i) => [n.id, gaugeOf(solved.potential[i] as number)])),
    runs: new Map(net.runs.map((r) => [r.id, open.get(r.id) ?? 0])),
    vents: outVents,
    leaks: outLeaks,
    fedM3s: feed.by === 'off' ? 0 : feed.by === 'flow' && !atLimit ? feed.m3s : out,
    atLimit,
    iterations: solved.steps,
  };
}
