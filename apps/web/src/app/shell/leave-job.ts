import { inject, Injector } from '@angular/core';
import type { CanActivateFn } from '@angular/router';

/** Closes the open job on the way to a place that is the company's alone. What a job stands on comes with the place, not with the sign-in page. */
export const leaveJob: CanActivateFn = async () => {
  const injector = inject(Injector);
  const { JobStore } = await import('../data/job.store');
  void injector.get(JobStore).leave();
  return true;
};
