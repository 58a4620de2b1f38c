import { computed } from '@angular/core';
import { dataOf } from '@hephaist/contracts/records/stored';
import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import { signalStore, withComputed } from '@ngrx/signals';
import { withRecords } from './records';

/** The company's own rows, and the tables in use: the shipped ones with those rows over them. */
export const TablesStore = signalStore(
  { providedIn: 'root' },
  withRecords('own_row'),
  withComputed((store) => ({ rows: computed(() => dataOf(store.own_rowEntities())) })),
  withComputed((store) => ({ tables: computed(() => catalogueWith(store.rows())) })),
);
