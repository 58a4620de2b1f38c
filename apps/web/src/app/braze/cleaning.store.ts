import { effect } from '@angular/core';
import { patchState, signalStore, withHooks, withMethods, withState } from '@ngrx/signals';
import { readCleaned } from './cleaned';

const KEY = 'hephaist.cleaned';
const TICK_MS = 20_000;
/** When each joint was cleaned, at this browser, until it is logged. Eight hours run from there. */
export const CleaningStore = signalStore(
  { providedIn: 'root' },
  withState(() => ({
    cleaned: readCleaned(globalThis.localStorage?.getItem(KEY) ?? null, Date.now()),
    nowMs: Date.now(),
  })),
  withMethods((store) => ({
    clean(jointId: string, atMs = Date.now()): void {
      patchState(store, { cleaned: { ...store.cleaned(), [jointId]: atMs }, nowMs: Date.now() });
    },
    forget(jointId: string): void {
      const { [jointId]: _gone, ...rest } = store.cleaned();
      patchState(store, { cleaned: rest });
    },
  })),
  withHooks({
    onInit(store) {
      effect(() => globalThis.localStorage?.setItem(KEY, JSON.stringify(store.cleaned())));
      setInterval(() => patchState(store, { nowMs: Date.now() }), TICK_MS);
    },
  }),
);
