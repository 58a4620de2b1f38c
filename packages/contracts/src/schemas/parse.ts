import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { type Schema, ValidationError } from 'yup';
import type { Looking } from './whole.js';

/** A schema of any shape and flags. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- yup's flags are part of its type and differ by schema
export type AnyFlagSchema<T = any> = Schema<T, any, any, any>;

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

/** Deepest that anything stands in what comes from outside. */
const DEEPEST = 30;

/**
 * What no schema sees: fields named as what every object inherits, characters that no database keeps (U+0000, halves of
 * a pair), and things within things without end.
 */
function unreadable(value: unknown, path = '', depth = 0): FieldProblem[] {
  if (typeof value === 'string')
    return value.includes('\0') || !isWellFormed(value)
      ? [{ field: path, says: 'holds a character that cannot be kept: U+0000, or half of a pair' }]
      : [];
  if (value === null || typeof value !== 'object') return [];
  if (depth > DEEPEST) return [{ field: path, says: `at most ${DEEPEST} things within each other` }];
  return Object.keys(value).flatMap((key) => {
    const at = path ? `${path}.${key}` : key;
    return !Array.isArray(value) && (key in Object.prototype || !isWellFormed(key) || key.includes('\0'))
      ? [{ field: at, says: 'has a field that is not known here' }]
      : unreadable((value as Record<string, unknown>)[key], at, depth + 1);
  });
}

/** No half of a surrogate pair stands alone in it. */
const isWellFormed = (text: string): boolean => !/\p{Surrogate}/u.test(text);

/** All problems of a value against a schema and the company's tables; empty when it fits. */
export function problemsOf(
  schema: AnyFlagSchema,
  value: unknown,
  prefix = '',
  tables: Catalogue = SHIPPED,
): FieldProblem[] {
  if (value === undefined) return [{ field: prefix.replace(/\.$/, ''), says: 'is needed' }];
  const names = unreadable(value);
  if (names.length) return names.map((p) => ({ ...p, field: prefix + p.field }));
  const look = (bad: Looking['bad']): ValidationError[] => {
    try {
      schema.validateSync(value, { abortEarly: false, strict: true, context: { tables, bad } });
      return [];
    } catch (e) {
      if (!(e instanceof ValidationError)) throw e;
      return e.inner.length ? e.inner : [e];
    }
  };
  const fields = look(true);
  return look(fields.map((x) => x.path ?? '')).map((x) => ({ field: prefix + plainPath(x.path), says: x.message }));
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
