import type { FieldProblem } from '@hephaist/core';

/** The problems of one field or of what lies under it, as one line. */
export function problemAt(problems: readonly FieldProblem[], field: string): string | null {
  const own = problems.filter((p) => p.field === field || p.field.startsWith(`${field}.`));
  return own.length ? [...new Set(own.map((p) => p.says))].join('; ') : null;
}

/** Problems that none of these fields shows. */
export const otherProblems = (problems: readonly FieldProblem[], shown: readonly string[]): FieldProblem[] =>
  problems.filter((p) => !shown.some((f) => p.field === f || p.field.startsWith(`${f}.`)));
