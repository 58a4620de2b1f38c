import { computed } from '@angular/core';
import { mayDo, type Deed, type FirstRun, type Me, type NewPassword, type SignIn } from '@hephaist/contracts';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { ApiProblem, AwayError, call, post, signedOut } from './api';

interface AccountState {
  /** Who is signed in; null when nobody is, undefined until the server said. */
  readonly me: Me | null | undefined;
  /** The server did not answer when it was asked who is signed in. */
  readonly away: boolean;
}

const KEY = 'hephaist.me';

/** Who was signed in here last: with no server the page still opens in their name, and what they enter is held. */
function remembered(): Me | null {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(KEY) ?? 'null') as Me | null;
  } catch {
    return null;
  }
}

/** Who is signed in here, and what that role may do. */
export const AccountStore = signalStore(
  { providedIn: 'root' },
  withState<AccountState>({ me: undefined, away: false }),
  withComputed((store) => ({
    /** The sign-in ended, or there was none: the page waits below until there is one again. */
    mustSignIn: computed(() => store.me() === null || signedOut()),
    mustChange: computed(() => Boolean(store.me()?.mustChange)),
  })),
  withMethods((store) => {
    function enter(me: Me): void {
      const before = store.me();
      // What is on the page is the other person's: begin anew.
      if (before && before.id !== me.id) location.reload();
      patchState(store, { me, away: false });
      signedOut.set(false);
      globalThis.localStorage?.setItem(KEY, JSON.stringify(me));
    }
    return {
      async load(): Promise<void> {
        try {
          enter(await call<Me>('me'));
        } catch (e) {
          if (e instanceof AwayError && !signedOut()) patchState(store, { me: remembered() ?? undefined, away: true });
          else patchState(store, { me: null });
        }
      },
      may: (deed: Deed): boolean => mayDo(store.me()?.roles ?? [], deed),
      /** @throws ApiProblem when refused */
      signIn: async (given: SignIn): Promise<void> => enter(await post<Me>('sign-in', given)),
      firstRun: async (given: FirstRun): Promise<void> => enter(await post<Me>('first-run', given)),
      changePassword: async (given: NewPassword): Promise<void> => enter(await post<Me>('password', given)),
      async signOut(): Promise<void> {
        await post('sign-out', {}).catch((e: unknown) => {
          if (!(e instanceof ApiProblem)) throw e;
        });
        globalThis.localStorage?.removeItem(KEY);
        location.assign('/');
      },
    };
  }),
);
