import { blankJoint, type Joint, jointSchema, type Line, problemsOf } from '@hephaist/contracts';
import Papa from 'papaparse';
import { nextMark } from './joint-draft';
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

/** A rectangle as tab-separated text, as spreadsheets take it. */
export const toTsv = (rows: readonly Joint[], columns: readonly Column[], eye: Eye): string =>
  Papa.unparse(
    rows.map((j) => columns.map((c) => (c.cell ? c.cell.write(j, eye.words) : c.show(j, eye)))),
    { delimiter: '\t', newline: '\n' },
  );

/** Tab-separated text as rows of cells; a last empty line is none. */
export function fromTsv(text: string): string[][] {
  return Papa.parse<string[]>(text.replace(/\r\n?/g, '\n').replace(/\n$/, ''), { delimiter: '\t' }).data;
}

/** Pasted rows without a first one that only names columns, as a spreadsheet's heading does. */
export function withoutHeads(cells: string[][], columns: readonly Pick<Column, 'title'>[]): string[][] {
  const titles = new Set(columns.map((c) => c.title.toLowerCase()));
  const [first, ...rest] = cells;
  const named = (first ?? []).map((t) => t.trim().toLowerCase()).filter(Boolean);
  return rest.length && named.length && named.every((t) => titles.has(t)) ? rest : cells;
}

/** What a paste asks for: texts for cells that are there, and new joints for rows below the last. */
export interface PastePlan {
  readonly texts: readonly CellText[];
  readonly fresh: readonly Joint[];
  /** Columns of the pasted text that have no place. */
  readonly spare: number;
}

/**
 * Lays pasted rows over the schedule from the range's corner. One row over a taller range fills it; rows below the
 * last joint become new joints on its line.
 */
export function planPaste(
  cells: readonly (readonly string[])[],
  range: Range,
  rows: readonly Joint[],
  columns: readonly Column[],
  ground: {
    readonly line: Line;
    readonly marks: readonly string[];
    readonly sort: number;
    readonly newId: () => string;
  },
): PastePlan {
  const tall = range.bottom - range.top + 1;
  const wide = range.right - range.left + 1;
  const repeat = cells.length === 1 && tall > 1 ? tall : cells.length;
  const oneCell = cells.length === 1 && cells[0]?.length === 1;
  const texts: CellText[] = [];
  const fresh: Joint[] = [];
  const marks = [...ground.marks];
  let spare = 0;
  for (let r = 0; r < repeat; r++) {
    const source = cells[r % cells.length] ?? [];
    let joint = rows[range.top + r];
    if (!joint) {
      const mark = nextMark(ground.line.prefix, marks);
      marks.push(mark);
      joint = blankJoint(ground.line, ground.newId(), mark, ground.sort + fresh.length + 1);
      fresh.push(joint);
    }
    const across = oneCell ? wide : source.length;
    for (let c = 0; c < across; c++) {
      const column = columns[range.left + c];
      if (column) texts.push({ joint, column, text: (oneCell ? source[0] : source[c]) ?? '' });
      else spare += 1;
    }
  }
  return { texts, fresh, spare };
}
