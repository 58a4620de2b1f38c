import { computed, inject } from '@angular/core';
import type { LineStep } from '@hephaist/contracts/records/line-step';
import type { PressureTest } from '@hephaist/contracts/records/pressure-test';
import { standing } from '@hephaist/contracts/records/standing';
import { dataOf } from '@hephaist/contracts/records/stored';
import { signalStore, withComputed, withMethods } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { CrewStore } from './crew.store';
import { Outbox } from './outbox';
import { recordEvents, withRecords } from './records';

/** Pressure tests of the open job, and the steps of its lines' tests. */
export const PressureStore = signalStore(
  { providedIn: 'root' },
  withRecords('pressure_test'),
  withRecords('line_step'),
  withComputed((store) => ({
    testsOnFile: computed(() => dataOf(store.pressure_testEntities())),
    stepsOnFile: computed(() => dataOf(store.line_stepEntities())),
  })),
  withComputed((store, crew = inject(CrewStore)) => ({
    tests: computed(() => standing(store.testsOnFile(), crew.annulled())),
    steps: computed(() => standing(store.stepsOnFile(), crew.annulled())),
  })),
  withMethods((_, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(jobId: string): Promise<void> {
      dispatcher.dispatch(recordEvents.read(await call('/jobs/:id/pressure-tests', { id: jobId })));
    },
    /** Files a step of a line's tests, signed. */
    async saveStep(step: LineStep, password: string, commandId: string): Promise<void> {
      await outbox.sendSigned('line_step', { seen: 0, data: step }, { password, meaning: 'tested' }, commandId);
    },
    /** Files a test, signed. */
    async save(test: PressureTest, password: string, commandId: string): Promise<void> {
      const signature = { password, meaning: 'tested' } as const;
      await outbox.sendSigned('pressure_test', { seen: 0, data: test }, signature, commandId);
    },
  })),
);
