import { inject } from '@angular/core';
import type { HandOnAnswer, ShortCode } from '@hephaist/contracts/exchange/hand-on';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { AccountStore } from './account.store';
import { ApiProblem, AwayError, call, post } from './api';
import { remember } from './holder';
import { holderBy, holdersHere, keepHolder, keepOnly } from './holders';
import { setTakingOver } from './taking-over';
import { me } from './who';

/** Who may take this device over with a short code, and taking it over. */
export const HandOnStore = signalStore(
  { providedIn: 'root' },
  withState<HandOnAnswer>({ allowed: true, people: [] }),
  withMethods((store, account = inject(AccountStore)) => ({
    /** Reads them; with no network, as this device knew last. */
    async load(): Promise<void> {
      try {
        const answer = await call('/hand-on');
        keepOnly(answer.people.map((p) => p.id));
        patchState(store, answer);
      } catch (e) {
        if (!(e instanceof AwayError)) throw e;
        patchState(store, { allowed: true, people: holdersHere() });
      }
    },
    /** Whoever is signed in chooses a short code on this device. @throws ApiProblem at the field */
    async choose(asked: ShortCode): Promise<void> {
      await post('/short-code', asked);
      const who = me();
      if (who) await keepHolder(who, asked.code);
      patchState(store, await call('/hand-on'));
    },
    async giveUp(): Promise<void> {
      const answer = await post('/short-code/off', {});
      keepOnly(answer.people.map((p) => p.id));
      patchState(store, answer);
    },
    /**
     * Takes the device over; with no network by what is kept here, and the server is told before anything else.
     * @throws ApiProblem where the code is wrong, AwayError where it cannot be checked here
     */
    async takeOver(accountId: string, code: string): Promise<void> {
      try {
        const who = await account.takeOver({ accountId, code });
        await keepHolder(who, code);
      } catch (e) {
        if (!(e instanceof AwayError)) throw e;
        if (!holdersHere().some((h) => h.id === accountId)) throw e;
        const who = await holderBy(accountId, code);
        const says = 'this is not your code on this device';
        if (!who)
          throw new ApiProblem({
            title: 'Check the code',
            status: 422,
            detail: says,
            fields: [{ field: 'code', says }],
          });
        setTakingOver({ accountId, code });
        remember(who);
      }
    },
  })),
);
