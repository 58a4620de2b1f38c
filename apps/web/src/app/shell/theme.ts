import { effect } from '@angular/core';
import { patchState, signalStore, withHooks, withMethods, withState } from '@ngrx/signals';

const KEY = 'hephaist.night';

function first(): boolean {
  const stored = globalThis.localStorage?.getItem(KEY);
  return stored ? stored === 'yes' : (globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ?? false);
}

/** Paper by day, dark by night; kept in this browser. */
export const ThemeStore = signalStore(
  { providedIn: 'root' },
  withState(() => ({ night: first() })),
  withMethods((store) => ({ toggle: (): void => patchState(store, { night: !store.night() }) })),
  withHooks({
    onInit(store) {
      effect(() => {
        document.documentElement.classList.toggle('night', store.night());
        globalThis.localStorage?.setItem(KEY, store.night() ? 'yes' : 'no');
      });
    },
  }),
);
