import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import { describe, expect, it } from 'vitest';
import { aJob, aLine } from './a-job';
import { nextOf, sortedJobs } from './job-next';

const job = (more: Partial<JobSummary> = {}): JobSummary =>
  aJob({ lines: [aLine(), aLine()], joints: 4, brazed: 4, tested: 2, ...more });

describe('what a job needs next', () => {
  it.each([
    [{ joints: 0, brazed: 0 }, 'its first joints', 'plan'],
    [{ brazed: 3 }, '1 joint to braze', 'plan'],
    [{ brazed: 1, handedOver: '2026-06-01T10:00:00Z' }, '3 joints to braze, handed over 2026-06-01', 'plan'],
    [{ tested: 1 }, '1 line to test', 'prove/pressure'],
    [{ tested: 0 }, '2 lines to test', 'prove/pressure'],
    [{}, 'ready to hand over', 'keep/hand-over'],
  ])('%j: %s', (more, says, path) => expect(nextOf(job(more))).toEqual({ says, path, isDone: false }));
  it('nothing once it was handed over', () =>
    expect(nextOf(job({ handedOver: '2026-06-01T10:00:00Z' }))).toEqual({
      says: 'handed over 2026-06-01',
      path: 'keep/hand-over',
      isDone: true,
    }));
});

describe('jobs in a row', () => {
  const jobs = [
    job({ id: '1', name: 'Beta', brazed: 0 }),
    job({ id: '2', name: 'alpha', place: 'North', brazed: 2 }),
    job({ id: '3', name: 'Gamma' }),
  ];
  const ids = (...of: Parameters<typeof sortedJobs> extends [unknown, ...infer R] ? R : never) =>
    sortedJobs(jobs, ...of).map((j) => j.id);
  it('by time, name, and what is left', () => {
    expect(ids('newest', '')).toEqual(['3', '2', '1']);
    expect(ids('name', '')).toEqual(['2', '1', '3']);
    expect(ids('left', '')).toEqual(['1', '2', '3']);
  });
  it('found by any letters of name and place', () => {
    expect(ids('newest', 'NORTH al')).toEqual(['2']);
    expect(ids('newest', 'nowhere')).toEqual([]);
  });
});
