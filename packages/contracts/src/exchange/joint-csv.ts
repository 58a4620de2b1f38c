import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import Papa from 'papaparse';
import type { Joint } from '../records/joint.js';
import type { Line } from '../records/line.js';
import { columnsOfHead, CSV_COLUMNS, CSV_HEADS } from './csv-heads.js';
import { blankJoint, type CellId, type CellWords, findCell } from './joint-cells.js';

export interface CsvProblem {
  /** Line of the file where the row begins, the first being 1. */
  readonly line: number;
  /** The joint's mark as the file gives it; empty where it gives none. */
  readonly mark: string;
  readonly column: string;
  readonly says: string;
}

export interface CsvReport {
  readonly good: readonly Omit<Joint, 'id' | 'sort'>[];
  readonly bad: readonly CsvProblem[];
  readonly rows: number;
  /** What was left out, and what stands where the file says nothing. */
  readonly notes: readonly string[];
  /** Lines that the file names and the job has not, as they are written. */
  readonly newLines: readonly string[];
}

/** Most joints in one list, and problems that are told of it. */
export const MOST_ROWS = 20_000;
const MOST_TOLD = 500;
const MOST_LINES = 60;
const TOO_MANY = `at most ${MOST_ROWS} joints in one list: part it`;
const NEEDED = CSV_HEADS.filter((h) => h.stands === null).map((h) => h.column);

type Row = ReadonlyMap<string, string>;

/** A row of the file with the line it begins in. */
interface Placed {
  readonly line: number;
  readonly cells: readonly string[];
  readonly broken: readonly string[];
}

/** Rows that are not empty, each with its line: a cell may hold line breaks of its own. */
function placedRows(text: string): readonly Placed[] {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').replace(/\r\n?/g, '\n'), { preview: 2 * MOST_ROWS });
  const broken = new Map<number, string[]>();
  for (const e of parsed.errors)
    if (e.row !== undefined && e.type === 'Quotes') broken.set(e.row, [...(broken.get(e.row) ?? []), e.message]);
  let line = 1;
  return parsed.data.flatMap((cells, i) => {
    const begins = line;
    line += 1 + cells.reduce((n, c) => n + (c.match(/\n/g)?.length ?? 0), 0);
    return cells.some((c) => c.trim()) ? [{ line: begins, cells, broken: broken.get(i) ?? [] }] : [];
  });
}

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
  const wrong = new Set<string>();
  const bad = (column: string, says: string): void => {
    wrong.add(column);
    fail(column, says);
  };
  const fill = (column: string, cellId: CellId, text: string): void => {
    const read = findCell(cellId)?.read(text, joint, words);
    if (read && 'joint' in read) joint = read.joint;
    else bad(column, read?.says ?? 'is not known');
  };
  const text = (column: string): string => (row.get(column) ?? '').trim();
  for (const { column, cell, stands } of CSV_HEADS) {
    if (cell === 'distance' || cell === 'near') continue;
    if (text(column) || stands === null) fill(column, cell, text(column));
  }
  if (!wrong.has('standard') && !wrong.has('size') && !words.tables.tube(joint.tube.standardId, joint.tube.size))
    bad('size', `no such size; there is ${words.tables.sizes(joint.tube.standardId).join(', ')}`);
  const [part, distance] = [text('near part'), text('distance in')];
  const isAlone = part !== '' && !distance;
  if (isAlone && !/\d/.test(part)) bad('distance in', 'how far is the part, in inches');
  else if (part) fill('near part', 'near', isAlone ? part : `${part} ${distance}`);
  if (wrong.size) return null;
  const {
    id: _id,
    sort: _sort,
    ...rest
  } = { ...joint, jobId: words.lines.find((l) => l.id === joint.lineId)?.jobId ?? first.jobId };
  return rest;
}

/** What the file leaves to what usually stands, column by column. */
function unsaid(rows: readonly Row[]): string[] {
  return CSV_HEADS.flatMap(({ column, stands }) => {
    const n = stands ? rows.filter((r) => !(r.get(column) ?? '').trim()).length : 0;
    if (n === 0) return [];
    const where = n === rows.length ? 'any row' : n === 1 ? 'one row' : `${n} rows`;
    return [`${column}: nothing is said in ${where}, so ${stands ?? ''}`];
  });
}

const nothing = (rows: number, line: number, column: string, says: string): CsvReport => ({
  good: [],
  bad: [{ line, mark: '', column, says }],
  rows,
  notes: [],
  newLines: [],
});

const isLine = (text: string, lines: readonly Line[]): boolean =>
  lines.some((l) => [l.prefix, l.name].some((w) => w.toLowerCase() === text.toLowerCase()));

/** Rows of a list as their columns name them. */
const rowsUnder = (columns: readonly (string | null)[], placed: readonly Placed[]): readonly Row[] =>
  placed.map(({ cells }) => new Map(columns.map((c, i) => [c ?? '', cells[i] ?? ''])));

/** Lines that a list of joints names and that are not there, each once, as they are written; few enough to be lines. */
export function linesNamedIn(text: string, lines: readonly Line[] = []): readonly string[] {
  const [first, ...placed] = placedRows(text);
  return newLinesOf(rowsUnder(columnsOfHead(first?.cells ?? []), placed), lines);
}

function newLinesOf(rows: readonly Row[], lines: readonly Line[]): readonly string[] {
  const named = new Map<string, string>();
  for (const row of rows) {
    const name = (row.get('line') ?? '').trim();
    if (name && !named.has(name.toLowerCase()) && !isLine(name, lines)) named.set(name.toLowerCase(), name);
  }
  return [...named.values()].slice(0, MOST_LINES);
}

/** Reads a joint list. Bad rows are told by line, mark and column; good ones are offered; nothing is written here. */
export function readJointCsv(
  text: string,
  lines: readonly Line[],
  takenMarks: ReadonlySet<string> = new Set(),
  tables: Catalogue = SHIPPED,
): CsvReport {
  const words: CellWords = { lines, tables, system: 'us' };
  const [first, ...placed] = placedRows(text);
  const columns = columnsOfHead(first?.cells ?? []);
  const missing = NEEDED.filter((c) => !columns.includes(c));
  if (missing.length)
    return nothing(
      0,
      first?.line ?? 1,
      missing.join(', '),
      `the first row must name the columns: ${CSV_COLUMNS.join(', ')}`,
    );
  if (placed.length > MOST_ROWS) return nothing(placed.length, placed[MOST_ROWS]?.line ?? 1, 'row', TOO_MANY);
  const good: Omit<Joint, 'id' | 'sort'>[] = [];
  const bad: CsvProblem[] = [];
  const marks = new Set(takenMarks);
  const rows = rowsUnder(columns, placed);
  placed.forEach(({ line, cells, broken }, i) => {
    const row = rows[i] ?? new Map<string, string>();
    const mark = (row.get('mark') ?? '').trim();
    const problems: CsvProblem[] = [];
    const fail = (column: string, says: string): void => void problems.push({ line, mark, column, says });
    for (const says of broken) fail('row', says);
    const spare = cells.slice(columns.length).filter((c) => c.trim()).length;
    if (spare) fail('row', `${spare} more ${spare === 1 ? 'cell' : 'cells'} than the first row names`);
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
    told.push({ ...last, mark: '', column: 'row', says: `and ${bad.length - MOST_TOLD} more problems from here on` });
  const left = (first?.cells ?? []).filter((c, i) => c.trim() && !columns[i]);
  return {
    good,
    bad: told,
    rows: placed.length,
    notes: [...(left.length ? [`left out: ${left.map((c) => `“${c.trim()}”`).join(', ')}`] : []), ...unsaid(rows)],
    newLines: newLinesOf(rows, lines),
  };
}
