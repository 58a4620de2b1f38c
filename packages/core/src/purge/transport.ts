import { InputError } from '../source/problem.js';
import { OXYGEN_DIFFUSIVITY, OXYGEN_IN_AIR, taylorAris } from './single-line.js';
import type { FlowAnswer } from './flow.js';
import { lineTotals, type PurgeNetwork } from './network.js';
import { addTo, eliminationOrder, emptyRows, factor, type Factored } from './sparse.js';

export interface SweepWishes {
  /** How long to follow, s. */
  readonly seconds: number;
  /** Equal steps; the answer stays bounded and keeps its mass whatever they are. */
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
  /** Cells at most in one run. */
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

/** Volume of a fitting at a node: one bore of tube each way, so that the mixing has a place to happen. */
const mixing = (boreM: number): number => (Math.PI / 4) * boreM ** 3;

/** Bernoulli's function x / (e^x - 1), the weight of exponential fitting. */
function bernoulli(x: number): number {
  if (Math.abs(x) < 1e-6) return 1 - x / 2;
  return x > 700 ? 0 : x / Math.expm1(x);
}

/** What leaves cell i for j is `forward c_i`, what comes back `back c_j`, m3/s. */
interface Link {
  readonly i: number;
  readonly j: number;
  readonly forward: number;
  readonly back: number;
}

/**
 * Exchange of two cells by a flow q and a mixing conductance g, m3/s. Central where the mixing reaches over a cell
 * (second order, and still bounded); exponentially fitted where it does not.
 */
function exchange(q: number, g: number): { forward: number; back: number } {
  const pe = q / g;
  return Math.abs(pe) <= 2
    ? { forward: g + q / 2, back: g - q / 2 }
    : { forward: g * bernoulli(-pe), back: g * bernoulli(pe) };
}

interface Grid {
  readonly volume: Float64Array;
  readonly links: readonly Link[];
  /** Exchange with the outside at a cell: carries out `out c` and in `inward`. */
  readonly edges: readonly { readonly i: number; readonly out: number; readonly inward: number }[];
  readonly cellsOf: ReadonlyMap<string, readonly number[]>;
}

/** Cells of a run: no longer than the mixing length 2 D / u, up to which the exchange is of second order; within bounds. */
function cellCount(lengthM: number, speed: number, dispersion: number, finest: number): number {
  const natural = speed > 0 ? (2 * dispersion) / speed : lengthM;
  return Math.max(3, Math.min(finest, Math.ceil(lengthM / Math.max(natural, lengthM / finest))));
}

function gridOf(
  net: PurgeNetwork,
  flow: FlowAnswer,
  mesh: FlowAnswer,
  finest: number,
  supply: number,
  heldAtSource: boolean,
): Grid {
  const index = new Map(net.nodes.map((n, i) => [n.id, i]));
  const volumes: number[] = net.nodes.map(() => 0);
  const links: Link[] = [];
  const cellsOf = new Map<string, number[]>();
  const link = (i: number, j: number, q: number, g: number): void => void links.push({ i, j, ...exchange(q, g) });
  for (const run of net.runs) {
    const q = flow.runs.get(run.id) ?? 0;
    const area = (Math.PI / 4) * run.boreM ** 2;
    const speed = Math.abs(q) / area;
    const dispersion = taylorAris(speed, run.boreM / 2);
    const meshSpeed = Math.abs(mesh.runs.get(run.id) ?? 0) / area;
    const n = cellCount(run.lengthM, meshSpeed, taylorAris(meshSpeed, run.boreM / 2), finest);
    const dx = run.lengthM / n;
    const [a, b] = [index.get(run.from) ?? 0, index.get(run.to) ?? 0];
    for (const end of [a, b]) volumes[end] = (volumes[end] ?? 0) + mixing(run.boreM) / 2;
    const cells = Array.from({ length: n }, () => volumes.push(area * dx) - 1);
    cellsOf.set(run.id, cells);
    // A shut valve stands at the far end: gas moves up to it and not through.
    const g = (dispersion * area) / dx;
    link(a, cells[0] as number, q, 2 * g);
    for (let k = 1; k < n; k++) link(cells[k - 1] as number, cells[k] as number, q, g);
    if (run.open !== false) link(cells[n - 1] as number, b, q, 2 * g);
  }
  const edges: { i: number; out: number; inward: number }[] = [];
  const outside = (i: number, q: number, diffusive: number): void => {
    edges.push({ i, out: Math.max(0, q) + diffusive, inward: (Math.max(0, -q) + diffusive) * OXYGEN_IN_AIR });
  };
  for (const n of net.nodes) {
    const q = flow.vents.get(n.id);
    const hole = n.kind === 'vent' ? n.holeM : net.feed.by === 'off' ? net.feed.holeM : undefined;
    // Air diffuses back through an open hole only as far as the outflow lets it.
    if (q !== undefined && hole) {
      const g = (OXYGEN_DIFFUSIVITY * (Math.PI / 4) * hole ** 2) / hole;
      const pe = q / g;
      edges.push({ i: index.get(n.id) ?? 0, out: g * bernoulli(-pe), inward: g * bernoulli(pe) * OXYGEN_IN_AIR });
    }
    if (n.kind === 'source' && flow.fedM3s > 0) {
      const held = heldAtSource ? HOSE * flow.fedM3s : 0;
      edges.push({ i: index.get(n.id) ?? 0, out: held, inward: (held + flow.fedM3s) * supply });
    }
  }
  for (const j of net.joints) {
    const q = flow.leaks.get(j.id);
    if (q !== undefined) outside(index.get(j.node) ?? 0, q, 0);
  }
  return { volume: Float64Array.from(volumes), links, edges, cellsOf };
}

/** How firmly the source holds its own gas, in its flow. */
const HOSE = 1000;
/** Change of oxygen within one step asked for, under which the line counts as still. */
const STILL = 1e-3;
/** Inner steps at most, over all steps asked for. */
const BUDGET = 4000;

/**
 * How a step is taken. Where the budget allows steps short enough for the front, two stages, stiffly accurate and of
 * second order; else one backward step, of first order but bounded whatever its length.
 */
function method(
  grid: Grid,
  rate: readonly Map<number, number>[],
  dt: number,
  steps: number,
): { readonly inner: number; readonly gamma: number } {
  const times = [...grid.cellsOf.values()]
    .flat()
    .map((i) => (grid.volume[i] as number) / Math.abs(rate[i]?.get(i) ?? 1e-300))
    .sort((a, b) => a - b);
  const quarter = times[Math.floor(times.length / 4)] ?? dt;
  const needed = Math.max(1, Math.ceil(dt / (2 * quarter)));
  const most = Math.max(1, Math.floor(BUDGET / steps));
  return needed <= most ? { inner: needed, gamma: 1 - Math.SQRT1_2 } : { inner: most, gamma: 1 };
}

/**
 * Carries oxygen through a line in time: advection with Taylor-Aris dispersion in runs, mixing at points, diffusion in
 * dead legs, air drawn in where flow turns. Exponentially fitted finite volumes and a stiffly accurate two-stage
 * implicit step: bounded at any step, and oxygen is conserved to rounding.
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
  const grid = gridOf(net, flow, wishes.meshOf ?? flow, finest, supply, heldAtSource);
  const n = grid.volume.length;
  const dt = seconds / steps;
  const rate = emptyRows(n);
  for (let i = 0; i < n; i++) addTo(rate, i, i, 0);
  const inward = new Float64Array(n);
  for (const { i, j, forward, back } of grid.links) {
    addTo(rate, i, i, -forward);
    addTo(rate, i, j, back);
    addTo(rate, j, i, forward);
    addTo(rate, j, j, -back);
  }
  for (const e of grid.edges) {
    addTo(rate, e.i, e.i, -e.out);
    inward[e.i] = (inward[e.i] as number) + e.inward;
  }
  const { inner, gamma } = method(grid, rate, dt, steps);
  // Side by side in plain arrays: this runs for every cell at every inner step.
  const [from, to] = [Int32Array.from(grid.links, (l) => l.i), Int32Array.from(grid.links, (l) => l.j)];
  const forwards = Float64Array.from(grid.links, (l) => l.forward);
  const backs = Float64Array.from(grid.links, (l) => l.back);
  const out = new Float64Array(n);
  const change = (c: Float64Array): Float64Array => {
    out.set(inward);
    for (let k = 0; k < from.length; k++) {
      const [i, j] = [from[k] as number, to[k] as number];
      const flux = (forwards[k] as number) * (c[i] as number) - (backs[k] as number) * (c[j] as number);
      out[i] = (out[i] as number) - flux;
      out[j] = (out[j] as number) + flux;
    }
    for (const e of grid.edges) out[e.i] = (out[e.i] as number) - e.out * (c[e.i] as number);
    return out;
  };
  const c: Float64Array = wishes.start ? Float64Array.from(wishes.start) : new Float64Array(n).fill(OXYGEN_IN_AIR);
  if (c.length !== n) throw new InputError([{ field: 'start', says: `has ${c.length} cells, the line has ${n}` }]);
  const total = (x: Float64Array): number => x.reduce((sum, v, i) => sum + v * (grid.volume[i] as number), 0);
  const atFirst = total(c);
  const timeS = new Float64Array(steps + 1);
  const series = new Map(net.nodes.map((node) => [node.id, new Float64Array(steps + 1)]));
  const write = (k: number): void =>
    net.nodes.forEach((node, i) => ((series.get(node.id) as Float64Array)[k] = c[i] as number));
  write(0);
  let [moved, left, stopped, done] = [0, 0, false, steps];
  const inSum = inward.reduce((s, v) => s + v, 0);
  const outOf = (x: Float64Array): number => grid.edges.reduce((s, e) => s + e.out * (x[e.i] as number), 0);
  const [rhs, between, before] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  /** A way to take steps of one length; its matrix is factored once. */
  const stepper = (h: number): (() => void) => {
    const system = rate.map((row, i) => {
      const own = new Map<number, number>();
      for (const [j, v] of row) own.set(j, -gamma * h * v);
      own.set(i, (own.get(i) ?? 0) + (grid.volume[i] as number));
      return own;
    });
    const solver: Factored = factor(system, eliminationOrder(system));
    return () => {
      for (let i = 0; i < n; i++)
        rhs[i] = (grid.volume[i] as number) * (c[i] as number) + gamma * h * (inward[i] as number);
      const stage = solver.solve(rhs, gamma === 1 ? c : between);
      if (gamma === 1) {
        moved += h * inSum;
        left += h * outOf(c);
        return;
      }
      const first = change(stage);
      for (let i = 0; i < n; i++)
        rhs[i] =
          (grid.volume[i] as number) * (c[i] as number) +
          (1 - gamma) * h * (first[i] as number) +
          gamma * h * (inward[i] as number);
      solver.solve(rhs, c);
      moved += h * inSum;
      left += h * ((1 - gamma) * outOf(stage) + gamma * outOf(c));
    };
  };
  const fine = stepper(dt / inner);
  // While next to nothing changes one long step is as good as many short ones; a front never passes in such a step.
  const coarse = inner > 1 ? stepper(dt) : fine;
  let still = false;
  const goOn = (): void => {
    before.set(c);
    for (let m = still ? 1 : inner; m > 0; m--) (still ? coarse : fine)();
    let most = 0;
    for (let i = 0; i < n; i++) most = Math.max(most, Math.abs((c[i] as number) - (before[i] as number)));
    still = most < STILL;
  };
  for (let k = 1; k <= steps; k++) {
    goOn();
    timeS[k] = k * dt;
    write(k);
    if (going && k % 16 === 0 && !going(k / steps)) {
      [stopped, done] = [true, k];
      break;
    }
  }
  const readyS = new Map(
    net.joints.map((j) => [j.id, stopped ? Infinity : readyAt(timeS, series.get(j.node), limit, done)]),
  );
  const runs = new Map([...grid.cellsOf].map(([id, cells]) => [id, Float64Array.from(cells, (i) => c[i] as number)]));
  return {
    timeS,
    nodes: series,
    readyS,
    runs,
    end: c,
    balance: { before: atFirst, after: total(c), in: moved, out: left },
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

/** How long to follow a line so that it is surely swept: the well-mixed time of the whole, and half as much again. */
export function enoughSeconds(net: PurgeNetwork, flow: FlowAnswer, limit: number): number {
  const { volumeM3 } = lineTotals(net.runs);
  return Math.min(1e6, Math.max(60, (1.5 * volumeM3 * Math.log(OXYGEN_IN_AIR / limit)) / Math.max(1e-7, flow.fedM3s)));
}
