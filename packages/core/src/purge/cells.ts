import { ATM } from '../units/units.js';
import type { FlowAnswer } from './flow.js';
import { OXYGEN_DIFFUSIVITY, OXYGEN_IN_AIR, potentialOf } from './gas.js';
import type { PurgeNetwork } from './network.js';
import { taylorAris } from './single-line.js';

/** Two cells that gas goes between: flow from `i` to `j` and mixing, m3/s. */
export interface Link {
  readonly i: number;
  readonly j: number;
  readonly q: number;
  readonly g: number;
}

/** Gas that crosses the line's edge at a cell: what comes in with its oxygen, what goes out with the cell's, m3/s. */
export interface Edge {
  readonly i: number;
  readonly into: number;
  readonly oxygen: number;
  readonly out: number;
}

/** A line cut into cells: one at each point, the rest along the runs. */
export interface Cells {
  /** Gas a cell holds, m3 at the pressure of the air outside. */
  readonly volume: Float64Array;
  readonly links: readonly Link[];
  readonly edges: readonly Edge[];
  /** Cells along each run, its points first and last. */
  readonly along: ReadonlyMap<string, readonly number[]>;
  /** The cell that is held at its own gas, or -1. */
  readonly held: number;
}

/** Bernoulli's function x / (e^x - 1): how much gets back against a flow. */
function bernoulli(x: number): number {
  if (Math.abs(x) < 1e-6) return 1 - x / 2;
  return x > 700 ? 0 : x / Math.expm1(x);
}

/** Pieces of a run: no longer than the mixing length 2 D / u, up to which central differences stay bounded. */
function pieces(lengthM: number, speed: number, dispersion: number, finest: number): number {
  const natural = speed > 0 ? (2 * dispersion) / speed : lengthM;
  return Math.max(3, Math.min(finest, Math.ceil(lengthM / Math.max(natural, lengthM / finest))));
}

/**
 * Cuts a line into cells for a flow.
 * @param mesh the flow whose cells are used, so that one sweep can go on from another
 * @param finest pieces at most in one run
 * @param supply oxygen in the nitrogen, volume fraction
 * @param heldAtSource the source keeps its own gas whatever mixes back
 */
export function cellsOf(
  net: PurgeNetwork,
  flow: FlowAnswer,
  mesh: FlowAnswer,
  finest: number,
  supply: number,
  heldAtSource: boolean,
): Cells {
  const index = new Map(net.nodes.map((n, i) => [n.id, i]));
  const volume: number[] = net.nodes.map(() => 0);
  const links: Link[] = [];
  const along = new Map<string, number[]>();
  const add = (i: number, m3: number): void => void (volume[i] = (volume[i] as number) + m3);
  const potential = (id: string): number => potentialOf(flow.pa.get(id) ?? 0);
  for (const run of net.runs) {
    const area = (Math.PI / 4) * run.boreM ** 2;
    const q = flow.runs.get(run.id) ?? 0;
    const meshSpeed = Math.abs(mesh.runs.get(run.id) ?? 0) / area;
    const n = pieces(run.lengthM, meshSpeed, taylorAris(meshSpeed, run.boreM / 2), finest);
    const dx = run.lengthM / n;
    const [a, b] = [index.get(run.from) ?? 0, index.get(run.to) ?? 0];
    const shut = run.open === false;
    const [from, to] = [potential(run.from), shut ? potential(run.from) : potential(run.to)];
    /** How much more gas there is than at the pressure of the air, k pieces along. */
    const denser = (k: number): number => Math.sqrt(Math.max(0, 1 + (2 * (from + ((to - from) * k) / n)) / ATM));
    add(a, (area * dx * denser(0)) / 2);
    const cells = [a];
    for (let k = 1; k < n; k++) cells.push(volume.push(area * dx * denser(k)) - 1);
    // A shut valve stands at the far end: gas moves up to it and not through.
    if (shut) cells.push(volume.push((area * dx * denser(n)) / 2) - 1);
    else {
      add(b, (area * dx * denser(n)) / 2);
      cells.push(b);
    }
    along.set(run.id, cells);
    // Diffusivity falls as pressure rises, gas in a cell grows with it: their product does not change.
    const g = (taylorAris(Math.abs(q) / area, run.boreM / 2) * area) / dx;
    for (let k = 0; k < n; k++) links.push({ i: cells[k] as number, j: cells[k + 1] as number, q, g });
  }
  // A point that no run touches still needs some gas.
  volume.forEach((v, i) => void (v > 0 || (volume[i] = 1e-6)));
  const edges: Edge[] = [];
  let held = -1;
  net.nodes.forEach((node, i) => {
    const q = flow.vents.get(node.id);
    const hole = node.kind === 'vent' ? node.holeM : net.feed.by === 'off' ? net.feed.holeM : undefined;
    if (q !== undefined && hole) {
      // Air diffuses back through an open hole only as far as the outflow lets it.
      const g = OXYGEN_DIFFUSIVITY * (Math.PI / 4) * hole;
      edges.push({ i, into: g * bernoulli(q / g), oxygen: OXYGEN_IN_AIR, out: g * bernoulli(-q / g) });
    }
    if (node.kind !== 'source' || !(flow.fedM3s > 0)) return;
    if (heldAtSource) held = i;
    edges.push({ i, into: flow.fedM3s, oxygen: supply, out: 0 });
  });
  for (const j of net.joints) {
    const q = flow.leaks.get(j.id);
    const i = index.get(j.node) ?? 0;
    if (q !== undefined) edges.push({ i, into: Math.max(0, -q), oxygen: OXYGEN_IN_AIR, out: Math.max(0, q) });
  }
  return { volume: Float64Array.from(volume), links, edges, along, held };
}
