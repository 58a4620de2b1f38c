import type { PracticeCourse } from '../records/practice-course.js';
import type { PracticeRun } from '../records/practice-run.js';

type NewId = () => string;

/** A run at the first exercise in which every aim was reached. */
export const sampleRun = (newId: NewId, jobId: string, by: string, change: Partial<PracticeRun> = {}): PracticeRun => ({
  id: newId(),
  jobId,
  task: 'exercise first',
  name: 'Copper coupling, level',
  by,
  startedAt: '2026-06-02T07:00:00Z',
  gauges: 'all',
  forgot: [],
  tipId: 'ox-2',
  hand: '0 n10000;300 l1 kn;40 x-60 t1000',
  timeS: 140,
  flameS: 58,
  filled: 0.97,
  fed: 1.1,
  dropped: 0,
  bore: 'bright',
  leaks: false,
  passes: true,
  met: true,
  faults: [],
  partPeakK: null,
  ...change,
});

/** A course of one joint. */
export const sampleCourse = (
  newId: NewId,
  jobId: string,
  jointId: string,
  change: Partial<PracticeCourse> = {},
): PracticeCourse => ({
  id: newId(),
  jobId,
  name: 'Before the freezer',
  exercises: [{ jointId, filled: 0.9, flameS: 90, rod: 1.5 }],
  ...change,
});
