import type { JobSummary, LineSummary } from '@hephaist/contracts/exchange/answers';
import { describe, expect, it } from 'vitest';
import { aJob, aLine } from './a-job';
import { standingOf } from './standing';

const all = (of: Partial<LineSummary>, more: Partial<JobSummary> = {}): JobSummary =>
  aJob({ lines: [aLine(of)], ...more });
const done = { joints: 4, brazed: 4, tested: true };

describe('how the jobs stand, in a sentence', () => {
  it.each<[string, JobSummary[]]>([
    ['No job yet.', []],
    ['No joint yet.', [aJob({ lines: [] })]],
    ['Four joints to braze, on one job.', [all({ joints: 4 })]],
    ['One joint to braze, on one job.', [all({ joints: 4, brazed: 3 }), all(done)]],
    ['184 joints to braze, on two jobs.', [all({ joints: 100 }), all({ joints: 90, brazed: 6 })]],
    ['One joint is to be made again.', [all({ joints: 4, brazed: 3, rejected: 1 })]],
    ['Two joints are to be made again, 13 more to be brazed.', [all({ joints: 16, brazed: 1, rejected: 2 })]],
    ['All is brazed; one line waits for a test.', [all({ ...done, tested: false })]],
    ['All is brazed; two lines wait for a test.', [all({ ...done, tested: false }), all({ ...done, tested: false })]],
    ['One job is ready to hand over.', [all(done)]],
    ['Two jobs are ready to hand over.', [all(done), all(done)]],
    ['All is handed over.', [all(done, { handedOver: '2026-06-01T10:00:00Z' })]],
  ])('%s', (says, jobs) => expect(standingOf(jobs)).toBe(says));

  it('a line without joints waits for no test', () =>
    expect(standingOf([aJob({ lines: [aLine(done), aLine({ joints: 0 })] })])).toBe('One job is ready to hand over.'));
});
