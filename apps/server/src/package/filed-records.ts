import { filedRows } from '@hephaist/contracts/exchange/intake';
import { type Kind, kindRow, type RecordKinds } from '@hephaist/contracts/records/kinds';
import type { FiledTraceRow, TraceRow } from '@hephaist/contracts/records/purge-session';
import type { Reader } from '../records/reader.js';
import type { Content } from './content.js';
import { group } from './pdf/series.js';

const traceRow = ({ sessionId: _session, at, ...row }: FiledTraceRow): TraceRow => ({ ...row, atMs: Date.parse(at) });

/** A job as it was handed over, with the hand-over itself: nothing that was written later. */
export class FiledRecords implements Reader {
  private readonly byColumn = new Map<string, Map<unknown, RecordKinds[Kind][]>>();
  private readonly readings: ReadonlyMap<string, readonly FiledTraceRow[]>;
  private readonly imported: ReadonlySet<string>;

  constructor(private readonly of: Pick<Content, 'whole' | 'snapshot' | 'handOver' | 'signature'>) {
    this.imported = new Set(of.snapshot.imported);
    this.readings = group(of.whole.trace, (r) => r.sessionId);
  }

  private all(kind: Kind): readonly RecordKinds[Kind][] {
    const { whole, handOver, signature } = this.of;
    if (kind === 'hand_over') return [handOver];
    const filed = kindRow(kind).filed ? filedRows(whole, kind) : [];
    return kind === 'signature' ? [...filed, signature] : filed;
  }

  /** Records of a kind by what stands in a column; gathered once. */
  private by(kind: Kind, column: string): Map<unknown, RecordKinds[Kind][]> {
    const key = `${kind} ${column}`;
    const known = this.byColumn.get(key);
    if (known) return known;
    const field = column === 'id' ? 'id' : kindRow(kind).columns[column];
    if (!field) throw new Error(`${kind} has no column ${column}`);
    const made = group(this.all(kind), (r) => r[field as keyof typeof r] as unknown);
    this.byColumn.set(key, made);
    return made;
  }

  find<K extends Kind>(kind: K, id: string): Promise<RecordKinds[K] | null> {
    const [found] = this.by(kind, 'id').get(id) ?? [];
    return Promise.resolve((found as RecordKinds[K] | undefined) ?? null);
  }

  list<K extends Kind>(kind: K, where: Record<string, string> = {}): Promise<RecordKinds[K][]> {
    const [first, ...others] = Object.entries(where);
    if (others.length) throw new Error('one column at a time');
    const rows = first ? (this.by(kind, first[0]).get(first[1]) ?? []) : [...this.all(kind)];
    return Promise.resolve(rows as RecordKinds[K][]);
  }

  importedAmong(ids: readonly string[]): Promise<Set<string>> {
    return Promise.resolve(new Set(ids.filter((id) => this.imported.has(id))));
  }

  readonly trace = {
    rows: (id: string): Promise<TraceRow[]> => Promise.resolve((this.readings.get(id) ?? []).map(traceRow)),
  };
}
