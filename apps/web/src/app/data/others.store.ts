import { inject } from '@angular/core';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { Dispatcher } from '@ngrx/signals/events';
import { fromDevice } from './answers';
import { call } from './api';
import { Outbox } from './outbox';
import { recordEvents } from './records';

/** How often it is asked whether others wrote something, ms. */
export const LOOK_MS = 15_000;

/** Hears of what others write: asks where the trail stands, and has what is open read again when they moved it on. */
export const OthersStore = signalStore(
  { providedIn: 'root' },
  withState({ seq: null as number | null }),
  withMethods((store, outbox = inject(Outbox), dispatcher = inject(Dispatcher)) => ({
    async look(): Promise<void> {
      // What is held here is sent first: read before that, the page would forget it.
      if (document.hidden || outbox.held().length) return;
      const since = store.seq();
      const wasAway = fromDevice() !== null;
      const answer = await call('/others', {}, { since }).catch(() => null);
      if (!answer) return;
      patchState(store, { seq: answer.seq });
      if (wasAway || (since !== null && answer.wrote)) dispatcher.dispatch(recordEvents.delivered());
    },
  })),
);
