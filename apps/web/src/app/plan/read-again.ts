import type { Joint } from '@hephaist/contracts/records/joint';
import type { Eye } from './schedule-columns';
import type { CellText } from './schedule-edit';

/** Texts for cells as they are read again where somebody else changed their joints meanwhile. */
export interface ReadAgain {
  readonly texts: readonly CellText[];
  /** Cells that they changed too, and what they said there. */
  readonly both: readonly string[];
}

/**
 * Lays texts over the joints as they stand now: what only they changed stays theirs, a cell that both changed is told.
 * @param now each joint as it stands; none where it was taken away
 */
export function readAgain(texts: readonly CellText[], now: (id: string) => Joint | undefined, eye: Eye): ReadAgain {
  const both: string[] = [];
  const again = texts.flatMap((t) => {
    const joint = now(t.joint.id);
    if (!joint) {
      both.push(`${t.joint.mark} was taken away`);
      return [];
    }
    const [was, is] = [t.column.show(t.joint, eye), t.column.show(joint, eye)];
    if (was !== is) both.push(`${joint.mark}, ${t.column.title}: somebody else had made it “${is || 'empty'}”`);
    return [{ ...t, joint }];
  });
  return { texts: again, both };
}
