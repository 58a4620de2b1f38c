import type { Brazing } from '@hephaist/contracts';
import { dayIn, type Catalogue } from '@hephaist/core';
import type { RecordStore } from '../records/store.js';

/** Every joint made, on the calendar day of its job's zone, with the number of the filler it was made with. */
export async function brazingsOf(store: RecordStore, tables: Catalogue): Promise<Brazing[]> {
  const rows = await store.brazings();
  return rows.map((b) => ({
    brazerId: b.brazerId,
    day: dayIn(b.brazedAt.toISOString(), b.timeZone),
    label: b.mark,
    fNumber: tables.filler(b.fillerId)?.fNumber ?? null,
  }));
}
