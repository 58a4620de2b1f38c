import { computed, inject } from '@angular/core';
import { mayNow, type TakeOver } from '@hephaist/contracts/exchange/hand-on';
import {
  type Deed,
  type FirstRun,
  type FirstRunState,
  type Me,
  type NewPassword,
  type Reset,
  type SignIn,
} from '@hephaist/contracts/exchange/people';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { forgetAnswers } from './answers';
import { ApiProblem, AwayError, call, post, signedOut } from './api';
import { remember, remembered } from './holder';
import { Outbox } from './outbox';
import { setTakingOver } from './taking-over';
import { me, mustSignIn } from './who';

const LEAVING = 'hephaist.leaving';

/** Whether somebody signed out here and the server does not know it yet. @param set says so, or that it does */
function leaving(set?: boolean): boolean {
  const kept = globalThis.localStorage;
  if (set === true) kept?.setItem(LEAVING, 'yes');
  if (set === false) kept?.removeItem(LEAVING);
  return kept?.getItem(LEAVING) === 'yes';
}

interface AccountState {
  /** The server did not answer when it was asked who is signed in. */
  readonly away: boolean;
}

/** Who is signed in here, and what that role may do. */
export const AccountStore = signalStore(
  { providedIn: 'root' },
  withState<AccountState>({ away: false }),
  withComputed(() => ({ me: me.asReadonly(), mustSignIn, mustChange: computed(() => Boolean(me()?.mustChange)) })),
  withMethods((store, outbox = inject(Outbox)) => {
    function enter(who: Me): void {
      const before = me();
      // What is on the page is the other person's: begin anew.
      if (before && before.id !== who.id) location.reload();
      me.set(who);
      patchState(store, { away: false });
      signedOut.set(false);
      remember(who);
      outbox.wake();
    }
    return {
      async load(): Promise<void> {
        try {
          if (leaving()) {
            await post('/sign-out', {}).catch((e: unknown) => {
              if (e instanceof AwayError && !signedOut()) throw e;
            });
            leaving(false);
          }
          enter(await call('/me'));
        } catch (e) {
          const away = e instanceof AwayError && !signedOut();
          me.set(away && !leaving() ? (remembered() ?? undefined) : null);
          patchState(store, { away });
        }
      },
      firstRunState: (): Promise<FirstRunState> => call('/first-run'),
      may: (deed: Deed): boolean => mayNow(me() ?? { roles: [], byCode: false }, deed),
      /** @throws ApiProblem when refused */
      async signIn(given: SignIn): Promise<void> {
        const who = await post('/sign-in', given);
        setTakingOver(null);
        enter(who);
      },
      /** Takes this device over with a short code. @throws ApiProblem when it is wrong */
      async takeOver(asked: TakeOver): Promise<Me> {
        const who = await post('/hand-on', asked);
        setTakingOver(null);
        remember(who);
        return who;
      },
      reset: (given: Reset): Promise<unknown> => post('/reset', given),
      firstRun: async (given: FirstRun): Promise<void> => enter(await post('/first-run', given)),
      changePassword: async (given: NewPassword): Promise<void> => enter(await post('/password', given)),
      async signOut(): Promise<void> {
        await post('/sign-out', {}).catch((e: unknown) => {
          // With no network the server is told at the next contact; nobody opens this page in their name till then.
          if (e instanceof AwayError && !signedOut()) leaving(true);
          else if (!(e instanceof ApiProblem || e instanceof AwayError)) throw e;
        });
        // What is kept here for somebody goes with them.
        await forgetAnswers(me()?.id).catch(() => undefined);
        remember(null);
        setTakingOver(null);
        location.assign('/');
      },
    };
  }),
);
