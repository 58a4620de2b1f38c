import { ACCESS_PAGE, type AccessEntry, type TrailEntry, type TrailPage, type TrailVerdict } from '@hephaist/contracts';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call, post } from '../data/api';

interface TrailState {
  readonly entries: readonly TrailEntry[];
  /** What the records in them are called, by id. */
  readonly names: Readonly<Record<string, string>>;
  /** Where they are followed, by id. */
  readonly leads: TrailPage['leads'];
  /** What is looked for; empty for all. */
  readonly sought: string;
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
    sought: '',
    more: true,
    access: [],
    moreAccess: true,
    verdict: null,
  }),
  withMethods((store) => ({
    async loadMore(): Promise<void> {
      const [last, sought] = [store.entries().at(-1)?.seq, store.sought()];
      const asked = new URLSearchParams({ ...(last ? { before: String(last) } : {}), ...(sought ? { sought } : {}) });
      const { entries, names, leads } = await call<TrailPage>(`trail?${asked.toString()}`);
      const more = entries.length > 0 && entries.at(-1)?.seq !== 1;
      patchState(store, {
        entries: [...store.entries(), ...entries],
        names: { ...store.names(), ...names },
        leads: { ...store.leads(), ...leads },
        more,
      });
    },
    /** Begins anew with the entries that hold a word: a mark, a number, a person, a deed. */
    seek(sought: string): Promise<void> {
      patchState(store, { sought, entries: [], more: true });
      return this.loadMore();
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
