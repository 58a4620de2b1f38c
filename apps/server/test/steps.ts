import type { JobFile } from '@hephaist/contracts/exchange/exchange';
import { newId } from './harness.js';

/** A step of the tests of a line, as it is filed. */
export const sampleStep = (file: Pick<JobFile, 'job' | 'lines'>) => ({
  id: newId(),
  jobId: file.job.id,
  lineId: file.lines[0]?.id ?? '',
  step: 'blow-down' as const,
  startedAt: '2026-06-01T08:00:00Z',
  endedAt: '2026-06-01T09:00:00Z',
  by: 'x',
  gas: 'nitrogen',
  gauge: '',
  pressurePa: null,
  passes: true,
  joints: '',
  note: '',
});
