import { findMetal, INCH, METALS, SENSITIVE_PARTS, sizesOf, TUBE_STANDARDS } from '@hephaist/core';
import Papa from 'papaparse';
import { POSITION_IDS, SOCKET_KINDS, type Joint, type Line } from './records.js';

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

type Row = Record<string, string | undefined>;

class RowReader {
  readonly problems: CsvProblem[] = [];
  constructor(
    private readonly row: Row,
    private readonly line: number,
  ) {}

  text(column: string): string {
    return (this.row[column] ?? '').trim();
  }
  fail(column: string, says: string): void {
    this.problems.push({ line: this.line, column, says });
  }
  need(column: string): string {
    const value = this.text(column);
    if (!value) this.fail(column, 'is empty');
    return value;
  }
  /** The id whose id, name or short word equals the text, forgiving case. */
  pick(column: string, rows: readonly { id: string; words: readonly string[] }[], whenEmpty?: string): string {
    const value = this.text(column).toLowerCase();
    if (!value && whenEmpty !== undefined) return whenEmpty;
    const found = rows.find((r) => r.words.some((w) => w.toLowerCase() === value));
    if (!found)
      this.fail(
        column,
        `"${this.text(column)}" is not known: use ${rows
          .slice(0, 8)
          .map((r) => r.words[0])
          .join(', ')}${rows.length > 8 ? ' …' : ''}`,
      );
    return found?.id ?? '';
  }
  number(column: string, min: number, max: number, says: string): number | null {
    const value = this.text(column);
    if (!value) return null;
    const n = Number(value.replace(',', '.'));
    if (!Number.isFinite(n) || n < min || n > max) {
      this.fail(column, `"${value}": ${says}`);
      return null;
    }
    return n;
  }
}

const metals = METALS.map((m) => ({ id: m.id, words: [m.id, m.short, m.name, m.uns ?? m.id] }));
const standards = TUBE_STANDARDS.map((s) => ({ id: s.id, words: [s.short, s.id, s.name] }));
const sockets = SOCKET_KINDS.map((k) => ({ id: k, words: [k] }));
const positions = POSITION_IDS.map((p) => ({ id: p, words: [p, p.replace('-', ' '), p.slice(0, 5)] }));
const parts = SENSITIVE_PARTS.map((p) => ({ id: p.id, words: [p.id, p.name] }));

function readRow(r: RowReader, lines: readonly Line[]): Omit<Joint, 'id' | 'sort'> | null {
  const mark = r.need('mark');
  if (mark.length > 16) r.fail('mark', 'at most 16 characters');
  const lineName = r.need('line').toLowerCase();
  const line = lines.find((l) => l.name.toLowerCase() === lineName || l.prefix.toLowerCase() === lineName);
  if (lineName && !line) r.fail('line', `no such line: this job has ${lines.map((l) => l.prefix).join(', ')}`);
  const standardId = r.pick('standard', standards);
  const size = r.need('size');
  if (standardId && size && !sizesOf(standardId).includes(size))
    r.fail('size', `no such size; there is ${sizesOf(standardId).join(', ')}`);
  const tubeMetal = r.pick('tube metal', metals, 'copper');
  const socketMetal = r.pick('socket metal', metals, 'copper');
  const kind = r.pick('socket', sockets, 'fitting') as Joint['socket']['kind'];
  const position = r.pick('position', positions, 'horizontal') as Joint['position'];
  const gapIn = r.number('gap', 0.00001, 0.079, 'a gap per side in inches, above 0 and at most 0.079');
  const partId = r.pick('near part', parts, '');
  const distance = r.number('distance in', 0.2, 196, 'inches, between 0.2 and 196');
  if (partId && distance === null && !r.text('distance in')) r.fail('distance in', 'how far is the part, in inches');
  if (r.problems.length || !line || !findMetal(tubeMetal)) return null;
  return {
    jobId: line.jobId,
    lineId: line.id,
    mark,
    tube: { standardId, size, metalId: tubeMetal },
    socket: { kind, metalId: socketMetal, depthM: null },
    fitUp: gapIn === null ? { mode: 'nominal' } : { mode: 'stated', gapSideM: gapIn * INCH },
    position,
    partNearby: partId && distance !== null ? { partId, distanceM: distance * INCH } : null,
    movement: false,
    fillerId: null,
    cadmiumReason: null,
    note: '',
  };
}

/** Reads a joint list. Bad rows are reported by line and column; good ones are offered; nothing is written here. */
export function readJointCsv(
  text: string,
  lines: readonly Line[],
  takenMarks: ReadonlySet<string> = new Set(),
): CsvReport {
  const parsed = Papa.parse<Row>(text.replace(/^\uFEFF/, ''), {
    header: true,
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
  const good: Omit<Joint, 'id' | 'sort'>[] = [];
  const bad: CsvProblem[] = [];
  const marks = new Set(takenMarks);
  parsed.data.forEach((row, i) => {
    const reader = new RowReader(row, i + 2);
    for (const e of parsed.errors.filter((x) => x.row === i)) reader.fail('row', e.message);
    const joint = readRow(reader, lines);
    if (joint && marks.has(joint.mark))
      reader.fail('mark', `"${joint.mark}" is already in this job or above in the file`);
    if (joint && !reader.problems.length) {
      marks.add(joint.mark);
      good.push(joint);
    }
    bad.push(...reader.problems);
  });
  return { good, bad, rows: parsed.data.length };
}
