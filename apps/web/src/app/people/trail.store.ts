import { ACCESS_PAGE, type AccessEntry, type TrailEntry, type TrailVerdict } from '@hephaist/contracts';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call, post } from '../data/api';

interface TrailState {
  readonly entries: readonly TrailEntry[];
  readonly more: boolean;
  readonly access: readonly AccessEntry[];
  readonly moreAccess: boolean;
  readonly verdict: TrailVerdict | null;
}

/** The audit trail and the log of access, as far as they were read, newest first. */
export const TrailStore = signalStore(
  withState<TrailState>({ entries: [], more: true, access: [], moreAccess: true, verdict: null }),
  withMethods((store) => ({
    async loadMore(): Promise<void> {
      const last = store.entries().at(-1)?.seq;
      const next = await call<TrailEntry[]>(`trail${last ? `?before=${last}` : ''}`);
      const more = next.length > 0 && next.at(-1)?.seq !== 1;
      patchState(store, { entries: [...store.entries(), ...next], more });
    },
    async loadMoreAccess(): Promise<void> {
      const last = store.access().at(-1)?.id;
      const next = await call<AccessEntry[]>(`access-log${last ? `?before=${last}` : ''}`);
      patchState(store, { access: [...store.access(), ...next], moreAccess: next.length === ACCESS_PAGE });
    },
    /** Holds every record against the trail. */
    async check(): Promise<void> {
      patchState(store, { verdict: null });
      patchState(store, { verdict: await post<TrailVerdict>('trail/check', {}) });
    },
  })),
);
