import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import type { FieldProblem } from '@hephaist/core/source/problem';

/** F-numbers that fillers of the tables have, in order. */
export const knownFNumbers = (tables: Catalogue): string[] =>
  [...new Set(tables.fillers.map((f) => f.fNumber))].filter(Boolean).sort();

/** What is wrong with F-numbers that are written now: each is that of a filler in the tables. */
export function fNumberProblems(field: string, numbers: readonly string[], tables: Catalogue): FieldProblem[] {
  const known = knownFNumbers(tables);
  const odd = numbers.filter((n) => !known.includes(n));
  return odd.length
    ? [{ field, says: `no filler of the tables has F-number ${odd.join(', ')}: there is ${known.join(', ')}` }]
    : [];
}
