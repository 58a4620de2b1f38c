import type { JobSummary } from '@hephaist/contracts/exchange/answers';

const many = (n: number, one: string): string => `${n} ${one}${n === 1 ? '' : 's'}`;

/** What a job needs next, in words, and where that is done. */
export function nextOf(j: JobSummary): { readonly says: string; readonly path: string; readonly isDone: boolean } {
  const day = j.handedOver?.slice(0, 10);
  if (j.joints === 0) return { says: 'its first joints', path: 'plan', isDone: false };
  if (j.brazed < j.joints)
    return {
      says: `${many(j.joints - j.brazed, 'joint')} to braze${day ? `, handed over ${day}` : ''}`,
      path: 'plan',
      isDone: false,
    };
  const untested = j.lines.length - j.tested;
  if (untested) return { says: `${many(untested, 'line')} to test`, path: 'prove/pressure', isDone: false };
  return day
    ? { says: `handed over ${day}`, path: 'keep/hand-over', isDone: true }
    : { says: 'ready to hand over', path: 'keep/hand-over', isDone: false };
}

export const JOB_SORTS = [
  { id: 'newest', name: 'newest first' },
  { id: 'name', name: 'by name' },
  { id: 'left', name: 'most to braze first' },
] as const;
export type JobSort = (typeof JOB_SORTS)[number]['id'];

/** Jobs that answer to some letters, in an order. Ids are made in the order of time. */
export function sortedJobs(jobs: readonly JobSummary[], sort: JobSort, find: string): JobSummary[] {
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const order: Readonly<Record<JobSort, (a: JobSummary, b: JobSummary) => number>> = {
    newest: (a, b) => b.id.localeCompare(a.id),
    name: (a, b) => a.name.localeCompare(b.name),
    left: (a, b) => b.joints - b.brazed - (a.joints - a.brazed),
  };
  return jobs
    .filter((j) => words.every((w) => `${j.name} ${j.place}`.toLowerCase().includes(w)))
    .sort((a, b) => order[sort](a, b) || b.id.localeCompare(a.id));
}
