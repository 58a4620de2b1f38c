import { inject } from '@angular/core';
import type { PressureTest, Stored } from '@hephaist/contracts';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call } from './api';
import { Outbox } from './outbox';

/** Pressure tests of the open job. */
export const PressureStore = signalStore(
  { providedIn: 'root' },
  withState({ tests: [] as readonly Stored<PressureTest>[] }),
  withMethods((store, outbox = inject(Outbox)) => ({
    async load(jobId: string): Promise<void> {
      patchState(store, { tests: await call<Stored<PressureTest>[]>(`jobs/${jobId}/pressure-tests`) });
    },
    /** Files a test, signed. */
    async save(test: PressureTest, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'tested' } as const;
      await outbox.sendSigned('pressure_test', { seen: 0, data: test }, signature, commandId);
      patchState(store, { tests: [...store.tests(), { ...test, version: 1 }] });
    },
  })),
);
