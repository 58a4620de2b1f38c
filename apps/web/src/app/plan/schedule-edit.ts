import { type Joint, jointSchema } from '@hephaist/contracts/records/joint';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { Column, Eye } from './schedule-columns';

/** A rectangle of cells, rows and columns counted among those shown; both ends belong to it. */
export interface Range {
  readonly top: number;
  readonly bottom: number;
  readonly left: number;
  readonly right: number;
}

/** A text to be read into one cell. */
export interface CellText {
  readonly joint: Joint;
  readonly column: Column;
  readonly text: string;
}

export interface CellProblem {
  readonly mark: string;
  readonly column: string;
  readonly text: string;
  readonly says: string;
}

/** Joints that the texts change, and the texts that cannot be read. */
export interface EditOutcome {
  readonly joints: readonly Joint[];
  readonly problems: readonly CellProblem[];
}

/** Which column shows a field of the contract. */
const COLUMN_OF: readonly (readonly [field: string, column: string])[] = [
  ['tube.size', 'size'],
  ['tube.standardId', 'standard'],
  ['tube.metalId', 'tubeMetal'],
  ['socket.metalId', 'socketMetal'],
  ['socket', 'socket'],
  ['partNearby', 'near'],
  ['fitUp', 'gap'],
];

/**
 * Reads texts into cells, several of one joint together, and checks each joint as a whole. Nothing is saved here.
 * @param taken marks of joints that are not being changed
 */
export function readCells(texts: readonly CellText[], eye: Eye, taken: ReadonlySet<string>): EditOutcome {
  const changed = new Map<string, Joint>();
  const problems: CellProblem[] = [];
  for (const { joint, column, text } of texts) {
    const now = changed.get(joint.id) ?? joint;
    const fail = (says: string): void => void problems.push({ mark: joint.mark, column: column.title, text, says });
    if (!column.cell) {
      if (text !== column.show(joint, eye)) fail('is worked out, not typed');
      continue;
    }
    const read = column.cell.read(text, now, eye.words);
    if ('joint' in read) changed.set(joint.id, read.joint);
    else fail(read.says);
  }
  const marks = new Set(taken);
  for (const joint of changed.values()) {
    for (const p of problemsOf(jointSchema, joint, '', eye.words.tables)) {
      const column = COLUMN_OF.find(([field]) => p.field.startsWith(field))?.[1] ?? p.field;
      problems.push({ mark: joint.mark, column, text: '', says: p.says });
    }
    if (marks.has(joint.mark))
      problems.push({
        mark: joint.mark,
        column: 'Joint',
        text: joint.mark,
        says: 'this mark is already used in the job',
      });
    marks.add(joint.mark);
  }
  const bad = new Set(problems.map((p) => p.mark));
  const before = new Map(texts.map((t) => [t.joint.id, t.joint]));
  return {
    joints: [...changed.values()].filter(
      (j) => !bad.has(j.mark) && !bad.has(before.get(j.id)?.mark ?? '') && j !== before.get(j.id),
    ),
    problems,
  };
}
