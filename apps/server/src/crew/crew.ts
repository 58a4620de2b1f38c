import { brazerRecord, type Brazer, type Crew, type Stored } from '@hephaist/contracts';
import type { BrazerRecord, Catalogue } from '@hephaist/core';
import type { RecordStore } from '../records/store.js';
import { brazingsOf } from './brazings.js';

/** All that says who may braze. */
export async function crewOf(store: RecordStore, tables: Catalogue): Promise<Crew> {
  const [brazers, coupons, procedures, brazings, confirmations, pqrs] = await Promise.all([
    store.list('brazer'),
    store.list('coupon'),
    store.list('procedure'),
    brazingsOf(store, tables),
    store.list('confirmation'),
    store.list('pqr'),
  ]);
  return { brazers, coupons, procedures, brazings, confirmations, pqrs };
}

/** What is on file for each brazer, as the rules ask for it. */
export const recordsOf = (
  crew: Crew,
  tables: Catalogue,
): { readonly brazer: Stored<Brazer>; readonly record: BrazerRecord }[] =>
  crew.brazers.map((brazer) => ({
    brazer,
    record: brazerRecord(brazer, crew.coupons, crew.brazings, tables, crew.confirmations),
  }));
