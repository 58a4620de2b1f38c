import { type Kind, kindRow, type RecordKinds } from './kinds.js';
import type { Meaning } from './signature.js';

/**
 * As what a record as it stands must be signed; null where it needs no signature.
 * @param before how it stood, where it is changed: lifting a withdrawal is signed too
 */
export const neededMeaning = <K extends Kind>(
  kind: K,
  data: RecordKinds[K],
  before: RecordKinds[K] | null = null,
): Meaning | null => kindRow(kind).signed?.(data, before) ?? null;
