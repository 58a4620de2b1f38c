import { DestroyRef, effect, inject } from '@angular/core';
import { patchState, signalStore, withHooks, withMethods, withState } from '@ngrx/signals';

const KEY = 'hephaist.night';

function first(): boolean {
  const stored = globalThis.localStorage?.getItem(KEY);
  return stored ? stored === 'yes' : (globalThis.matchMedia?.('(prefers-color-scheme: dark)').matches ?? false);
}

/** Paper by day, dark by night; kept in this browser. */
export const ThemeStore = signalStore(
  { providedIn: 'root' },
  withState(() => ({ night: first(), besideTorch: 0 })),
  withMethods((store) => ({
    toggle: (): void => patchState(store, { night: !store.night() }),
    /** A page beside the torch came or went: it is dark there whatever was chosen. */
    torch: (by: 1 | -1): void => patchState(store, { besideTorch: store.besideTorch() + by }),
  })),
  withHooks({
    onInit(store) {
      effect(() => {
        document.documentElement.classList.toggle('night', store.night() || store.besideTorch() > 0);
        globalThis.localStorage?.setItem(KEY, store.night() ? 'yes' : 'no');
      });
    },
  }),
);

/** The page that asks for it, and what opens over it, is dark while it is there. Called where things are injected. */
export function besideTorch(): void {
  const theme = inject(ThemeStore);
  theme.torch(1);
  inject(DestroyRef).onDestroy(() => theme.torch(-1));
}
