import { computed, inject } from '@angular/core';
import { type OwnRowRecord, type ShopData, shopOf, type Stored } from '@hephaist/contracts';
import { DEFAULT_WEIGHTS, type Weights } from '@hephaist/core';
import { patchState, signalStore, withComputed, withMethods, withProps, withState } from '@ngrx/signals';
import { call } from './api';
import { CrewStore } from './crew.store';
import { newId, Outbox } from './outbox';
import { TablesStore } from './tables.store';

const empty: Pick<ShopData, 'weighing'> = { weighing: null };

/** The company's own rows over the shipped tables, and what it weighs when it ranks rods. */
export const ShopStore = signalStore(
  { providedIn: 'root' },
  withState(empty),
  withProps(() => ({ own: inject(TablesStore) })),
  withComputed((store, crew = inject(CrewStore)) => ({
    rows: store.own.rows,
    weights: computed((): Weights => ({ ...DEFAULT_WEIGHTS, ...store.weighing()?.weights })),
    /** Tables, procedures and weights as the planner asks for them. */
    shop: computed(() => shopOf(store.own.rows(), crew.procedures(), store.weighing())),
  })),
  withComputed((store) => ({
    /** The tables in use. */
    tables: computed(() => store.shop().catalogue),
  })),
  withMethods((store, outbox = inject(Outbox)) => ({
    async load(): Promise<void> {
      const { rows, weighing } = await call<ShopData>('shop');
      store.own.take(rows);
      patchState(store, { weighing });
    },
    /** Adds a row or replaces one. @throws ApiProblem with the fields that are refused */
    async saveRow(row: OwnRowRecord, seen: number): Promise<void> {
      await outbox.send('own_row', [{ seen, data: row }]);
      const stored: Stored<OwnRowRecord> = { ...row, version: seen + 1 };
      store.own.take([...store.rows().filter((r) => r.id !== row.id), stored]);
    },
    /** Takes a row of the company's own away: the shipped one holds again. */
    async removeRow(id: string, seen: number): Promise<void> {
      await outbox.send('own_row', [], [{ id, seen }]);
      store.own.take(store.rows().filter((r) => r.id !== id));
    },
    async saveWeights(weights: Weights): Promise<void> {
      const before = store.weighing();
      const weighing = { id: before?.id ?? newId(), weights };
      await outbox.send('weighing', [{ seen: before?.version ?? 0, data: weighing }]);
      patchState(store, { weighing: { ...weighing, version: (before?.version ?? 0) + 1 } });
    },
  })),
);
