import { inject } from '@angular/core';
import { signalStoreFeature, type } from '@ngrx/signals';
import { Events, withEventHandlers } from '@ngrx/signals/events';
import { filter, switchMap } from 'rxjs';
import { recordEvents } from './records';

/** Reads what stands of the open job again when what was held here reached the server. */
// The unused parameter lets the compiler see what store it stands in.
export function withReadAgain<_>() {
  return signalStoreFeature(
    { state: type<{ jobId: string | null }>(), methods: type<{ load(jobId: string): Promise<void> }>() },
    withEventHandlers((store, events = inject(Events)) => ({
      readAgain: events.on(recordEvents.delivered).pipe(
        filter(() => store.jobId() !== null),
        switchMap(() => store.load(store.jobId() ?? '')),
      ),
    })),
  );
}
