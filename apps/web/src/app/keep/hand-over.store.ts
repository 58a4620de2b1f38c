import { computed } from '@angular/core';
import type { HandOverDetail, HandOverRequest } from '@hephaist/contracts/records/hand-over';
import { saysOf } from '@hephaist/core/words/says-of';
import { patchState, signalStore, withComputed, withMethods, withState } from '@ngrx/signals';
import { call, post } from '../data/api';

/** How often a package that is being built is asked after, ms. */
const ASK_MS = 1000;

/** Hand-overs of the open job, and how their packages come on. */
export const HandOverStore = signalStore(
  withState({ jobId: '', handOvers: [] as readonly HandOverDetail[], failure: null as string | null }),
  withComputed((store) => ({
    building: computed(() => store.handOvers().some((h) => ['waiting', 'building'].includes(h.package.state))),
  })),
  withMethods((store) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    async function load(jobId: string): Promise<void> {
      clearTimeout(timer);
      try {
        const handOvers = await call('/jobs/:id/hand-overs', { id: jobId });
        patchState(store, { jobId, handOvers, failure: null });
      } catch (e) {
        patchState(store, { failure: saysOf(e) });
      }
      if (store.building() || store.failure()) timer = setTimeout(() => void load(jobId), ASK_MS);
    }
    return {
      load,
      stop: (): void => clearTimeout(timer),
      /** Signs the job as it stands and has its package built. @throws ApiProblem when refused */
      async handOver(jobId: string, request: HandOverRequest): Promise<void> {
        await post('/jobs/:id/hand-overs', request, { id: jobId });
        await load(jobId);
      },
    };
  }),
);
