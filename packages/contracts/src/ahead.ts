import type { FieldProblem } from '@hephaist/core';
import type { Kind, RecordKinds } from './kinds.js';

/** How far a clock may be ahead of the server's before what it dates is refused, ms. */
export const AHEAD_MS = 120_000;
/** The last zone to begin a day is this far ahead of UTC, ms: a day is in the future only where it is so everywhere. */
const FIRST_ZONE_MS = 14 * 3_600_000;

/** Fields of what was done, by kind: instants, and days without a time. */
const DONE: Readonly<Partial<Record<Kind, { readonly at?: readonly string[]; readonly on?: readonly string[] }>>> = {
  log: { at: ['brazedAt', 'cleanedAt', 'nitrogenStoppedAt'] },
  purge_mark: { at: ['at'] },
  purge_session: { at: ['startedAt'] },
  pressure_test: { at: ['startedAt', 'endedAt'] },
  coupon: { on: ['brazedOn'] },
  pqr: { on: ['brazedOn'] },
  confirmation: { on: ['on'] },
  procedure: { on: ['signedOn'] },
};

/** Which dates of a record lie ahead of now: what was done cannot be. Empty for kinds that plan. */
export function aheadProblems<K extends Kind>(kind: K, data: RecordKinds[K], nowMs: number): FieldProblem[] {
  const fields = DONE[kind];
  if (!fields) return [];
  const values = data as unknown as Readonly<Record<string, unknown>>;
  const lastDay = new Date(nowMs + FIRST_ZONE_MS).toISOString().slice(0, 10);
  const out: FieldProblem[] = [];
  for (const field of fields.at ?? []) {
    const at = values[field];
    if (typeof at === 'string' && Date.parse(at) > nowMs + AHEAD_MS)
      out.push({ field, says: `lies ahead: it is ${new Date(nowMs).toISOString().slice(0, 16)}Z now` });
  }
  for (const field of fields.on ?? []) {
    const on = values[field];
    if (typeof on === 'string' && on > lastDay)
      out.push({ field, says: `lies ahead: today is ${lastDay} at the latest` });
  }
  return out;
}
