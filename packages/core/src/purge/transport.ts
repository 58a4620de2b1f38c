import { addTo, eliminationOrder, emptyRows, factor } from '../numeric/sparse.js';
import { InputError } from '../source/problem.js';
import { ATM } from '../units/units.js';
import { type Cells, cellsOf } from './cells.js';
import type { FlowAnswer } from './flow.js';
import { OXYGEN_IN_AIR, potentialOf } from './gas.js';
import { lineTotals, type PurgeNetwork } from './network.js';

export interface SweepWishes {
  /** How long to follow, s. */
  readonly seconds: number;
  /** Equal steps; the answer stays between nothing and air and keeps its mass whatever they are. */
  readonly steps: number;
  /** Oxygen limit as a volume fraction. */
  readonly limit: number;
  /** Oxygen in the nitrogen, volume fraction. */
  readonly supply?: number;
  /** The flow whose cells are used, so that one sweep can go on from another; its own where not given. */
  readonly meshOf?: FlowAnswer;
  /** Oxygen in the line at the start, by cell; all air where not given. */
  readonly start?: Float64Array;
  /** The source holds its own gas whatever mixes back, as Ogata and Banks have it; else only the flow brings it. */
  readonly heldAtSource?: boolean;
  /** Pieces at most in one run. */
  readonly finest?: number;
  /** Told how far it is, 0 to 1; false stops the work. */
  readonly going?: (done: number) => boolean;
}

export interface Sweep {
  /** Times of the steps, s, the start first. */
  readonly timeS: Float64Array;
  /** Oxygen at each node at each time. */
  readonly nodes: ReadonlyMap<string, Float64Array>;
  /** When each joint is under the limit and stays so, s; Infinity where it is not within the time followed. */
  readonly readyS: ReadonlyMap<string, number>;
  /** Oxygen along each run at the end, from `from` to `to`. */
  readonly runs: ReadonlyMap<string, Float64Array>;
  /** State to go on from. */
  readonly end: Float64Array;
  /** Oxygen in the line before and after, and what went in and out, m3. */
  readonly balance: { readonly before: number; readonly after: number; readonly in: number; readonly out: number };
  readonly stopped: boolean;
}

/** Change of oxygen within one step asked for, under which the line counts as still. */
const STILL = 1e-3;
/** Work of explicit steps at most, cells times steps, and implicit steps at most, over all steps asked for. */
const MOST_WORK = 4e7;
const MOST_IMPLICIT = 4000;
/** Share of the longest bounded explicit step that is taken. */
const SAFE = 0.95;

/**
 * What comes into each cell from its neighbours, m3/s: `forward` from i to j, `back` from j to i. Mixing is corrected
 * for what the step itself adds or takes (half q2 dt / V, second order in time), and is never less than half the flow,
 * so that neither is negative.
 */
function exchange(cells: Cells, correction: number): { forward: Float64Array; back: Float64Array } {
  const forward = new Float64Array(cells.links.length);
  const back = new Float64Array(cells.links.length);
  cells.links.forEach(({ i, j, q, g }, k) => {
    const between = ((cells.volume[i] as number) + (cells.volume[j] as number)) / 2;
    const mixing = Math.max(g + (correction * q * q) / (2 * between), Math.abs(q) / 2);
    forward[k] = mixing + q / 2;
    back[k] = mixing - q / 2;
  });
  return { forward, back };
}

/** All that comes into each cell, m3/s. */
function intoCells(cells: Cells, forward: Float64Array, back: Float64Array): Float64Array {
  const into = new Float64Array(cells.volume.length);
  cells.links.forEach(({ i, j }, k) => {
    into[i] = (into[i] as number) + (back[k] as number);
    into[j] = (into[j] as number) + (forward[k] as number);
  });
  for (const e of cells.edges) into[e.i] = (into[e.i] as number) + e.into;
  return into;
}

/** The longest explicit step in which no cell gives more than it holds, s. */
function longestStep(cells: Cells, most: number): number {
  const fits = (dt: number): boolean => {
    const { forward, back } = exchange(cells, dt);
    return intoCells(cells, forward, back).every(
      (v, i) => i === cells.held || dt * v <= SAFE * (cells.volume[i] as number),
    );
  };
  const { forward, back } = exchange(cells, 0);
  let dt = most;
  intoCells(cells, forward, back).forEach((v, i) => {
    if (i !== cells.held && v > 0) dt = Math.min(dt, (SAFE * (cells.volume[i] as number)) / v);
  });
  while (!fits(dt)) dt *= 0.9;
  return dt;
}

/** Oxygen that is no more than rounding: processors are slow with numbers this near nothing. */
const orNothing = (x: number): number => (x < 1e-40 ? 0 : x);

/** Moves a state on by one step of a fixed length; counts what crosses the edges. */
type Stepper = (c: Float64Array) => void;
interface Counted {
  in: number;
  out: number;
}

/** What crosses the edges at a rate, with the gas the held cell gives and takes. */
function crossing(
  cells: Cells,
  forward: Float64Array,
  back: Float64Array,
): (c: Float64Array, dt: number, sum: Counted) => void {
  const atHeld = cells.links.flatMap(({ i, j }, k) =>
    i === cells.held
      ? [{ other: j, gives: forward[k] as number, takes: back[k] as number }]
      : j === cells.held
        ? [{ other: i, gives: back[k] as number, takes: forward[k] as number }]
        : [],
  );
  return (c, dt, sum) => {
    for (const e of cells.edges) {
      if (e.i === cells.held) continue;
      sum.in += dt * e.into * e.oxygen;
      sum.out += dt * e.out * (c[e.i] as number);
    }
    for (const h of atHeld) {
      sum.in += dt * h.gives * (c[cells.held] as number);
      sum.out += dt * h.takes * (c[h.other] as number);
    }
  };
}

/** Explicit: every cell becomes a mean of itself and what comes in, so that nothing leaves the range it began in. */
function explicit(cells: Cells, dt: number, sum: Counted): Stepper {
  const { forward, back } = exchange(cells, dt);
  const cross = crossing(cells, forward, back);
  const n = cells.volume.length;
  const per = cells.volume.map((v, i) => (i === cells.held ? 0 : dt / v));
  // Side by side in plain arrays: this runs for every link at every step.
  const [from, to] = [Int32Array.from(cells.links, (l) => l.i), Int32Array.from(cells.links, (l) => l.j)];
  const [edgeAt, edgeIn, edgeOxygen] = [
    Int32Array.from(cells.edges, (e) => e.i),
    Float64Array.from(cells.edges, (e) => e.into),
    Float64Array.from(cells.edges, (e) => e.oxygen),
  ];
  const change = new Float64Array(n);
  return (c) => {
    cross(c, dt, sum);
    change.fill(0);
    for (let k = 0; k < from.length; k++) {
      const [i, j] = [from[k] as number, to[k] as number];
      const d = (c[j] as number) - (c[i] as number);
      change[i] = (change[i] as number) + (back[k] as number) * d;
      change[j] = (change[j] as number) - (forward[k] as number) * d;
    }
    for (let k = 0; k < edgeAt.length; k++) {
      const i = edgeAt[k] as number;
      change[i] = (change[i] as number) + (edgeIn[k] as number) * ((edgeOxygen[k] as number) - (c[i] as number));
    }
    for (let i = 0; i < n; i++) c[i] = orNothing((c[i] as number) + (per[i] as number) * (change[i] as number));
  };
}

/** Implicit: an M-matrix whose rows sum to nothing, so that the same holds at any length of step. */
function implicit(cells: Cells, dt: number, sum: Counted): Stepper {
  const { forward, back } = exchange(cells, -dt);
  const cross = crossing(cells, forward, back);
  const n = cells.volume.length;
  const rows = emptyRows(n);
  const free = (i: number): boolean => i !== cells.held;
  for (let i = 0; i < n; i++) addTo(rows, i, i, cells.volume[i] as number);
  cells.links.forEach(({ i, j }, k) => {
    addTo(rows, i, j, 0);
    addTo(rows, j, i, 0);
    if (free(i)) {
      addTo(rows, i, i, dt * (back[k] as number));
      addTo(rows, i, j, -dt * (back[k] as number));
    }
    if (free(j)) {
      addTo(rows, j, j, dt * (forward[k] as number));
      addTo(rows, j, i, -dt * (forward[k] as number));
    }
  });
  const source = new Float64Array(n);
  for (const e of cells.edges) {
    if (!free(e.i)) continue;
    addTo(rows, e.i, e.i, dt * e.into);
    source[e.i] = (source[e.i] as number) + dt * e.into * e.oxygen;
  }
  const solver = factor(rows, eliminationOrder(rows));
  const rhs = new Float64Array(n);
  return (c) => {
    for (let i = 0; i < n; i++) rhs[i] = (cells.volume[i] as number) * (c[i] as number) + (source[i] as number);
    solver.solve(rhs, c);
    for (let i = 0; i < n; i++) c[i] = orNothing(c[i] as number);
    cross(c, dt, sum);
  };
}

/**
 * Carries oxygen through a line in time: advection with Taylor-Aris dispersion in runs, diffusion in dead legs, air
 * drawn in where flow turns. Finite volumes in which every cell takes a mean of what comes in: oxygen stays between
 * nothing and air at any step, and is kept as well as the flow itself balances. Explicit where the steps that need are
 * affordable, implicit where a short or narrow run would make them many, and while next to nothing changes.
 * @throws InputError naming a wish out of range
 */
export function sweep(net: PurgeNetwork, flow: FlowAnswer, wishes: SweepWishes): Sweep {
  const { seconds, steps, limit, supply = 0, heldAtSource = false, finest = 500, going } = wishes;
  const bad = [
    !(seconds > 0 && seconds <= 1e7) && { field: 'seconds', says: 'above 0 and at most 1e7 s' },
    !(Number.isInteger(steps) && steps >= 1 && steps <= 100_000) && {
      field: 'steps',
      says: 'a whole number from 1 to 100 000',
    },
    !(limit > 0 && limit < OXYGEN_IN_AIR) && { field: 'limit', says: 'above 0 and under 20.9 %' },
  ].filter((x) => x !== false);
  if (bad.length) throw new InputError(bad);
  const cells = cellsOf(net, flow, wishes.meshOf ?? flow, finest, supply, heldAtSource);
  const n = cells.volume.length;
  const dt = seconds / steps;
  const c: Float64Array = wishes.start ? Float64Array.from(wishes.start) : new Float64Array(n).fill(OXYGEN_IN_AIR);
  if (c.length !== n) throw new InputError([{ field: 'start', says: `has ${c.length} cells, the line has ${n}` }]);
  if (cells.held >= 0) c[cells.held] = supply;
  const crossed: Counted = { in: 0, out: 0 };
  const inner = Math.ceil(dt / longestStep(cells, dt) - 1e-9);
  const affordable = inner * steps * (cells.links.length + n) <= MOST_WORK;
  const implicitInner = Math.max(1, Math.floor(MOST_IMPLICIT / steps));
  const fine = affordable ? explicit(cells, dt / inner, crossed) : implicit(cells, dt / implicitInner, crossed);
  const fineSteps = affordable ? inner : implicitInner;
  // While next to nothing changes one long step is as good as many short ones; a front never passes in such a step.
  let coarse: Stepper | null = null;
  const total = (x: Float64Array): number => x.reduce((sum, v, i) => sum + v * (cells.volume[i] as number), 0);
  const atFirst = total(c);
  const timeS = new Float64Array(steps + 1);
  const series = new Map(net.nodes.map((node) => [node.id, new Float64Array(steps + 1)]));
  const write = (k: number): void =>
    net.nodes.forEach((node, i) => ((series.get(node.id) as Float64Array)[k] = c[i] as number));
  write(0);
  const before = new Float64Array(n);
  let [still, stopped, done] = [false, false, steps];
  for (let k = 1; k <= steps; k++) {
    before.set(c);
    if (still && fineSteps > 1) (coarse ??= implicit(cells, dt, crossed))(c);
    else for (let m = 0; m < fineSteps; m++) fine(c);
    let most = 0;
    for (let i = 0; i < n; i++) most = Math.max(most, Math.abs((c[i] as number) - (before[i] as number)));
    still = most < STILL;
    timeS[k] = k * dt;
    write(k);
    if (going && k % 16 === 0 && !going(k / steps)) {
      [stopped, done] = [true, k];
      break;
    }
  }
  return {
    timeS,
    nodes: series,
    readyS: new Map(
      net.joints.map((j) => [j.id, stopped ? Infinity : readyAt(timeS, series.get(j.node), limit, done)]),
    ),
    runs: new Map([...cells.along].map(([id, list]) => [id, Float64Array.from(list, (i) => c[i] as number)])),
    end: c,
    balance: { before: atFirst, after: total(c), in: crossed.in, out: crossed.out },
    stopped,
  };
}

/** The time from which a series stays at or under the limit, straight between steps; Infinity where it does not. */
function readyAt(timeS: Float64Array, c: Float64Array | undefined, limit: number, last: number): number {
  if (!c || (c[last] as number) > limit) return Infinity;
  let k = last;
  while (k > 0 && (c[k - 1] as number) <= limit) k--;
  if (k === 0) return 0;
  const [a, b] = [c[k - 1] as number, c[k] as number];
  const [ta, tb] = [timeS[k - 1] as number, timeS[k] as number];
  return ta + ((tb - ta) * (a - limit)) / (a - b);
}

/** How long to follow a line so that it is surely swept: the well-mixed time of all its gas, and half as much again. */
export function enoughSeconds(net: PurgeNetwork, flow: FlowAnswer, limit: number): number {
  const { volumeM3 } = lineTotals(net.runs);
  const highest = Math.max(0, ...flow.pa.values());
  const gasM3 = volumeM3 * Math.sqrt(1 + (2 * potentialOf(highest)) / ATM);
  return Math.min(1e6, Math.max(60, (1.5 * gasM3 * Math.log(OXYGEN_IN_AIR / limit)) / Math.max(1e-7, flow.fedM3s)));
}
