/** What was worked out before, by key; forgotten all at once when there are too many, so that it never grows without end. */
export function remembered<T>(most: number): (key: string, make: () => T) => T {
  const known = new Map<string, T>();
  return (key, make) => {
    const before = known.get(key);
    if (before !== undefined) return before;
    const made = make();
    if (known.size >= most) known.clear();
    known.set(key, made);
    return made;
  };
}
