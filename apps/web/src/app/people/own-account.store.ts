import { inject } from '@angular/core';
import type { NewPassword, OwnSignIn } from '@hephaist/contracts/exchange/people';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { AccountStore } from '../data/account.store';
import { call, post } from '../data/api';

/** One's own account: where one is signed in, the second factor, the password. */
export const OwnAccountStore = signalStore(
  withState({ signIns: [] as readonly OwnSignIn[] }),
  withMethods((store, account = inject(AccountStore)) => ({
    async load(): Promise<void> {
      patchState(store, { signIns: await call('/sign-ins') });
    },
    async endSignIn(id: string): Promise<void> {
      patchState(store, { signIns: await post('/sign-ins/:id/end', {}, { id }) });
    },
    /** Begins a second factor: its secret, which counts once it is confirmed. */
    beginSecond: (password: string) => post('/second-factor', { password }),
    /** Confirms it with a code of it; the recovery codes, shown once. */
    async confirmSecond(code: string): Promise<readonly string[]> {
      const { codes } = await post('/second-factor/confirm', { code });
      await account.load();
      return codes;
    },
    async endSecond(password: string): Promise<void> {
      await post('/second-factor/off', { password });
      await account.load();
    },
    /** Changing the password ends the other sign-ins. */
    async changePassword(given: NewPassword): Promise<void> {
      await account.changePassword(given);
      patchState(store, { signIns: await call('/sign-ins') });
    },
  })),
);
