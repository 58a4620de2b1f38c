import { ANNULLABLE, type Annulment } from './annulment.js';
import type { JobFile } from './exchange.js';
import { kindRow } from './kinds.js';

/** Ids of what was annulled. */
export const annulledIds = (annulments: readonly Pick<Annulment, 'recordId'>[]): ReadonlySet<string> =>
  new Set(annulments.map((a) => a.recordId));

/** What still stands: evidence that was annulled is out of every judgement. */
export const standing = <T extends { readonly id: string }>(
  rows: readonly T[],
  annulled: ReadonlySet<string>,
): readonly T[] => (annulled.size ? rows.filter((r) => !annulled.has(r.id)) : rows);

/** A job's file as it is judged: without what was annulled. */
export function standingFile(file: JobFile): JobFile {
  const annulled = annulledIds(file.annulments);
  if (!annulled.size) return file;
  const places = ANNULLABLE.map((kind) => kindRow(kind).filed?.place as keyof JobFile);
  const judged = places.map((place) => [place, standing(file[place] as readonly { id: string }[], annulled)]);
  return { ...file, ...(Object.fromEntries(judged) as Partial<JobFile>) };
}
