import { published, practice } from '../source/source.js';
import { addTo, eliminationOrder, emptyRows, factor } from './sparse.js';
import { checkNetwork, type LineJoint, type LineRun, type PurgeNetwork } from './network.js';

/** Nitrogen at 68 degF and 1 atm. */
export const NITROGEN = { densityKgM3: 1.165, viscosityPaS: 1.76e-5 };
export const NETWORK_SOURCE = published(
  'Hagen-Poiseuille and Blasius; annulus and orifice as fluid-mechanics texts give them',
);
/** Discharge coefficient of a plain hole. Source: practice. */
export const DISCHARGE = 0.62;
export const DISCHARGE_SOURCE = practice('sharp-edged hole');
/** Laminar below the first, turbulent above the second, straight between. */
const LAMINAR_RE = 2300;
const TURBULENT_RE = 4000;

/** A pressure drop with its slope, Pa and Pa s/m3. */
interface Drop {
  readonly pa: number;
  readonly slope: number;
}

const { densityKgM3: rho, viscosityPaS: mu } = NITROGEN;
const area = (d: number): number => (Math.PI / 4) * d * d;

/** Reynolds number of a flow in a bore. */
export const reynolds = (m3s: number, boreM: number): number => (4 * rho * Math.abs(m3s)) / (Math.PI * boreM * mu);

/** Blasius: dP = 0.3164 Re^-1/4 (L/d) rho u^2 / 2, as a coefficient of Q^1.75. */
const blasius = (r: LineRun): number =>
  (0.3164 * (r.lengthM / r.boreM) * (rho / 2)) / area(r.boreM) ** 2 / ((4 * rho) / (Math.PI * r.boreM * mu)) ** 0.25;

/**
 * Loss along a run at a flow: laminar 128 mu L / (pi d^4), Blasius above Re 4000, straight between, plus fittings.
 * Always rising with flow, so that the network has one answer.
 */
export function runDrop(run: LineRun, m3s: number): Drop {
  const q = Math.abs(m3s);
  const linear = (128 * mu * run.lengthM) / (Math.PI * run.boreM ** 4);
  const re = reynolds(q, run.boreM);
  let pa = linear * q;
  let slope = linear;
  if (re > LAMINAR_RE) {
    const c = blasius(run);
    const per = q / re;
    const [q1, q2] = [LAMINAR_RE * per, TURBULENT_RE * per];
    if (re >= TURBULENT_RE) {
      pa = c * q ** 1.75;
      slope = 1.75 * c * q ** 0.75;
    } else {
      slope = (c * q2 ** 1.75 - linear * q1) / (q2 - q1);
      pa = linear * q1 + slope * (q - q1);
    }
  }
  const k = ((run.loss ?? 0) * rho) / 2 / area(run.boreM) ** 2;
  return { pa: Math.sign(m3s) * (pa + k * q * q), slope: slope + 2 * k * q };
}

/** A hole: dP = rho/2 (Q / (Cd A))^2; straight near nothing, where the square has no slope. */
export function holeDrop(holeM: number, m3s: number): Drop {
  const k = rho / 2 / (DISCHARGE * area(holeM)) ** 2;
  const q = Math.abs(m3s);
  const small = 1e-3 * area(holeM);
  return q < small ? { pa: k * small * m3s, slope: k * small } : { pa: Math.sign(m3s) * k * q * q, slope: 2 * k * q };
}

/** Resistance of the annular gap of an unbrazed joint, Pa s/m3: 12 mu L / (pi D h^3). */
export const gapResistance = (j: LineJoint): number => (12 * mu * j.lapM) / (Math.PI * j.diameterM * j.gapSideM ** 3);

/** Pressure at which molten filler is pushed out of a gap, Pa: 2 gamma / gap at full wetting, gamma about 1 N/m. */
export const blowOutPa = (gapSideM: number): number => (gapSideM > 0 ? 2 / gapSideM : Infinity);

export interface FlowAnswer {
  /** Gauge pressure at each node, Pa. */
  readonly pa: ReadonlyMap<string, number>;
  /** Flow along each run from `from` to `to`, m3/s. */
  readonly runs: ReadonlyMap<string, number>;
  /** Out of each open vent, m3/s; negative where air is drawn in. */
  readonly vents: ReadonlyMap<string, number>;
  /** Out of each unbrazed joint, m3/s. */
  readonly leaks: ReadonlyMap<string, number>;
  /** Into the line at the source, m3/s. */
  readonly fedM3s: number;
  /** True where the regulator's limit holds the pressure and the flow asked for does not go in. */
  readonly atLimit: boolean;
  /** Largest pressure against one atmosphere: above about 0.05 the gas is compressed and volumes are off by as much. */
  readonly compression: number;
  readonly iterations: number;
}

/** A gap under this is shut: nothing that matters goes through. */
const CLOSED_M = 1e-7;

interface Branch {
  readonly a: number;
  /** Node index, or -1 for the air outside. */
  readonly b: number;
  readonly drop: (m3s: number) => Drop;
  q: number;
}

/** Steady flow, by Newton on all flows and pressures together; shut valves carry nothing. */
function solve(net: PurgeNetwork, fixedPa: number | null): Omit<FlowAnswer, 'atLimit' | 'compression'> {
  const index = new Map(net.nodes.map((n, i) => [n.id, i]));
  const at = (id: string): number => index.get(id) ?? -1;
  const source = net.nodes.findIndex((n) => n.kind === 'source');
  const branches: Branch[] = [];
  const runBranch = new Map<string, Branch>();
  const ventBranch = new Map<string, Branch>();
  const leakBranch = new Map<string, Branch>();
  const guess = net.feed.by === 'flow' ? net.feed.m3s : 1e-4;
  for (const r of net.runs) {
    if (r.open === false) continue;
    const b: Branch = { a: at(r.from), b: at(r.to), drop: (q) => runDrop(r, q), q: guess };
    branches.push(b);
    runBranch.set(r.id, b);
  }
  for (const n of net.nodes) {
    const hole =
      n.kind === 'vent' && n.open !== false
        ? n.holeM
        : n.kind === 'source' && net.feed.by === 'off'
          ? net.feed.holeM
          : null;
    if (!hole) continue;
    const b: Branch = { a: at(n.id), b: -1, drop: (q) => holeDrop(hole, q), q: guess };
    branches.push(b);
    ventBranch.set(n.id, b);
  }
  for (const j of net.joints) {
    if (j.brazed || j.gapSideM < CLOSED_M) continue;
    const resistance = gapResistance(j);
    const b: Branch = { a: at(j.node), b: -1, drop: (q) => ({ pa: resistance * q, slope: resistance }), q: 0 };
    branches.push(b);
    leakBranch.set(j.id, b);
  }
  const n = net.nodes.length;
  const pattern = emptyRows(n);
  for (let i = 0; i < n; i++) addTo(pattern, i, i, 1);
  for (const { a, b } of branches)
    if (b >= 0) {
      addTo(pattern, a, b, 1);
      addTo(pattern, b, a, 1);
    }
  const order = eliminationOrder(pattern);
  const fed = net.feed.by === 'flow' && fixedPa === null ? net.feed.m3s : 0;
  /** Ties what nothing else ties, so that a part shut off stands at no pressure instead of any. */
  const tie = 1e-16;
  let p: Float64Array = new Float64Array(n);
  let iterations = 0;
  for (; iterations < 100; iterations++) {
    const rows = emptyRows(n);
    const rhs = new Float64Array(n);
    for (let i = 0; i < n; i++) addTo(rows, i, i, tie);
    if (source >= 0) rhs[source] = (rhs[source] as number) + fed;
    for (const br of branches) {
      const { pa, slope } = br.drop(br.q);
      const g = 1 / slope;
      const known = br.q - g * pa;
      addTo(rows, br.a, br.a, g);
      rhs[br.a] = (rhs[br.a] as number) - known;
      if (br.b < 0) continue;
      addTo(rows, br.b, br.b, g);
      addTo(rows, br.a, br.b, -g);
      addTo(rows, br.b, br.a, -g);
      rhs[br.b] = (rhs[br.b] as number) + known;
    }
    if (fixedPa !== null && source >= 0) {
      addTo(rows, source, source, 1e6);
      rhs[source] = (rhs[source] as number) + 1e6 * fixedPa;
    }
    p = factor(rows, order).solve(rhs);
    let change = 0;
    let size = 1e-12;
    for (const br of branches) {
      const { pa, slope } = br.drop(br.q);
      const wanted = (p[br.a] as number) - (br.b < 0 ? 0 : (p[br.b] as number));
      const next = br.q + (wanted - pa) / slope;
      change = Math.max(change, Math.abs(next - br.q));
      size = Math.max(size, Math.abs(next));
      // Half a step where the flow turns round: the square of a hole would swing for ever.
      br.q = next * br.q < 0 && iterations > 3 ? (next + br.q) / 2 : next;
    }
    if (change <= 1e-11 * size) break;
  }
  const flows = (map: ReadonlyMap<string, Branch>): Map<string, number> =>
    new Map([...map].map(([id, b]) => [id, b.q]));
  const runs = new Map(net.runs.map((r) => [r.id, runBranch.get(r.id)?.q ?? 0]));
  const [vents, leaks] = [flows(ventBranch), flows(leakBranch)];
  const out = [...vents.values(), ...leaks.values()].reduce((s, q) => s + q, 0);
  return {
    pa: new Map(net.nodes.map((x, i) => [x.id, p[i] as number])),
    runs,
    vents,
    leaks,
    fedM3s: net.feed.by === 'off' ? 0 : fixedPa === null ? fed : out,
    iterations,
  };
}

/**
 * Steady flow of nitrogen in a line: pressures at every point and flow in every run, vent and leak. Loops, shut valves
 * and dead legs are allowed. Gas is taken as incompressible; `compression` says how far that is off.
 * @throws InputError naming what is wrong with the network
 */
export function solveFlow(net: PurgeNetwork): FlowAnswer {
  checkNetwork(net);
  const sourceId = net.nodes.find((n) => n.kind === 'source')?.id ?? '';
  const { feed } = net;
  let answer = solve(net, feed.by === 'pressure' ? feed.pa : null);
  let atLimit = false;
  if (feed.by === 'flow' && !((answer.pa.get(sourceId) ?? 0) <= feed.mostPa)) {
    atLimit = true;
    answer = solve(net, feed.mostPa);
  }
  const highest = Math.max(0, ...[...answer.pa.values()].map(Math.abs));
  return { ...answer, atLimit, compression: highest / 101325 };
}
