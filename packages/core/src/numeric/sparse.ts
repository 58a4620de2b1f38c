/** Entries of a square matrix by row; the pattern is symmetric, the values need not be. */
export type Rows = readonly Map<number, number>[];

/** A factored matrix, ready to solve for any right-hand side. */
export interface Factored {
  /** Solves A x = b, into an array of its own or the one given; b is left as it was. */
  readonly solve: (b: Float64Array, into?: Float64Array) => Float64Array;
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
  // Both factors lie in the order of elimination, row after row, so that solving runs straight through the memory.
  const [lowerAt, lowerBy, upperAt, upperBy]: [number[], number[], number[], number[]] = [[], [], [], []];
  const [lowerFrom, upperFrom] = [new Int32Array(n + 1), new Int32Array(n + 1)];
  const inverse = new Float64Array(n);
  for (let k = 0; k < n; k++) {
    const p = order[k] as number;
    const row = work[p] as Map<number, number>;
    const pivot = row.get(p) ?? 0;
    if (!(Math.abs(pivot) > 1e-300)) throw new RangeError(`pivot ${p} vanishes`);
    inverse[k] = 1 / pivot;
    const later: number[] = [];
    for (const j of row.keys()) if ((rank[j] as number) > k) later.push(j);
    for (const j of later) {
      upperAt.push(rank[j] as number);
      upperBy.push(row.get(j) ?? 0);
    }
    for (const i of later) {
      const other = work[i] as Map<number, number>;
      // A nothing is carried along too: the pattern stays symmetric, or an entry on the other side would be missed.
      const m = (other.get(p) ?? 0) / pivot;
      lowerAt.push(rank[i] as number);
      lowerBy.push(m);
      for (const j of later) other.set(j, (other.get(j) ?? 0) - m * (row.get(j) ?? 0));
    }
    row.clear();
    lowerFrom[k + 1] = lowerAt.length;
    upperFrom[k + 1] = upperAt.length;
  }
  const [lAt, lBy, uAt, uBy] = [
    Int32Array.from(lowerAt),
    Float64Array.from(lowerBy),
    Int32Array.from(upperAt),
    Float64Array.from(upperBy),
  ];
  const y = new Float64Array(n);
  return {
    solve: (b, x = new Float64Array(n)) => {
      for (let k = 0; k < n; k++) y[k] = b[order[k] as number] as number;
      for (let k = 0; k < n; k++) {
        const v = y[k] as number;
        const end = lowerFrom[k + 1] as number;
        for (let e = lowerFrom[k] as number; e < end; e++) {
          const i = lAt[e] as number;
          y[i] = (y[i] as number) - (lBy[e] as number) * v;
        }
      }
      for (let k = n - 1; k >= 0; k--) {
        let v = y[k] as number;
        const end = upperFrom[k + 1] as number;
        for (let e = upperFrom[k] as number; e < end; e++) v -= (uBy[e] as number) * (y[uAt[e] as number] as number);
        v *= inverse[k] as number;
        y[k] = v;
        x[order[k] as number] = v;
      }
      return x;
    },
  };
}
