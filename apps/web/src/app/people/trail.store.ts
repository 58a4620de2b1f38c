import { ACCESS_PAGE, type AccessEntry } from '@hephaist/contracts/exchange/people';
import type { TrailAsked, TrailEntry, TrailPage, TrailVerdict } from '@hephaist/contracts/records/trail';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call, post } from '../data/api';
import { stoppable } from '../data/under-way';

interface TrailState {
  readonly entries: readonly TrailEntry[];
  /** What the records in them are called, by id. */
  readonly names: Readonly<Record<string, string>>;
  /** Where they are followed, by id. */
  readonly leads: TrailPage['leads'];
  /** What is looked for. */
  readonly asked: TrailAsked;
  /** Everybody who ever did something. */
  readonly people: readonly string[];
  readonly more: boolean;
  readonly access: readonly AccessEntry[];
  readonly moreAccess: boolean;
  readonly verdict: TrailVerdict | null;
}

/** The audit trail and the log of access, as far as they were read, newest first. */
export const TrailStore = signalStore(
  withState<TrailState>({
    entries: [],
    names: {},
    leads: {},
    asked: { of: 'changes', sought: '', person: '', from: '', until: '' },
    people: [],
    more: true,
    access: [],
    moreAccess: true,
    verdict: null,
  }),
  withMethods((store) => ({
    async loadMore(): Promise<void> {
      const asked = store.asked();
      const last = store.entries().at(-1)?.seq;
      const { entries, names, leads, people } = await call('/trail', {}, { ...asked, before: last });
      // What was asked for meanwhile has its own answer.
      if (store.asked() !== asked) return;
      const more = entries.length > 0 && entries.at(-1)?.seq !== 1;
      patchState(store, {
        entries: [...store.entries(), ...entries],
        names: { ...store.names(), ...names },
        leads: { ...store.leads(), ...leads },
        more,
        people: last ? store.people() : people,
      });
    },
    /** Begins anew with what is asked for. */
    seek(asked: TrailAsked): Promise<void> {
      patchState(store, { asked, entries: [], more: true });
      return this.loadMore();
    },
    async loadMoreAccess(): Promise<void> {
      const last = store.access().at(-1)?.id;
      const next = await call('/access-log', {}, { before: last });
      patchState(store, { access: [...store.access(), ...next], moreAccess: next.length === ACCESS_PAGE });
    },
    /** Holds every record against the trail. */
    async check(): Promise<void> {
      patchState(store, { verdict: null });
      patchState(store, {
        verdict: await stoppable('Checking the trail', (stop) => post('/trail/check', {}, {}, {}, stop)),
      });
    },
  })),
);
