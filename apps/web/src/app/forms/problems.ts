import type { FieldProblem } from '@hephaist/core/source/problem';

/** Whether a problem is of this field or of what lies under it. */
export const under = (p: FieldProblem, field: string): boolean => p.field === field || p.field.startsWith(`${field}.`);

/** The problems of one field or of what lies under it, as one line. */
export function problemAt(problems: readonly FieldProblem[], field: string): string | null {
  const own = problems.filter((p) => under(p, field));
  return own.length ? [...new Set(own.map((p) => p.says))].join('; ') : null;
}

/** The same, with a field's problem in the words of the form. */
export const inWords = (problems: readonly FieldProblem[], field: string, says: string): FieldProblem[] =>
  problems.map((p) => (p.field === field ? { ...p, says } : p));
