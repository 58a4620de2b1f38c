import { computed } from '@angular/core';
import type { OwnRowRecord, Stored } from '@hephaist/contracts';
import { catalogueWith } from '@hephaist/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';

/** The company's own rows, and the tables in use: the shipped ones with those rows over them. */
export const TablesStore = signalStore(
  { providedIn: 'root' },
  withState({ rows: [] as readonly Stored<OwnRowRecord>[] }),
  withComputed((store) => ({ tables: computed(() => catalogueWith(store.rows())) })),
  withMethods((store) => ({
    take: (rows: readonly Stored<OwnRowRecord>[]): void => patchState(store, { rows }),
  })),
);
