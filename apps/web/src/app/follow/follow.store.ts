import type { Followable, Followed, FollowLink } from '@hephaist/contracts/exchange/followed';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call, fetchFile } from '../data/api';
import { seek } from '../data/seek';
import { stoppable } from '../data/under-way';

interface FollowState {
  readonly page: Followed | null;
  /** What was found by a word; null before anything was sought. */
  readonly found: readonly FollowLink[] | null;
}

/** What is followed now, and what a mark, name, number or lot leads to. */
export const FollowStore = signalStore(
  withState<FollowState>({ page: null, found: null }),
  withMethods((store) => ({
    async load(of: Followable, id: string): Promise<void> {
      patchState(store, { page: null, found: null });
      patchState(store, { page: await call('/follow/:of/:id', { of, id }) });
    },
    async seek(sought: string): Promise<void> {
      patchState(store, { found: await seek(sought) });
    },
    paper: (of: Followable, id: string, asked: Readonly<Record<string, string>>): Promise<Blob> =>
      stoppable('Making the page', (stop) => fetchFile('/follow/:of/:id/page.pdf', { of, id }, asked, stop)),
  })),
);
