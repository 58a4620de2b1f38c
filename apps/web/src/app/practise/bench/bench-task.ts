import type { Joint } from '@hephaist/contracts/records/joint';
import { exerciseTask, jointTask } from '@hephaist/contracts/records/practice-run';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { type Exercise, EXERCISES, planOf } from '@hephaist/core/practise/exercises';
import type { Position } from '@hephaist/core/qualification/range';

/** What is to be brazed at the bench: a joint of the course of the house, or one of this job. */
export interface BenchTask {
  /** What runs of it are kept under. */
  readonly key: string;
  readonly name: string;
  readonly teaches: string;
  readonly plan: JointPlan;
  readonly position: Position;
  readonly wet: boolean;
}

const plans = new Map<string, JointPlan>();

export function ofExercise(exercise: Exercise): BenchTask {
  let plan = plans.get(exercise.id);
  if (!plan) plans.set(exercise.id, (plan = planOf(exercise)));
  const { id, name, teaches, wet, joint } = exercise;
  return { key: exerciseTask(id), name, teaches, plan, position: joint.position, wet };
}

export const ofJoint = (joint: Joint, plan: JointPlan, name: string): BenchTask => ({
  key: jointTask(joint.id),
  name,
  teaches: 'A joint of this job, as it is planned.',
  plan,
  position: joint.position,
  wet: false,
});

/** The exercise after one; null after the last. */
export const nextExercise = (id: string): Exercise | null =>
  EXERCISES[EXERCISES.findIndex((e) => e.id === id) + 1] ?? null;
