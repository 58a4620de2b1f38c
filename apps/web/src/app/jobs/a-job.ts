import type { JobSummary, LineSummary } from '@hephaist/contracts/exchange/answers';
import { sum } from 'd3';

/** A line for specs: no joint, not tested. */
export const aLine = (of: Partial<LineSummary> = {}): LineSummary => ({
  id: 'l',
  name: 'Suction',
  joints: 0,
  brazed: 0,
  rejected: 0,
  nextId: null,
  nextMark: null,
  tested: false,
  ...of,
});

/** A job for specs, with the sums of its lines. */
export function aJob(of: Partial<JobSummary> = {}): JobSummary {
  const lines = of.lines ?? [];
  return {
    id: 'a',
    name: 'Roof',
    place: 'Dock',
    archived: false,
    handedOver: null,
    joints: sum(lines, (l) => l.joints),
    brazed: sum(lines, (l) => l.brazed),
    tested: lines.filter((l) => l.tested).length,
    ...of,
    lines,
  };
}
