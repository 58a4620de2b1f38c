import { requireRange } from '../source/problem.js';
import { practice, published } from '../source/source.js';
import { type HeatLaw, heatLaw, type HeatMetal } from './metal-heat.js';

/** A wall of tube: metal, outside diameter and wall, m. */
export interface Shell {
  readonly metal: HeatMetal;
  readonly odM: number;
  readonly wallM: number;
}

/** What stands at the far end of a shell. */
export type FarEnd =
  /** It goes on as tube. */
  | { readonly kind: 'goes on' }
  /** A heavy body of the shell's metal, kg. */
  | { readonly kind: 'body'; readonly massKg: number }
  /** It ends in the air. */
  | { readonly kind: 'closed' };

/** A joint as two shells on one axis: the tube from the left into the socket, the socket from the mouth to the right. */
export interface ChainSpec {
  readonly tube: Shell;
  readonly socket: Shell;
  /** Length over which they lie on each other, m. */
  readonly lapM: number;
  /** Gap a side, m. */
  readonly gapSideM: number;
  readonly tubeEnd: FarEnd;
  readonly socketEnd: FarEnd;
  /** A clamp on the tube that takes heat up: where it lies, m from the mouth, and its capacity, J/K. */
  readonly clamp?: { readonly fromM: number; readonly toM: number; readonly capacityJK: number } | null;
  /** How far from the lap heat is followed, m. */
  readonly reachM: number;
  /** Cells over the lap; more are finer. */
  readonly lapCells?: number;
}

export const GAP_GAS_W_MK = 0.07;
export const GAP_FILLER_W_MK = 60;
export const GAP_SOURCE = published(
  'Incropera: air at brazing heat about 0.07 W/mK',
  'air is a poor bridge: the reason to heat the tube first; filler is taken as 60 W/mK',
);
/** No gap is thinner to the heat than this: faces are rough. */
const LEAST_GAP_M = 1e-5;
const THINNEST_M = 1e-5;
export const CELLS_SOURCE = practice('cells of the lap in equal parts, the others growing outward by a seventh');
const GROWTH = 1.15;

/**
 * Cells in a row such that each is linked to the next or the next but one: tube from far to mouth, the lap with tube
 * and socket in turn, the socket from the lap outward.
 */
export interface Chain {
  readonly spec: ChainSpec;
  readonly cells: number;
  /** Metal of each cell: 0 the tube's, 1 the socket's. */
  readonly of: Uint8Array;
  /** How the metal of tube and socket takes heat. */
  readonly laws: readonly [HeatLaw, HeatLaw];
  readonly massKg: Float64Array;
  /** Half its length over its section, 1/m: divided by conductivity a resistance. */
  readonly halfM: Float64Array;
  /** Surface to the air, and in the lap to the bore, m2: so little gas is warm when it leaves the lap. */
  readonly outsideM2: Float64Array;
  readonly insideM2: Float64Array;
  /** Middle, m from the mouth: tube to the left is negative. */
  readonly xM: Float64Array;
  readonly lengthM: Float64Array;
  /** Links along a shell: cell to cell. */
  readonly along: { readonly from: Uint16Array; readonly to: Uint16Array };
  /** Links through the gap: pairs of cells and the area, m2. */
  readonly across: readonly (readonly [tube: number, socket: number, areaM2: number])[];
  /** Cells of the lap, tube's and socket's. */
  readonly lapTube: readonly number[];
  readonly lapSocket: readonly number[];
}

const section = ({ odM, wallM }: Shell): number => Math.PI * (odM - wallM) * wallM;

/** Lengths of cells growing outward over a reach, the first like the lap's. */
function outward(firstM: number, reachM: number): number[] {
  const lengths: number[] = [];
  for (let at = 0, d = firstM; at < reachM; at += d, d *= GROWTH) lengths.push(d);
  return lengths;
}

/** What stands out of the lap where a shell ends in the air, m. */
const STUB_M = 5e-4;

/** A heavy body begins so far behind the lap, m. Source: NECK_SOURCE. */
export const BODY_NECK_M = 0.0127;
export const NECK_SOURCE = practice('the body of a valve begins half an inch behind its cup, and warms as one');

const beyond = (firstM: number, end: FarEnd, reachM: number): number[] =>
  end.kind === 'closed' ? [STUB_M] : outward(firstM, end.kind === 'body' ? Math.min(reachM, BODY_NECK_M) : reachM);

function requireShell(field: string, { odM, wallM, metal }: Shell): void {
  requireRange(`${field}.odM`, odM, 0.001, 1, 'm');
  requireRange(
    `${field}.wallM`,
    wallM,
    THINNEST_M,
    odM / 2,
    'm: a wall is thicker than nothing and thinner than half the tube',
  );
  requireRange(`${field}.metal.conductivityWmK`, metal.conductivityWmK, 1e-7, 1000, 'W/mK');
  requireRange(`${field}.metal.heatCapacityJkgK`, metal.heatCapacityJkgK, 50, 5000, 'J/kgK');
  requireRange(`${field}.metal.densityKgM3`, metal.densityKgM3, 500, 25000, 'kg/m³');
}

/** Lays a joint out in cells. @throws InputError naming each length that cannot be */
export function chainOf(spec: ChainSpec): Chain {
  const { tube, socket, lapM, lapCells = 8 } = spec;
  requireShell('tube', tube);
  requireShell('socket', socket);
  requireRange('lapM', lapM, 1e-4, 1, 'm');
  requireRange('gapSideM', spec.gapSideM, 0, 0.01, 'm');
  requireRange('reachM', spec.reachM, 0.001, 20, 'm');
  requireRange('lapCells', lapCells, 1, 400);
  for (const [field, end] of [
    ['tubeEnd', spec.tubeEnd],
    ['socketEnd', spec.socketEnd],
  ] as const)
    if (end.kind === 'body') requireRange(`${field}.massKg`, end.massKg, 0.001, 500, 'kg');
  const step = lapM / lapCells;
  const left = beyond(step, spec.tubeEnd, spec.reachM).reverse();
  const right = beyond(step, spec.socketEnd, spec.reachM);
  const cells = left.length + 2 * lapCells + right.length;
  const f = (): Float64Array => new Float64Array(cells);
  const chain = {
    of: new Uint8Array(cells),
    massKg: f(),
    halfM: f(),
    outsideM2: f(),
    insideM2: f(),
    xM: f(),
    lengthM: f(),
  };
  const put = (
    i: number,
    shell: 0 | 1,
    x: number,
    d: number,
    faces: { readonly out: boolean; readonly in: boolean },
  ): void => {
    const s = shell === 0 ? tube : socket;
    const area = section(s);
    chain.of[i] = shell;
    chain.massKg[i] = s.metal.densityKgM3 * area * d;
    chain.halfM[i] = d / (2 * area);
    chain.outsideM2[i] = faces.out ? Math.PI * s.odM * d : 0;
    chain.insideM2[i] = faces.in ? Math.PI * (s.odM - 2 * s.wallM) * d : 0;
    chain.xM[i] = x;
    chain.lengthM[i] = d;
  };
  const along: [number, number][] = [];
  const across: [number, number, number][] = [];
  const lapTube: number[] = [];
  const lapSocket: number[] = [];
  let x = -left.reduce((s, d) => s + d, 0);
  left.forEach((d, i) => {
    put(i, 0, x + d / 2, d, { out: true, in: false });
    x += d;
  });
  for (let i = 1; i < left.length; i++) along.push([i - 1, i]);
  const first = left.length;
  for (let k = 0; k < lapCells; k++) {
    const [t, s] = [first + 2 * k, first + 2 * k + 1];
    put(t, 0, (k + 0.5) * step, step, { out: false, in: true });
    put(s, 1, (k + 0.5) * step, step, { out: true, in: false });
    lapTube.push(t);
    lapSocket.push(s);
    along.push([k === 0 ? first - 1 : t - 2, t]);
    if (k > 0) along.push([s - 2, s]);
    across.push([t, s, Math.PI * tube.odM * step]);
  }
  const after = first + 2 * lapCells;
  x = lapM;
  right.forEach((d, j) => {
    put(after + j, 1, x + d / 2, d, { out: true, in: false });
    x += d;
    along.push([after + j - 1, after + j]);
  });
  if (spec.clamp) clampOn(spec.clamp, tube, chain, left.length);
  // A body stands at the end of its shell, in one cell with what is left of the tube.
  const bodies: [FarEnd, number][] = [
    [spec.tubeEnd, 0],
    [spec.socketEnd, cells - 1],
  ];
  for (const [end, i] of bodies) if (end.kind === 'body') chain.massKg[i] = (chain.massKg[i] as number) + end.massKg;
  const ends = (k: 0 | 1): Uint16Array => Uint16Array.from(along, (pair) => pair[k]);
  const laws = [heatLaw(tube.metal), heatLaw(socket.metal)] as const;
  return { ...chain, spec, cells, laws, along: { from: ends(0), to: ends(1) }, across, lapTube, lapSocket };
}

/** Share of a cell that something lies on, from and to in m from the mouth. */
export function covered(chain: Pick<Chain, 'xM' | 'lengthM'>, i: number, fromM: number, toM: number): number {
  return coveredShare(chain.xM[i] as number, chain.lengthM[i] as number, fromM, toM);
}

/** The same of a piece of tube, by its middle and length, m. */
export function coveredShare(xM: number, lengthM: number, fromM: number, toM: number): number {
  const half = lengthM / 2;
  return Math.max(0, Math.min(-xM + half, toM) - Math.max(-xM - half, fromM)) / lengthM;
}

/** A clamp warms with the tube under it: it counts as so much more of the tube's metal. */
function clampOn(
  clamp: NonNullable<ChainSpec['clamp']>,
  tube: Shell,
  chain: Pick<Chain, 'xM' | 'lengthM' | 'massKg'>,
  tubeCells: number,
): void {
  requireRange('clamp.fromM', clamp.fromM, 0, 10, 'm');
  requireRange('clamp.toM', clamp.toM, clamp.fromM + 1e-4, 10, 'm');
  const kg = requireRange('clamp.capacityJK', clamp.capacityJK, 0, 1e5, 'J/K') / tube.metal.heatCapacityJkgK;
  for (let i = 0; i < tubeCells; i++) {
    const m = covered(chain, i, clamp.fromM, clamp.toM) * (chain.lengthM[i] as number);
    chain.massKg[i] = (chain.massKg[i] as number) + (kg * m) / (clamp.toM - clamp.fromM);
  }
}

/** Conductance of the gap, W/m2K: dry, gas bridges it; wetted, the filler does. */
export const gapConductance = (gapSideM: number, wetted: boolean): number =>
  (wetted ? GAP_FILLER_W_MK : GAP_GAS_W_MK) / Math.max(LEAST_GAP_M, gapSideM);
