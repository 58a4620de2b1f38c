import { computed, inject } from '@angular/core';
import { type PressureTest, standing, type Stored } from '@hephaist/contracts';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { call } from './api';
import { CrewStore } from './crew.store';
import { Outbox } from './outbox';

/** Pressure tests of the open job. */
export const PressureStore = signalStore(
  { providedIn: 'root' },
  withState({ testsOnFile: [] as readonly Stored<PressureTest>[] }),
  withComputed((store, crew = inject(CrewStore)) => ({
    tests: computed(() => standing(store.testsOnFile(), crew.annulled())),
  })),
  withMethods((store, outbox = inject(Outbox)) => ({
    async load(jobId: string): Promise<void> {
      patchState(store, { testsOnFile: await call<Stored<PressureTest>[]>(`jobs/${jobId}/pressure-tests`) });
    },
    /** Files a test, signed. */
    async save(test: PressureTest, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'tested' } as const;
      await outbox.sendSigned('pressure_test', { seen: 0, data: test }, signature, commandId);
      patchState(store, { testsOnFile: [...store.testsOnFile(), { ...test, version: 1 }] });
    },
  })),
);
