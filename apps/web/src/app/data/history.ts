import { canonical } from '@hephaist/contracts/records/content';
import type { RecordKinds } from '@hephaist/contracts/records/kinds';

/** Kinds whose changes can be undone. */
export type Undoable = 'joint' | 'line' | 'job';

/** One record before and after a step; null where it was not there. */
export interface Change<K extends Undoable = Undoable> {
  readonly before: RecordKinds[K] | null;
  readonly after: RecordKinds[K] | null;
}

/** One step: records of one kind that changed together. */
export interface Step<K extends Undoable = Undoable> {
  readonly kind: K;
  readonly changes: readonly Change<K>[];
}

/** What to write and what to take away to bring the records to one side of a step. */
export interface Replay<K extends Undoable = Undoable> {
  readonly records: readonly { readonly seen: number; readonly data: RecordKinds[K] }[];
  readonly removals: readonly { readonly id: string; readonly seen: number }[];
}

/**
 * The writes that undo (`before`) or redo (`after`) a step.
 * @param versionOf version a record stands at now, 0 where it is not here
 */
export function replay<K extends Undoable>(
  changes: readonly Change<K>[],
  to: 'before' | 'after',
  versionOf: (id: string) => number,
): Replay<K> {
  const records: { seen: number; data: RecordKinds[K] }[] = [];
  const removals: { id: string; seen: number }[] = [];
  for (const change of changes) {
    const wanted = change[to];
    const id = (change.before ?? change.after)?.id ?? '';
    const seen = versionOf(id);
    if (wanted) records.push({ seen, data: wanted });
    else if (seen > 0) removals.push({ id, seen });
  }
  return { records, removals };
}

/**
 * Names of what does not stand any more as the step left it: somebody changed it since, and to go `to` the other side of
 * the step would take that back too.
 * @param now a record as it stands; null where it is not here
 */
export function changedSince<K extends Undoable>(
  changes: readonly Change<K>[],
  to: 'before' | 'after',
  now: (id: string) => RecordKinds[K] | null,
): string[] {
  return changes.flatMap((change) => {
    const left = to === 'before' ? change.after : change.before;
    const one = change.before ?? change.after;
    return !one || canonical(now(one.id)) === canonical(left) ? [] : ['mark' in one ? one.mark : one.name];
  });
}
