import { computed, inject } from '@angular/core';
import { dataOf, type PressureTest, standing, type StoredRecords } from '@hephaist/contracts';
import { signalStore, withComputed, withMethods } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { CrewStore } from './crew.store';
import { Outbox } from './outbox';
import { recordEvents, withRecords } from './records';

/** Pressure tests of the open job. */
export const PressureStore = signalStore(
  { providedIn: 'root' },
  withRecords('pressure_test'),
  withComputed((store) => ({ testsOnFile: computed(() => dataOf(store.pressure_testEntities())) })),
  withComputed((store, crew = inject(CrewStore)) => ({
    tests: computed(() => standing(store.testsOnFile(), crew.annulled())),
  })),
  withMethods((_, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(jobId: string): Promise<void> {
      dispatcher.dispatch(
        recordEvents.read(await call<StoredRecords<'pressure_test'>>(`jobs/${jobId}/pressure-tests`)),
      );
    },
    /** Files a test, signed. */
    async save(test: PressureTest, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'tested' } as const;
      await outbox.sendSigned('pressure_test', { seen: 0, data: test }, signature, commandId);
    },
  })),
);
