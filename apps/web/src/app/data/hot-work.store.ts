import { computed, inject } from '@angular/core';
import type { HotWork, HotWorkMark } from '@hephaist/contracts/records/hot-work';
import { dataOf } from '@hephaist/contracts/records/stored';
import { signalStore, withComputed, withMethods } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { Outbox } from './outbox';
import { recordEvents, withRecords } from './records';

/** Hot work of the open job: areas with their permits, and what happened in each. */
export const HotWorkStore = signalStore(
  { providedIn: 'root' },
  withRecords('hot_work'),
  withRecords('hot_work_mark'),
  withComputed((store) => ({
    areas: computed(() =>
      dataOf(store.hot_workEntities()).sort((a, b) => b.startedAt.localeCompare(a.startedAt) || (a.id < b.id ? 1 : -1)),
    ),
    marks: computed(() => dataOf(store.hot_work_markEntities())),
  })),
  withMethods((_, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(jobId: string): Promise<void> {
      dispatcher.dispatch(recordEvents.read(await call('/jobs/:id/hot-work', { id: jobId })));
    },
    async begin(work: HotWork): Promise<void> {
      await outbox.send('hot_work', [{ seen: 0, data: work }]);
    },
    async mark(mark: HotWorkMark): Promise<void> {
      await outbox.send('hot_work_mark', [{ seen: 0, data: mark }]);
    },
  })),
);
