import { inject } from '@angular/core';
import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import type { Job } from '@hephaist/contracts/records/job';
import type { Line } from '@hephaist/contracts/records/line';
import { patchState, signalStore, withMethods, withState } from '@ngrx/signals';
import { call, post } from './api';
import { newId, Outbox } from './outbox';

/** Longest name that a copy is given. */
const LONGEST = 76;

/** Jobs of the company, with how far each is; null until they were read. */
export const JobsStore = signalStore(
  { providedIn: 'root' },
  withState({
    jobs: null as readonly JobSummary[] | null,
    /** People with an account; null until they were counted. */
    people: null as number | null,
  }),
  withMethods((store, outbox = inject(Outbox)) => ({
    /** @throws AwayError where the server does not answer */
    async load(): Promise<void> {
      patchState(store, { jobs: await call('/jobs') });
    },
    /** Counts the people with an account. @throws ApiProblem where it is not for this one to know */
    async countPeople(): Promise<void> {
      patchState(store, { people: (await call('/people')).people.length });
    },
    /** Begins a job with its lines. */
    async begin(job: Job, lines: readonly Line[]): Promise<void> {
      await outbox.send('job', [{ seen: 0, data: job }]);
      if (lines.length)
        await outbox.send(
          'line',
          lines.map((data) => ({ seen: 0, data })),
        );
    },
    /** Copies a job under a name that is free; the id of the copy. */
    async copy(job: Pick<JobSummary, 'id' | 'name'>): Promise<string> {
      const names = new Set((store.jobs() ?? []).map((j) => j.name));
      let name = `${job.name}, copy`.slice(0, LONGEST);
      for (let n = 2; names.has(name); n++) name = `${job.name.slice(0, LONGEST - 10)}, copy ${n}`;
      return (await post('/jobs/:id/copy/:commandId', { name }, { id: job.id, commandId: newId() })).jobId;
    },
    /** Puts a job among the archived ones, or back. */
    async archive(id: string, archived: boolean): Promise<void> {
      const [job] = (await call('/jobs/:id', { id })).job;
      if (job) await outbox.send('job', [{ seen: job.version, data: { ...job.data, archived } }]);
    },
  })),
);
