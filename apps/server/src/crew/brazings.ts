import type { Brazing } from '@hephaist/contracts';
import { dayIn } from '@hephaist/core';
import type { RecordStore } from '../records/store.js';

/** Every joint made, on the calendar day of its job's zone. */
export async function brazingsOf(store: RecordStore): Promise<Brazing[]> {
  const rows = await store.brazings();
  return rows.map((b) => ({ brazerId: b.brazerId, day: dayIn(b.brazedAt.toISOString(), b.timeZone), label: b.mark }));
}
