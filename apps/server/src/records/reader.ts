import type { Kind, RecordKinds } from '@hephaist/contracts/records/kinds';
import type { TraceRow } from '@hephaist/contracts/records/purge-session';

/** What records are read from to be shown: the company's as they stand, or a job's as its file holds them. */
export interface Reader {
  find<K extends Kind>(kind: K, id: string): Promise<RecordKinds[K] | null>;
  /** @param where columns of the kind with what must stand there */
  list<K extends Kind>(kind: K, where?: Record<string, string>): Promise<RecordKinds[K][]>;
  /** Those of some signatures that were not given here. */
  importedAmong(ids: readonly string[]): Promise<Set<string>>;
  readonly trace: { rows(sessionId: string): Promise<TraceRow[]> };
}

/** Signatures of a record and of who looked at it besides. */
export async function signaturesOf(
  records: Pick<Reader, 'list'>,
  recordId: string,
): Promise<RecordKinds['signature'][]> {
  const looks = await records.list('second_look', { record_id: recordId });
  const signatures: RecordKinds['signature'][] = [];
  for (const id of [recordId, ...looks.map((l) => l.id)])
    signatures.push(...(await records.list('signature', { record_id: id })));
  return signatures;
}
