import { columnsOfHead, CSV_HEADS } from '@hephaist/contracts/exchange/csv-heads';
import { blankJoint } from '@hephaist/contracts/exchange/joint-cells';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import Papa from 'papaparse';
import { nextMark } from './joint-draft';
import { type Column, COLUMNS, type Eye } from './schedule-columns';
import type { CellText, Range } from './schedule-edit';

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

/** What was pasted: its rows, and the column of each cell where the first row names them. */
export interface Pasted {
  readonly cells: readonly (readonly string[])[];
  /** Null where no row names the columns; null in it for one that is none of the schedule's. */
  readonly heads: readonly (Column | null)[] | null;
}

/** Reads a first row that only names columns, as the schedule or a list of joints heads them. */
export function readPaste(cells: readonly (readonly string[])[]): Pasted {
  const [first = [], ...rest] = cells;
  const named = first.filter((t) => t.trim());
  if (!rest.length || !named.length) return { cells, heads: null };
  const asListed = columnsOfHead(first);
  const heads = first.map((text, i): Column | null => {
    const title = text.trim().toLowerCase();
    const cellId = CSV_HEADS.find((h) => h.column === asListed[i])?.cell;
    return (
      COLUMNS.find((c) => c.title.toLowerCase() === title) ??
      COLUMNS.find((c) => cellId && c.cell?.id === cellId) ??
      null
    );
  });
  const known = heads.filter(Boolean).length;
  return known === named.length || known > 2 ? { cells: rest, heads } : { cells, heads: null };
}

/** What new joints begin from. */
export interface PasteGround {
  readonly line: Line;
  readonly marks: readonly string[];
  readonly sort: number;
  /** Whose tube they have until something else is said: the joint before them on the line. */
  readonly like?: Joint | undefined;
  readonly newId: () => string;
  /** Every row is a new joint, wherever the cursor stands. */
  readonly asNew?: boolean;
}

/** What a paste asks for: texts for cells that are there, and new joints. */
export interface PastePlan {
  readonly texts: readonly CellText[];
  readonly fresh: readonly Joint[];
  /** Cells that have no column. */
  readonly spare: number;
}

/** The pasted marks, where the marks are among what was pasted. */
function pastedMarks({ cells, heads }: Pasted, columns: readonly Column[], left: number): readonly string[] | null {
  const at = (heads ?? columns.slice(left)).findIndex((c) => c?.id === 'mark');
  return at < 0 ? null : cells.map((row) => (row[at] ?? '').trim());
}

/**
 * Lays pasted rows over the schedule from the range's corner. One row over a taller range fills it; rows below the last
 * joint become new joints on its line. Rows that bring marks of which none stands in the job are new joints, all of
 * them, and overwrite nothing.
 */
export function planPaste(
  pasted: Pasted,
  range: Range,
  rows: readonly Joint[],
  columns: readonly Column[],
  ground: PasteGround,
): PastePlan {
  const { cells, heads } = pasted;
  const tall = range.bottom - range.top + 1;
  const wide = range.right - range.left + 1;
  const repeat = cells.length === 1 && tall > 1 && !ground.asNew ? tall : cells.length;
  const oneCell = cells.length === 1 && cells[0]?.length === 1 && !heads;
  const broughtMarks = oneCell ? null : pastedMarks(pasted, columns, range.left);
  const allNew = ground.asNew === true || isAllNew(broughtMarks, ground.marks);
  const under = heads ?? columns.slice(range.left);
  const texts: CellText[] = [];
  const fresh: Joint[] = [];
  const marks = [...ground.marks];
  let spare = 0;
  for (let r = 0; r < repeat; r++) {
    const source = cells[r % cells.length] ?? [];
    let joint = allNew ? undefined : rows[range.top + r];
    if (!joint) {
      const mark = broughtMarks?.[r] || nextMark(ground.line.prefix, marks);
      marks.push(mark);
      const blank = blankJoint(ground.line, ground.newId(), mark, ground.sort + fresh.length + 1);
      joint = { ...blank, tube: ground.like?.tube ?? blank.tube };
      fresh.push(joint);
    }
    const across = oneCell ? (ground.asNew ? 1 : wide) : source.length;
    for (let c = 0; c < across; c++) {
      const column = under[c];
      const text = (oneCell ? source[0] : source[c]) ?? '';
      if (column && !(column.id === 'mark' && !text.trim() && allNew)) texts.push({ joint, column, text });
      else if (text.trim()) spare += 1;
    }
  }
  return { texts, fresh, spare };
}

/** More than one mark, or one with more beside it, of which none stands yet. */
function isAllNew(brought: readonly string[] | null, marks: readonly string[]): boolean {
  const named = brought?.filter(Boolean) ?? [];
  const there = new Set(marks);
  return named.length > 0 && named.length === brought?.length && !named.some((m) => there.has(m));
}
