import type { Crew } from '@hephaist/contracts/exchange/answers';
import type { Annulment } from '@hephaist/contracts/records/annulment';
import type { Brazer } from '@hephaist/contracts/records/brazer';
import { brazerRecord, type OnFile } from '@hephaist/contracts/records/brazer-record';
import { annulledIds, standing } from '@hephaist/contracts/records/standing';
import { dataOf } from '@hephaist/contracts/records/stored';
import type { Catalogue } from '@hephaist/core/catalogue/catalogue';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import type { RecordStore } from '../records/store.js';
import { brazingsOf } from './brazings.js';

/** All that says who may braze. */
export async function crewOf(store: RecordStore, tables: Catalogue): Promise<Crew> {
  const crew = await store.all([
    'brazer',
    'coupon',
    'reserved_coupon',
    'procedure',
    'confirmation',
    'pqr',
    'annulment',
  ]);
  return { ...crew, brazings: await brazingsOf(store, tables, dataOf(crew.procedure)) };
}

/** The crew as it is judged: what its records hold. */
export const onFile = (crew: Crew): OnFile & { brazers: Brazer[]; annulments: Annulment[] } => ({
  brazers: dataOf(crew.brazer),
  coupons: dataOf(crew.coupon),
  procedures: dataOf(crew.procedure),
  confirmations: dataOf(crew.confirmation),
  annulments: dataOf(crew.annulment),
  brazings: crew.brazings,
});

/** What is on file for each brazer, as the rules ask for it. */
export const recordsOf = <B extends Brazer>(
  crew: OnFile & { readonly brazers: readonly B[]; readonly annulments?: readonly Pick<Annulment, 'recordId'>[] },
  tables: Catalogue,
): { readonly brazer: B; readonly record: BrazerRecord }[] => {
  const annulled = annulledIds(crew.annulments ?? []);
  const judged = {
    ...crew,
    coupons: standing(crew.coupons, annulled),
    confirmations: standing(crew.confirmations ?? [], annulled),
  };
  return crew.brazers.map((brazer) => ({ brazer, record: brazerRecord(brazer, judged, tables) }));
};
