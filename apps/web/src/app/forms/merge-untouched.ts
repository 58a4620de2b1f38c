/**
 * Mine with what only they changed taken from them: a field that nobody touched here is theirs.
 * @param base both began with it
 * @returns the draft, and whether a field is left that both changed, each otherwise
 */
export function mergeUntouched<D extends object>(
  base: D,
  mine: D,
  theirs: D,
): { readonly draft: D; readonly isOpen: boolean } {
  const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
  const names = Object.keys(mine) as (keyof D)[];
  const draft = { ...mine };
  for (const name of names) if (same(base[name], mine[name])) draft[name] = theirs[name];
  return { draft, isOpen: names.some((name) => !same(draft[name], theirs[name]) && !same(base[name], theirs[name])) };
}
