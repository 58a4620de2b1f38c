import { inject } from '@angular/core';
import type { WaitingFile } from '@hephaist/contracts/records/intake-record';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { AccountStore } from '../data/account.store';
import { call, post } from '../data/api';

/** Files that came in and wait to be countersigned, for who may bring files in. */
export const WaitingFilesStore = signalStore(
  withState({ files: [] as readonly WaitingFile[] }),
  withMethods((store, account = inject(AccountStore)) => ({
    async load(): Promise<void> {
      if (account.may('import')) patchState(store, { files: await call('/waiting-files') });
    },
    /** Takes a file in, signed; the job that is in now. @throws ApiProblem when refused */
    countersign: async (id: string, password: string): Promise<string | null> =>
      (await post('/waiting-files/:id/countersign', { password }, { id })).jobId,
    refuse: async (id: string): Promise<void> => {
      await post('/waiting-files/:id/refuse', {}, { id });
    },
  })),
);
