import { canonical } from './content.js';

/** A value as the trail remembers it; a list or what is long is text, cut short. */
export type Leaf = string | number | boolean | null;

/** One field that a write changed. */
export type FieldChange = readonly [field: string, from: Leaf, to: Leaf];

/** Characters of a value that are remembered. */
const MOST_TEXT = 80;
/** Most fields of one record. */
const MOST_FIELDS = 40;

const cut = (text: string): string => (text.length > MOST_TEXT ? `${text.slice(0, MOST_TEXT - 1)}…` : text);
const isPlain = (v: unknown): v is Readonly<Record<string, unknown>> =>
  typeof v === 'object' && v !== null && !Array.isArray(v);

function leafOf(value: unknown): Leaf {
  if (value === undefined || value === null) return null;
  if (typeof value === 'number' || typeof value === 'boolean') return value;
  return cut(typeof value === 'string' ? value : canonical(value));
}

/**
 * Fields in which two states of a record differ, by their path ("tube.size"), in the order of their names. What is
 * absent counts as empty.
 */
export function changedFields(before: unknown, after: unknown): readonly FieldChange[] {
  const out: FieldChange[] = [];
  const walk = (a: unknown, b: unknown, path: string): void => {
    if (isPlain(a) && isPlain(b)) {
      for (const name of [...new Set([...Object.keys(a), ...Object.keys(b)])].sort())
        walk(a[name], b[name], path ? `${path}.${name}` : name);
      return;
    }
    // Canonical: the database keeps the fields of what stands in a list in an order of its own.
    if (canonical(a ?? null) !== canonical(b ?? null)) out.push([path, leafOf(a), leafOf(b)]);
  };
  walk(before, after, '');
  return out.slice(0, MOST_FIELDS);
}
