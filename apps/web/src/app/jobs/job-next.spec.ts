import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import { describe, expect, it } from 'vitest';
import { farOf, nextOf, sortedJobs } from './job-next';

const job = (more: Partial<JobSummary> = {}): JobSummary => ({
  id: 'a',
  name: 'Roof',
  place: 'Dock',
  joints: 4,
  brazed: 4,
  archived: false,
  lines: 2,
  tested: 2,
  handedOver: null,
  ...more,
});

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

it('says in figures how far a job is, what is left first', () => {
  const said = farOf(job({ joints: 10, brazed: 3, lines: 1, tested: 0 })).map((f) => `${f.n} ${f.what}`);
  expect(said).toEqual(['7 joints to braze', '3 brazed', '1 line', '1 without a pressure test']);
});
