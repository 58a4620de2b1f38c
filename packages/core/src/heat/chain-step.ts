import type { Chain } from './chain.js';
import { type Losses, STEFAN_BOLTZMANN } from './losses.js';
import { alongEnds } from './metal-heat.js';

/** A place that takes heat at one temperature until it is used up: paste or a wet wrap that boils dry. */
export interface Sink {
  readonly cell: number;
  readonly conductanceWK: number;
  readonly holdsK: number;
}

/** What acts on a chain for one step. */
export interface Acting {
  readonly losses: Losses;
  readonly airK: number;
  /** Conductance of flame to each cell, W/K, and the flame's temperature, K; null without a flame. */
  readonly flame: { readonly conductanceWK: Float64Array; readonly flameK: number } | null;
  /** Conductance through the gap, W/m2K. */
  readonly gapWm2K: number;
  /** Convection to the gas in the bore, W/m2K, and its temperature, K. */
  readonly bore: { readonly convectionWm2K: number; readonly gasK: number };
  readonly sinks: readonly Sink[];
}

/** Heat that came and went in a step, J. */
export interface Books {
  /** Held more than before. */
  readonly storedJ: number;
  readonly flameJ: number;
  readonly lostJ: number;
  /** Taken by each sink. */
  readonly sunkJ: readonly number[];
}

/** Room for the numbers of one step, so that a run asks for memory once. */
export interface Workspace {
  readonly next: Float64Array;
  readonly source: Float64Array;
  readonly toward: Float64Array;
  readonly heat: Float64Array;
  readonly one: Float64Array;
  readonly two: Float64Array;
  readonly diagonal: Float64Array;
  readonly right: Float64Array;
}

export function workspace(chain: Chain): Workspace {
  const f = (): Float64Array => new Float64Array(chain.cells);
  return { next: f(), source: f(), toward: f(), heat: f(), one: f(), two: f(), diagonal: f(), right: f() };
}

/**
 * What the cells do at these temperatures: capacity of each, J/K; conductances to the next and the next but one, W/K;
 * what draws each toward fixed temperatures, W/K (toward), and with what force, W (source).
 */
function coefficients(chain: Chain, tempK: Float64Array, acting: Acting, w: Workspace): void {
  const { losses, airK, flame, bore } = acting;
  const { one, two } = w;
  const { from, to } = chain.along;
  one.fill(0);
  two.fill(0);
  // Resistance of half of each cell first: a link is two halves.
  const half = w.right;
  for (let i = 0; i < chain.cells; i++) {
    const law = chain.laws[chain.of[i] as 0 | 1];
    const hot = alongEnds(tempK[i] as number);
    half[i] = (chain.halfM[i] as number) / (law.conductivity + hot * (law.conductivityHot - law.conductivity));
    w.heat[i] = (chain.massKg[i] as number) * (law.capacity + hot * (law.capacityHot - law.capacity));
  }
  for (let k = 0; k < from.length; k++) {
    const [a, b] = [from[k] as number, to[k] as number];
    const row = b - a === 1 ? one : two;
    row[a] = 1 / ((half[a] as number) + (half[b] as number));
  }
  for (const [a, , area] of chain.across) one[a] = acting.gapWm2K * area;
  for (let i = 0; i < chain.cells; i++) {
    const t = tempK[i] as number;
    const radiant = losses.emissivity * STEFAN_BOLTZMANN * (t + airK) * (t * t + airK * airK);
    const out = (losses.convectionWm2K + radiant) * (chain.outsideM2[i] as number);
    const inside = bore.convectionWm2K * (chain.insideM2[i] as number);
    w.toward[i] = out + inside;
    w.source[i] = out * airK + inside * bore.gasK;
    const lit = flame ? (flame.conductanceWK[i] as number) : 0;
    if (lit > 0) {
      w.toward[i] = (w.toward[i] as number) + lit;
      w.source[i] = (w.source[i] as number) + lit * (flame?.flameK ?? 0);
    }
  }
  for (const { cell, conductanceWK, holdsK } of acting.sinks) {
    // Water boils where it is hotter than boiling; it does not warm what is colder.
    if ((tempK[cell] as number) <= holdsK) continue;
    w.toward[cell] = (w.toward[cell] as number) + conductanceWK;
    w.source[cell] = (w.source[cell] as number) + conductanceWK * holdsK;
  }
}

/** How fast each cell warms, K/s: the model as ordinary differential equations, for any solver of such. */
export function heatRates(chain: Chain, tempK: Float64Array, acting: Acting, w = workspace(chain)): Float64Array {
  coefficients(chain, tempK, acting, w);
  const rate = new Float64Array(chain.cells);
  const flow = (a: number, b: number, g: number): void => {
    const q = g * ((tempK[b] as number) - (tempK[a] as number));
    rate[a] = (rate[a] as number) + q;
    rate[b] = (rate[b] as number) - q;
  };
  for (let i = 0; i < chain.cells; i++) {
    rate[i] = (rate[i] as number) + (w.source[i] as number) - (w.toward[i] as number) * (tempK[i] as number);
    if (w.one[i]) flow(i, i + 1, w.one[i] as number);
    if (w.two[i]) flow(i, i + 2, w.two[i] as number);
  }
  for (let i = 0; i < chain.cells; i++) rate[i] = (rate[i] as number) / (w.heat[i] as number);
  return rate;
}

/**
 * One implicit step: the new temperatures solve a system with two bands on each side. Bounded at any step; first order
 * in time, second in space. What changes with temperature is taken at the old one.
 * @param tempK temperatures, overwritten by the new ones
 * @returns the books of the step, which close to rounding
 */
export function stepChain(chain: Chain, tempK: Float64Array, acting: Acting, dtS: number, w: Workspace): Books {
  const n = chain.cells;
  coefficients(chain, tempK, acting, w);
  const { one, two, diagonal: d, right: r, next } = w;
  for (let i = 0; i < n; i++) {
    const c = (w.heat[i] as number) / dtS;
    d[i] =
      c +
      (w.toward[i] as number) +
      (one[i] as number) +
      (two[i] as number) +
      (i > 0 ? (one[i - 1] as number) : 0) +
      (i > 1 ? (two[i - 2] as number) : 0);
    r[i] = c * (tempK[i] as number) + (w.source[i] as number);
  }
  solveTwoBands(n, d, one, two, r, next);
  let [stored, flame, lost] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const t = next[i] as number;
    stored += (w.heat[i] as number) * (t - (tempK[i] as number));
    lost += (w.toward[i] as number) * t - (w.source[i] as number);
    const lit = acting.flame ? (acting.flame.conductanceWK[i] as number) : 0;
    if (lit > 0) flame += lit * ((acting.flame?.flameK ?? 0) - t);
  }
  const sunk = acting.sinks.map(({ cell, conductanceWK, holdsK }) =>
    (tempK[cell] as number) > holdsK ? conductanceWK * ((next[cell] as number) - holdsK) * dtS : 0,
  );
  tempK.set(next);
  return {
    storedJ: stored,
    flameJ: flame * dtS,
    lostJ: (lost + flame) * dtS - sunk.reduce((s, x) => s + x, 0),
    sunkJ: sunk,
  };
}

/**
 * Solves a symmetric system whose off-diagonals are -one (next) and -two (next but one) by elimination without
 * pivoting, safe because its diagonal outweighs its row. Overwrites d and r.
 */
function solveTwoBands(
  n: number,
  d: Float64Array,
  one: Float64Array,
  two: Float64Array,
  r: Float64Array,
  x: Float64Array,
): void {
  // Rows become x[i] = (r[i] + one[i] x[i+1] + two[i] x[i+2]) d[i], with d the inverse of the pivot.
  let carry = 0;
  for (let i = 0; i < n; i++) {
    const inverse = 1 / (d[i] as number);
    const a = (one[i] as number) + carry;
    const b = two[i] as number;
    const ri = r[i] as number;
    d[i] = inverse;
    one[i] = a;
    if (i + 1 < n) {
      const share = a * inverse;
      d[i + 1] = (d[i + 1] as number) - share * a;
      r[i + 1] = (r[i + 1] as number) + share * ri;
      carry = share * b;
    }
    if (b !== 0 && i + 2 < n) {
      const share = b * inverse;
      d[i + 2] = (d[i + 2] as number) - share * b;
      r[i + 2] = (r[i + 2] as number) + share * ri;
    }
  }
  for (let i = n - 1; i >= 0; i--) {
    let s = r[i] as number;
    if (i + 1 < n) s += (one[i] as number) * (x[i + 1] as number);
    if (i + 2 < n) s += (two[i] as number) * (x[i + 2] as number);
    x[i] = s * (d[i] as number);
  }
}
