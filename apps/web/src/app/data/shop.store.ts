import { computed, inject } from '@angular/core';
import type { OwnRowRecord } from '@hephaist/contracts/records/own-row';
import { shopOf } from '@hephaist/contracts/records/shop';
import { DEFAULT_WEIGHTS, type Weights } from '@hephaist/core/selection/preferences';
import { signalStore, withComputed, withMethods, withProps } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { CrewStore } from './crew.store';
import { newId, Outbox } from './outbox';
import { recordEvents, withRecords } from './records';
import { TablesStore } from './tables.store';

/** The company's own rows over the shipped tables, and what it weighs when it ranks rods. */
export const ShopStore = signalStore(
  { providedIn: 'root' },
  withRecords('weighing'),
  withProps(() => ({ own: inject(TablesStore) })),
  withComputed((store) => ({ weighing: computed(() => store.weighingEntities()[0]?.data ?? null) })),
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
  withMethods((store, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(): Promise<void> {
      dispatcher.dispatch(recordEvents.read(await call('/shop')));
    },
    /** The version that a row of the company's own stands at; 0 where there is none. */
    versionOf: (id: string): number => store.own.own_rowEntityMap()[id]?.version ?? 0,
    /** Adds a row or replaces one. @throws ApiProblem with the fields that are refused */
    async saveRow(row: OwnRowRecord, seen: number): Promise<void> {
      await outbox.send('own_row', [{ seen, data: row }]);
    },
    /** Takes a row of the company's own away: the shipped one holds again. */
    async removeRow(id: string, seen: number): Promise<void> {
      await outbox.send('own_row', [], [{ id, seen }]);
    },
    async saveWeights(weights: Weights): Promise<void> {
      const before = store.weighingEntities()[0];
      const weighing = { id: before?.data.id ?? newId(), weights };
      await outbox.send('weighing', [{ seen: before?.version ?? 0, data: weighing }]);
    },
  })),
);
