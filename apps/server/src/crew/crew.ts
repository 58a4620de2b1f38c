import {
  annulledIds,
  type Annulment,
  type Brazer,
  brazerRecord,
  type Crew,
  type OnFile,
  standing,
} from '@hephaist/contracts';
import type { BrazerRecord, Catalogue } from '@hephaist/core';
import type { RecordStore } from '../records/store.js';
import { brazingsOf } from './brazings.js';

/** All that says who may braze. */
export async function crewOf(store: RecordStore, tables: Catalogue): Promise<Crew> {
  const [brazers, coupons, procedures, confirmations, pqrs, annulments] = await Promise.all([
    store.list('brazer'),
    store.list('coupon'),
    store.list('procedure'),
    store.list('confirmation'),
    store.list('pqr'),
    store.list('annulment'),
  ]);
  const brazings = await brazingsOf(store, tables, procedures);
  return { brazers, coupons, procedures, brazings, confirmations, pqrs, annulments };
}

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
