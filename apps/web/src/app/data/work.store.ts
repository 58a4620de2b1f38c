import { computed, inject } from '@angular/core';
import { signalStore, withComputed } from '@ngrx/signals';
import { JobStore } from './job.store';
import { groupWork, workOf } from './work';

/** What the open job asks of its crew and procedures; of a large job as far as the worker has planned it. */
export const WorkStore = signalStore(
  { providedIn: 'root' },
  withComputed((_, job = inject(JobStore)) => {
    const work = computed(() => workOf(job.joints(), job.summaryOf(), job.lastLog()));
    return { work, groups: computed(() => groupWork(work())), pending: job.summaries.pending };
  }),
);
