import { computed, inject } from '@angular/core';
import { shopOf, type OwnRowRecord, type ShopData, type Stored } from '@hephaist/contracts';
import { DEFAULT_WEIGHTS, type Weights } from '@hephaist/core';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { call } from './api';
import { CrewStore } from './crew.store';
import { newId, Outbox } from './outbox';

const empty: ShopData = { rows: [], weighing: null };

/** The company's own rows over the shipped tables, and what it weighs when it ranks rods. */
export const ShopStore = signalStore(
  { providedIn: 'root' },
  withState(empty),
  withComputed((store, crew = inject(CrewStore)) => ({
    weights: computed((): Weights => ({ ...DEFAULT_WEIGHTS, ...store.weighing()?.weights })),
    /** Tables, procedures and weights as the planner asks for them. */
    shop: computed(() => shopOf(store.rows(), crew.procedures(), store.weighing())),
  })),
  withComputed((store) => ({
    /** The tables in use. */
    tables: computed(() => store.shop().catalogue),
  })),
  withMethods((store, outbox = inject(Outbox)) => ({
    async load(): Promise<void> {
      patchState(store, await call<ShopData>('shop'));
    },
    /** Adds a row or replaces one. @throws ApiProblem with the fields that are refused */
    async saveRow(row: OwnRowRecord, seen: number): Promise<void> {
      await outbox.send('own_row', [{ seen, data: row }]);
      const stored: Stored<OwnRowRecord> = { ...row, version: seen + 1 };
      patchState(store, { rows: [...store.rows().filter((r) => r.id !== row.id), stored] });
    },
    /** Takes a row of the company's own away: the shipped one holds again. */
    async removeRow(id: string, seen: number): Promise<void> {
      await outbox.send('own_row', [], [{ id, seen }]);
      patchState(store, { rows: store.rows().filter((r) => r.id !== id) });
    },
    async saveWeights(weights: Weights): Promise<void> {
      const before = store.weighing();
      const weighing = { id: before?.id ?? newId(), weights };
      await outbox.send('weighing', [{ seen: before?.version ?? 0, data: weighing }]);
      patchState(store, { weighing: { ...weighing, version: (before?.version ?? 0) + 1 } });
    },
  })),
);
