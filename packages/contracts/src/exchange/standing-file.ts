import { ANNULLABLE } from '../records/annulment.js';
import { kindRow } from '../records/kinds.js';
import { annulledIds, standing } from '../records/standing.js';
import type { JobFile } from './exchange.js';

/** A job's file as it is judged: without what was annulled. */
export function standingFile(file: JobFile): JobFile {
  const annulled = annulledIds(file.annulments);
  if (!annulled.size) return file;
  const places = ANNULLABLE.map((kind) => kindRow(kind).filed?.place as keyof JobFile);
  const judged = places.map((place) => [place, standing(file[place] as readonly { id: string }[], annulled)]);
  return { ...file, ...(Object.fromEntries(judged) as Partial<JobFile>) };
}
