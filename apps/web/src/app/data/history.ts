import type { Joint } from '@hephaist/contracts';

/** One joint before and after a step; null where it was not there. */
export interface Change {
  readonly before: Joint | null;
  readonly after: Joint | null;
}

/** What to write and what to take away to bring the joints to one side of a step. */
export interface Replay {
  readonly records: readonly { readonly seen: number; readonly data: Joint }[];
  readonly removals: readonly { readonly id: string; readonly seen: number }[];
}

/**
 * The writes that undo (`before`) or redo (`after`) a step.
 * @param versionOf version a joint stands at now, 0 where it is not here
 */
export function replay(step: readonly Change[], to: 'before' | 'after', versionOf: (id: string) => number): Replay {
  const records: { seen: number; data: Joint }[] = [];
  const removals: { id: string; seen: number }[] = [];
  for (const change of step) {
    const wanted = change[to];
    const id = (change.before ?? change.after)?.id ?? '';
    const seen = versionOf(id);
    if (wanted) records.push({ seen, data: wanted });
    else if (seen > 0) removals.push({ id, seen });
  }
  return { records, removals };
}

/** A joint without the version it was stored at. */
export function plainJoint(joint: Joint & { version?: number }): Joint {
  const { version: _version, ...plain } = joint;
  return plain;
}
