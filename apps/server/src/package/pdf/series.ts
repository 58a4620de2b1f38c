/** Least and most of some numbers; 0 to 0 where there is none. */
export const extent = (values: readonly number[]): [number, number] =>
  values.length ? [Math.min(...values), Math.max(...values)] : [0, 0];

/** Items by a key, in their order. */
export function group<T, K>(items: readonly T[], key: (item: T) => K): Map<K, T[]> {
  const out = new Map<K, T[]>();
  for (const item of items) {
    const k = key(item);
    const own = out.get(k);
    if (own) own.push(item);
    else out.set(k, [item]);
  }
  return out;
}
