import { type Brazing, namedIn, procedureNames } from '@hephaist/contracts/records/brazer-record';
import type { Procedure } from '@hephaist/contracts/records/procedure';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import { dayIn } from '@hephaist/core/qualification/continuity';
import type { RecordStore } from '../records/store.js';

/** Every joint made, or those of one brazer, on the calendar day of its job's zone, with the number of the filler it was made with. */
export async function brazingsOf(
  store: RecordStore,
  tables: Catalogue,
  procedures: readonly Procedure[],
  brazerId?: string,
): Promise<Brazing[]> {
  const [rows, names] = [await store.brazings(brazerId), procedureNames(procedures)];
  return rows.map((b) => ({
    brazerId: b.brazerId,
    day: dayIn(b.brazedAt.toISOString(), b.timeZone),
    label: b.mark,
    fNumber: tables.filler(b.fillerId)?.fNumber ?? null,
    procedure: b.namesProcedure ? namedIn(b.procedureId, names) : undefined,
  }));
}
