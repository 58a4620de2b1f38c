import { computed, inject } from '@angular/core';
import type { PracticeCourse } from '@hephaist/contracts/records/practice-course';
import type { PracticeRow, PracticeRun } from '@hephaist/contracts/records/practice-run';
import { dataOf } from '@hephaist/contracts/records/stored';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { call } from './api';
import { Outbox } from './outbox';
import { recordEvents, withRecords } from './records';

/** What was practised on the open job, and its courses. What a hand did is fetched when its run is shown. */
export const PracticeStore = signalStore(
  { providedIn: 'root' },
  withRecords('practice_course'),
  withState({ runs: [] as readonly PracticeRow[], hands: {} as Readonly<Record<string, string>>, of: '' }),
  withComputed((store) => ({
    courses: computed(() => dataOf(store.practice_courseEntities()).sort((a, b) => a.name.localeCompare(b.name))),
  })),
  withMethods((store, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async load(jobId: string): Promise<void> {
      if (store.of() !== jobId) patchState(store, { runs: [], of: jobId });
      const { runs, ...records } = await call('/jobs/:id/practice', { id: jobId });
      dispatcher.dispatch(recordEvents.read(records));
      // What was filed here and waits is not known there yet.
      const known = new Set(runs.map((r) => r.id));
      patchState(store, { runs: [...runs, ...store.runs().filter((r) => !known.has(r.id))] });
    },
    /** Files a run; it counts here at once, sent or waiting. */
    async file({ hand, ...row }: PracticeRun): Promise<'done' | 'held'> {
      const { state } = await outbox.send('practice_run', [{ seen: 0, data: { ...row, hand } }]);
      patchState(store, { runs: [...store.runs(), row], hands: { ...store.hands(), [row.id]: hand } });
      return state;
    },
    /** What the hand of a run did. */
    async handOf(id: string): Promise<string> {
      const known = store.hands()[id];
      if (known !== undefined) return known;
      const { data } = await call('/practice-runs/:id', { id });
      patchState(store, { hands: { ...store.hands(), [id]: data.hand } });
      return data.hand;
    },
    async saveCourse(course: PracticeCourse): Promise<void> {
      const seen = store.practice_courseEntityMap()[course.id]?.version ?? 0;
      await outbox.send('practice_course', [{ seen, data: course }]);
    },
    async removeCourse(id: string): Promise<void> {
      const seen = store.practice_courseEntityMap()[id]?.version ?? 0;
      await outbox.send('practice_course', [], [{ id, seen }]);
    },
  })),
);
