import { type Catalogue, SHIPPED } from '@hephaist/core';
import Papa from 'papaparse';
import type { Joint } from '../records/joint.js';
import type { Line } from '../records/line.js';
import { blankJoint, type CellId, type CellWords, findCell } from './joint-cells.js';

/** Columns of the joint list, in order. `gap` is per side, in inches, and may be left empty for nominal. */
export const CSV_COLUMNS = [
  'mark',
  'line',
  'standard',
  'size',
  'tube metal',
  'socket metal',
  'socket',
  'position',
  'gap',
  'near part',
  'distance in',
] as const;

export interface CsvProblem {
  /** Line of the file, the header being 1. */
  readonly line: number;
  readonly column: string;
  readonly says: string;
}

export interface CsvReport {
  readonly good: readonly Omit<Joint, 'id' | 'sort'>[];
  readonly bad: readonly CsvProblem[];
  readonly rows: number;
}

/** Most joints in one list, and problems that are told of it. */
export const MOST_ROWS = 20_000;
const MOST_TOLD = 500;
const TOO_MANY = `at most ${MOST_ROWS} joints in one list: part it`;

type Row = Record<string, string | undefined>;

/** Which cell each column fills; `near part` and `distance in` fill one together. */
const CELL_OF: Readonly<Record<string, CellId>> = {
  mark: 'mark',
  line: 'line',
  standard: 'standard',
  size: 'size',
  'tube metal': 'tubeMetal',
  'socket metal': 'socketMetal',
  socket: 'socket',
  position: 'position',
  gap: 'gap',
};

/** Reads one row; every problem stands at its column. CSV is in inches. */
function readRow(
  row: Row,
  words: CellWords,
  fail: (column: string, says: string) => void,
): Omit<Joint, 'id' | 'sort'> | null {
  const first = words.lines[0];
  if (!first) {
    fail('line', 'this job has no line yet');
    return null;
  }
  let joint = blankJoint(first, '', '', 0);
  let good = true;
  const wrong = new Set<string>();
  const bad = (column: string, says: string): void => {
    good = false;
    wrong.add(column);
    fail(column, says);
  };
  const fill = (column: string, cellId: CellId, text: string): void => {
    const read = findCell(cellId)?.read(text, joint, words);
    if (read && 'joint' in read) joint = read.joint;
    else bad(column, read?.says ?? 'is not known');
  };
  for (const [column, cellId] of Object.entries(CELL_OF)) {
    const text = (row[column] ?? '').trim();
    if (text || cellId === 'mark' || cellId === 'line' || cellId === 'standard' || cellId === 'size')
      fill(column, cellId, text);
  }
  if (!wrong.has('standard') && !wrong.has('size') && !words.tables.tube(joint.tube.standardId, joint.tube.size))
    bad('size', `no such size; there is ${words.tables.sizes(joint.tube.standardId).join(', ')}`);
  const [part, distance] = [(row['near part'] ?? '').trim(), (row['distance in'] ?? '').trim()];
  if (part && !distance) bad('distance in', 'how far is the part, in inches');
  else if (part) fill('near part', 'near', `${part} ${distance}`);
  if (!good) return null;
  const {
    id: _id,
    sort: _sort,
    ...rest
  } = { ...joint, jobId: words.lines.find((l) => l.id === joint.lineId)?.jobId ?? first.jobId };
  return rest;
}

/** Reads a joint list. Bad rows are reported by line and column; good ones are offered; nothing is written here. */
export function readJointCsv(
  text: string,
  lines: readonly Line[],
  takenMarks: ReadonlySet<string> = new Set(),
  tables: Catalogue = SHIPPED,
): CsvReport {
  const words: CellWords = { lines, tables, system: 'us' };
  const parsed = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
    header: true,
    preview: MOST_ROWS + 1,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  });
  const fields = parsed.meta.fields ?? [];
  const missing = ['mark', 'line', 'standard', 'size'].filter((c) => !fields.includes(c));
  if (missing.length) {
    return {
      good: [],
      rows: 0,
      bad: [
        { line: 1, column: missing.join(', '), says: `the first row must name the columns: ${CSV_COLUMNS.join(', ')}` },
      ],
    };
  }
  if (parsed.data.length > MOST_ROWS)
    return { good: [], rows: parsed.data.length, bad: [{ line: MOST_ROWS + 2, column: 'row', says: TOO_MANY }] };
  const broken = new Map<number, string[]>();
  for (const e of parsed.errors) if (e.row !== undefined) broken.set(e.row, [...(broken.get(e.row) ?? []), e.message]);
  const good: Omit<Joint, 'id' | 'sort'>[] = [];
  const bad: CsvProblem[] = [];
  const marks = new Set(takenMarks);
  parsed.data.forEach((row, i) => {
    const problems: CsvProblem[] = [];
    const fail = (column: string, says: string): void => void problems.push({ line: i + 2, column, says });
    for (const says of broken.get(i) ?? []) fail('row', says);
    const joint = readRow(row, words, fail);
    if (joint && marks.has(joint.mark)) fail('mark', `"${joint.mark}" is already in this job or above in the file`);
    if (joint && !problems.length) {
      marks.add(joint.mark);
      good.push(joint);
    }
    bad.push(...problems);
  });
  const told = bad.slice(0, MOST_TOLD);
  const last = bad[MOST_TOLD];
  if (last)
    told.push({ line: last.line, column: 'row', says: `and ${bad.length - MOST_TOLD} more problems from here on` });
  return { good, bad: told, rows: parsed.data.length };
}
