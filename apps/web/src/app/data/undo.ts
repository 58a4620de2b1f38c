import { effect, inject } from '@angular/core';
import type { RecordKinds } from '@hephaist/contracts/records/kinds';
import type { Stored } from '@hephaist/contracts/records/stored';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { patchState, signalStoreFeature, type, withHooks, withMethods, withState } from '@ngrx/signals';
import { changedSince, type Replay, replay, type Step, type Undoable } from './history';
import { keepSteps, keptSteps } from './kept-steps';
import { Outbox } from './outbox';

/** Steps that are remembered. */
const MOST_STEPS = 100;

export interface Steps {
  readonly done: readonly Step[];
  readonly undone: readonly Step[];
}

/** How a record stands now in the store that is asked. */
type StoredNow = <K extends Undoable>(kind: K, id: string) => Stored<RecordKinds[K]> | undefined;

/** Writing records as steps that can be undone and redone, newest last. */
// The unused parameter lets the compiler see what store it stands in.
export function withUndo<_>() {
  return signalStoreFeature(
    { state: type<{ jobId: string | null }>(), methods: type<{ stored: StoredNow }>() },
    withState<Steps>({ done: [], undone: [] }),
    withMethods((store, outbox = inject(Outbox)) => {
      let last: Promise<unknown> = Promise.resolve();
      /** Steps go one after the other, so that an undo pressed at once undoes the step before it and not an older one. */
      function inTurn<T>(step: () => Promise<T>): Promise<T> {
        const next = last.then(step, step);
        last = next;
        return next;
      }
      const seen = (kind: Undoable, id: string): number => store.stored(kind, id)?.version ?? 0;
      const back = async (step: Step, to: 'before' | 'after'): Promise<void> => {
        const changed = changedSince(step.changes, to, (id) => store.stored(step.kind, id)?.data ?? null);
        if (changed.length)
          throw new Error(`Changed since by somebody: ${markRuns(changed).slice(0, 4).join(', ')}. Change it by hand.`);
        const { records, removals } = replay(step.changes, to, (id) => seen(step.kind, id));
        await outbox.send(step.kind, records, removals);
      };
      async function saveNow<K extends Undoable>(
        kind: K,
        records: Replay<K>['records'],
        removals: Replay<K>['removals'],
      ): Promise<'done' | 'held'> {
        const was = (id: string): RecordKinds[K] | null => store.stored(kind, id)?.data ?? null;
        const step: Step<K> = {
          kind,
          changes: [
            ...records.map((r) => ({ before: was(r.data.id), after: r.data })),
            ...removals.map((r) => ({ before: was(r.id), after: null })),
          ],
        };
        const { state } = await outbox.send(kind, records, removals);
        // As the server took it, which may be tidier than what was sent.
        const taken = step.changes.map((c) => ({ ...c, after: c.after && (was(c.after.id) ?? c.after) }));
        patchState(store, { done: [...store.done(), { kind, changes: taken }].slice(-MOST_STEPS), undone: [] });
        return state;
      }
      return {
        /** Saves records of one kind, all or none, as one step. `seen` is the version each was opened at. */
        save: <K extends Undoable>(
          kind: K,
          records: Replay<K>['records'],
          removals: Replay<K>['removals'] = [],
        ): Promise<'done' | 'held'> => inTurn(() => saveNow(kind, records, removals)),
        /** The same of records as they were changed from what stands here. */
        change: <K extends Undoable>(kind: K, changed: readonly RecordKinds[K][]): Promise<'done' | 'held'> =>
          inTurn(() =>
            saveNow(
              kind,
              changed.map((data) => ({ seen: seen(kind, data.id), data })),
              [],
            ),
          ),
        /** Takes records of one kind away as they stand here, as one step. */
        remove: <K extends Undoable>(kind: K, ids: readonly string[]): Promise<'done' | 'held'> =>
          inTurn(() =>
            saveNow(
              kind,
              [],
              ids.map((id) => ({ id, seen: seen(kind, id) })),
            ),
          ),
        /** Goes one step back. @throws ApiProblem when someone else changed what the step touched */
        undo: (): Promise<void> =>
          inTurn(async () => {
            const step = store.done().at(-1);
            if (!step) return;
            await back(step, 'before');
            patchState(store, { done: store.done().slice(0, -1), undone: [...store.undone(), step] });
          }),
        redo: (): Promise<void> =>
          inTurn(async () => {
            const step = store.undone().at(-1);
            if (!step) return;
            await back(step, 'after');
            patchState(store, { done: [...store.done(), step], undone: store.undone().slice(0, -1) });
          }),
      };
    }),
    withHooks({
      onInit(store) {
        effect(() => {
          const jobId = store.jobId();
          if (jobId) keepSteps(jobId, store.done());
        });
      },
    }),
  );
}

/** Steps as a job begins with them: those that this tab of the browser kept. */
export const stepsOf = (jobId: string): Steps => ({ done: keptSteps(jobId), undone: [] });
