import type { PracticeCourse } from '@hephaist/contracts/records/practice-course';
import type { PracticeRun } from '@hephaist/contracts/records/practice-run';
import { ContractError } from '@hephaist/contracts/schemas/parse';
import { EXERCISES } from '@hephaist/core/practise/exercises';
import { checkBy } from '../records/by.js';
import type { RecordStore } from '../records/store.js';

/** Joints of a course are of its job, and its name stands once there. @throws ContractError at the field */
export async function checkPracticeCourse(store: RecordStore, course: PracticeCourse): Promise<void> {
  if (!(await store.find('job', course.jobId)))
    throw new ContractError([{ field: 'jobId', says: 'this job is not on file' }]);
  const wrong: { field: string; says: string }[] = [];
  for (const [i, { jointId }] of course.exercises.entries())
    if ((await store.find('joint', jointId))?.jobId !== course.jobId)
      wrong.push({ field: `exercises.${i}.jointId`, says: 'this joint is not on the job' });
  if (wrong.length) throw new ContractError(wrong);
  const twin = (await store.list('practice_course', { job_id: course.jobId })).find(
    (c) => c.id !== course.id && c.name.toLowerCase() === course.name.toLowerCase(),
  );
  if (twin) throw new ContractError([{ field: 'name', says: 'another course of this job has this name' }]);
}

/** A run is one's own, at an exercise of the house or a joint of the job. @throws ContractError at the field */
export async function checkPracticeRun(store: RecordStore, run: PracticeRun): Promise<void> {
  checkBy(store, run.by);
  if (!(await store.find('job', run.jobId)))
    throw new ContractError([{ field: 'jobId', says: 'this job is not on file' }]);
  const [what, id] = run.task.split(' ');
  const isThere =
    what === 'exercise'
      ? EXERCISES.some((e) => e.id === id)
      : (await store.find('joint', id ?? ''))?.jobId === run.jobId;
  if (!isThere)
    throw new ContractError([
      { field: 'task', says: what === 'exercise' ? 'an exercise of the course' : 'a joint of this job' },
    ]);
}
