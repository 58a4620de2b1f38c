/** One set that may be taken: what it covers, as indices into the universe, and what it costs. */
export interface CoverSet {
  readonly covers: readonly number[];
  readonly cost: number;
}

export interface SetCover {
  /** Indices of the sets taken, in their order. */
  readonly taken: readonly number[];
  readonly cost: number;
  /** No cover costs less than this; equal to `cost` when the search was exhausted. */
  readonly atLeast: number;
}

const bit = (i: number): bigint => 1n << BigInt(i);
const bitsOf = (indices: readonly number[]): bigint => indices.reduce((m, i) => m | bit(i), 0n);

/** Sets whose every element another covers for no more cost are left out; the first of equals stays. */
function undominated(sets: readonly { mask: bigint; cost: number; index: number }[]) {
  return sets.filter(
    (a, i) =>
      !sets.some(
        (b, j) =>
          i !== j && (a.mask & ~b.mask) === 0n && b.cost <= a.cost && (b.mask !== a.mask || b.cost < a.cost || j < i),
      ),
  );
}

/**
 * Covers every element at the least cost: branch and bound, branching on the element with the fewest sets, bounded by
 * elements that no one set covers together.
 * @param size elements are 0 to size - 1
 * @param most search steps before it stops with the best so far and a bound
 * @returns null when an element is in no set
 */
export function leastCover(size: number, sets: readonly CoverSet[], most = 200_000): SetCover | null {
  const all = size === 0 ? 0n : bit(size) - 1n;
  const usable = undominated(
    sets.map((s, index) => ({ mask: bitsOf(s.covers.filter((e) => e < size)), cost: s.cost, index })),
  ).filter((s) => s.mask !== 0n);
  const of: number[][] = Array.from({ length: size }, (_, e) =>
    usable.flatMap((s, i) => (s.mask & bit(e) ? [i] : [])).sort((a, b) => usable[a]!.cost - usable[b]!.cost),
  );
  if (of.some((o) => o.length === 0)) return null;
  const order = Array.from({ length: size }, (_, e) => e).sort((a, b) => of[a]!.length - of[b]!.length);
  const reach = of.map((o) => o.reduce((m, i) => m | usable[i]!.mask, 0n));

  /** Least that what is left must still cost: elements no two of which one set covers each need a set of their own. */
  const bound = (left: bigint): number => {
    let cost = 0;
    for (const e of order) {
      if (!(left & bit(e))) continue;
      cost += usable[of[e]![0]!]!.cost;
      left &= ~reach[e]!;
    }
    return cost;
  };
  const greedy = (): number[] => {
    const taken: number[] = [];
    let left = all;
    while (left) {
      const count = (m: bigint): number => m.toString(2).replaceAll('0', '').length;
      let [best, value] = [0, -1];
      usable.forEach((s, i) => {
        const gain = count(s.mask & left) / (s.cost || 1e-9);
        if (s.mask & left && gain > value) [best, value] = [i, gain];
      });
      taken.push(best);
      left &= ~usable[best]!.mask;
    }
    return taken;
  };
  const costOf = (taken: readonly number[]): number => taken.reduce((c, i) => c + usable[i]!.cost, 0);
  let best = greedy();
  let bestCost = costOf(best);
  let steps = 0;
  const search = (left: bigint, taken: number[], cost: number): void => {
    if (left === 0n) {
      if (cost < bestCost - 1e-9) [best, bestCost] = [[...taken], cost];
      return;
    }
    if (++steps > most || cost + bound(left) >= bestCost - 1e-9) return;
    const e = order.find((x) => left & bit(x)) ?? 0;
    for (const i of of[e]!) {
      taken.push(i);
      search(left & ~usable[i]!.mask, taken, cost + usable[i]!.cost);
      taken.pop();
    }
  };
  search(all, [], 0);
  return {
    taken: best.map((i) => usable[i]!.index).sort((a, b) => a - b),
    cost: bestCost,
    atLeast: steps > most ? bound(all) : bestCost,
  };
}
