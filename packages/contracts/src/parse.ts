import { SHIPPED, type Catalogue, type FieldProblem } from '@hephaist/core';
import { ValidationError } from 'yup';
import type { AnyFlagSchema } from './kinds.js';

/** A value from outside that does not fit its schema; a problem for each field. */
export class ContractError extends Error {
  constructor(readonly problems: readonly FieldProblem[]) {
    super(problems.map((p) => `${p.field}: ${p.says}`).join('; '));
    this.name = 'ContractError';
  }
}

/** Paths as `a.0.b`, without brackets. */
const plainPath = (path: string | undefined): string =>
  (path ?? '')
    .replace(/\[(\d+)\]/g, '.$1')
    .replace(/\["?([^"\]]+)"?\]/g, '.$1')
    .replace(/^\./, '');

/** All problems of a value against a schema and the company's tables; empty when it fits. */
export function problemsOf(
  schema: AnyFlagSchema,
  value: unknown,
  prefix = '',
  tables: Catalogue = SHIPPED,
): FieldProblem[] {
  try {
    schema.validateSync(value, { abortEarly: false, strict: true, context: { tables } });
    return [];
  } catch (e) {
    if (!(e instanceof ValidationError)) throw e;
    const all = e.inner.length ? e.inner : [e];
    return all.map((x) => ({ field: prefix + plainPath(x.path), says: x.message }));
  }
}

/**
 * Reads a value with a schema; no coercion, unknown fields are refused.
 * @throws ContractError with every problem, not only the first
 */
export function parse<T>(schema: AnyFlagSchema<T>, value: unknown, prefix = '', tables: Catalogue = SHIPPED): T {
  const problems = problemsOf(schema, value, prefix, tables);
  if (problems.length) throw new ContractError(problems);
  return schema.cast(value) as T;
}
