import type { PracticeCourse } from '@hephaist/contracts/records/practice-course';
import { exerciseTask, jointTask } from '@hephaist/contracts/records/practice-run';
import { EXERCISES } from '@hephaist/core/practise/exercises';

/** One joint of a course as the list shows it; `joint` where it is one of the job. */
export interface CourseStep {
  readonly task: string;
  readonly name: string;
  readonly teaches: string;
  readonly exerciseId: string | null;
  readonly jointId: string | null;
}

/** The course that comes with the bench. */
export const HOUSE_COURSE = 'house';

export const houseSteps = (): CourseStep[] =>
  EXERCISES.map((e) => ({
    task: exerciseTask(e.id),
    name: e.name,
    teaches: e.teaches,
    exerciseId: e.id,
    jointId: null,
  }));

/** @param nameOf what a joint is called; null where it is no longer in the job */
export const courseSteps = ({ exercises }: PracticeCourse, nameOf: (jointId: string) => string | null): CourseStep[] =>
  exercises.map(({ jointId }) => ({
    task: jointTask(jointId),
    name: nameOf(jointId) ?? 'A joint that is no longer in this job',
    teaches: '',
    exerciseId: null,
    jointId: nameOf(jointId) === null ? null : jointId,
  }));
