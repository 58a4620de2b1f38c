import type { Annulment } from './annulment.js';

/** Ids of what was annulled. */
export const annulledIds = (annulments: readonly Pick<Annulment, 'recordId'>[]): ReadonlySet<string> =>
  new Set(annulments.map((a) => a.recordId));

/** What still stands: evidence that was annulled is out of every judgement. */
export const standing = <T extends { readonly id: string }>(
  rows: readonly T[],
  annulled: ReadonlySet<string>,
): readonly T[] => (annulled.size ? rows.filter((r) => !annulled.has(r.id)) : rows);
