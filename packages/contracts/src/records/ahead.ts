import type { FieldProblem } from '@hephaist/core/source/problem';
import { type Kind, kindRow, type RecordKinds } from './kinds.js';

/** How far a clock may be ahead of the server's before what it dates is refused, ms. */
export const AHEAD_MS = 120_000;
/** The last zone to begin a day is this far ahead of UTC, ms: a day is in the future only where it is so everywhere. */
const FIRST_ZONE_MS = 14 * 3_600_000;

/** Which dates of a record lie ahead of now: what was done cannot be. Empty for kinds that plan. */
export function aheadProblems<K extends Kind>(kind: K, data: RecordKinds[K], nowMs: number): FieldProblem[] {
  const fields = kindRow(kind).done;
  if (!fields) return [];
  const lastDay = new Date(nowMs + FIRST_ZONE_MS).toISOString().slice(0, 10);
  const out: FieldProblem[] = [];
  for (const field of fields.at ?? []) {
    const at = data[field];
    if (typeof at === 'string' && Date.parse(at) > nowMs + AHEAD_MS)
      out.push({ field, says: `lies ahead: it is ${new Date(nowMs).toISOString().slice(0, 16)}Z now` });
  }
  for (const field of fields.on ?? []) {
    const on = data[field];
    if (typeof on === 'string' && on > lastDay)
      out.push({ field, says: `lies ahead: today is ${lastDay} at the latest` });
  }
  return out;
}
