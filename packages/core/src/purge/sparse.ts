/** Entries of a square matrix by row; the pattern is symmetric, the values need not be. */
export type Rows = readonly Map<number, number>[];

/** A factored matrix, ready to solve for any right-hand side. */
export interface Factored {
  /** Solves A x = b; b is left as it was. */
  readonly solve: (b: Float64Array) => Float64Array;
}

export const emptyRows = (n: number): Map<number, number>[] =>
  Array.from({ length: n }, () => new Map<number, number>());

export function addTo(rows: readonly Map<number, number>[], i: number, j: number, value: number): void {
  const row = rows[i];
  if (row) row.set(j, (row.get(j) ?? 0) + value);
}

/**
 * An order of elimination that keeps a network sparse: the node with fewest neighbours first. A tree fills in nothing.
 * Buckets by degree; a node's degree is looked up again when it is drawn.
 */
export function eliminationOrder(rows: Rows): number[] {
  const n = rows.length;
  const near = rows.map((row, i) => new Set([...row.keys()].filter((j) => j !== i)));
  const done = new Uint8Array(n);
  const buckets: number[][] = [];
  const put = (i: number): void => {
    const d = near[i]?.size ?? 0;
    (buckets[d] ??= []).push(i);
  };
  for (let i = 0; i < n; i++) put(i);
  const order: number[] = [];
  let at = 0;
  while (order.length < n) {
    while (!buckets[at]?.length) at += 1;
    const i = buckets[at]?.pop() as number;
    const own = near[i];
    if (done[i] || !own || own.size !== at) continue;
    done[i] = 1;
    order.push(i);
    const others = [...own];
    for (const a of others) {
      const set = near[a];
      if (!set) continue;
      set.delete(i);
      for (const b of others) if (b !== a) set.add(b);
      put(a);
      at = Math.min(at, set.size);
    }
  }
  return order;
}

/**
 * LU without pivoting, for the diagonally dominant matrices of flow and transport.
 * @param order as `eliminationOrder` gives it; the same for every matrix of one pattern
 * @throws RangeError where a pivot vanishes: some part of the network is tied to nothing
 */
export function factor(rows: Rows, order: readonly number[]): Factored {
  const n = rows.length;
  const rank = new Int32Array(n);
  order.forEach((node, k) => (rank[node] = k));
  const work = rows.map((r) => new Map(r));
  const lower: { readonly at: Int32Array; readonly by: Float64Array }[] = [];
  const upper: { readonly at: Int32Array; readonly by: Float64Array; readonly pivot: number }[] = [];
  for (const p of order) {
    const row = work[p] as Map<number, number>;
    const pivot = row.get(p) ?? 0;
    if (!(Math.abs(pivot) > 1e-300)) throw new RangeError(`pivot ${p} vanishes`);
    const later: number[] = [];
    for (const j of row.keys()) if ((rank[j] as number) > (rank[p] as number)) later.push(j);
    upper.push({ at: Int32Array.from(later), by: Float64Array.from(later, (j) => row.get(j) ?? 0), pivot });
    const below: number[] = [];
    const multipliers: number[] = [];
    for (const i of later) {
      const other = work[i] as Map<number, number>;
      const value = other.get(p) ?? 0;
      if (value === 0) continue;
      const m = value / pivot;
      below.push(i);
      multipliers.push(m);
      for (const j of later) other.set(j, (other.get(j) ?? 0) - m * (row.get(j) ?? 0));
    }
    lower.push({ at: Int32Array.from(below), by: Float64Array.from(multipliers) });
  }
  return {
    solve: (b) => {
      const x = Float64Array.from(b);
      for (let k = 0; k < n; k++) {
        const v = x[order[k] as number] as number;
        const { at, by } = lower[k] as (typeof lower)[number];
        for (let e = 0; e < at.length; e++) x[at[e] as number] = (x[at[e] as number] as number) - (by[e] as number) * v;
      }
      for (let k = n - 1; k >= 0; k--) {
        const { at, by, pivot } = upper[k] as (typeof upper)[number];
        const p = order[k] as number;
        let v = x[p] as number;
        for (let e = 0; e < at.length; e++) v -= (by[e] as number) * (x[at[e] as number] as number);
        x[p] = v / pivot;
      }
      return x;
    },
  };
}
