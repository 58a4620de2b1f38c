import { practiceCourseSchema } from '@hephaist/contracts/records/practice-course';
import { parse } from '@hephaist/contracts/schemas/parse';
import { sampleCourse, sampleRun } from '@hephaist/contracts/testing/practice-samples';
import { EXERCISES } from '@hephaist/core/practise/exercises';
import { BENCH_FAULT_IDS } from '@hephaist/core/practise/fault-ids';
import { v7 as newId } from 'uuid';
import { describe, expect, it } from 'vitest';
import { courseFrom, draftOf, withJoints } from './course-draft';
import { courseSteps, houseSteps } from './course-steps';
import { faultWords, filledChart } from './course-words';

const [jobId, jointId, other] = [newId(), newId(), newId()];
const course = sampleCourse(newId, jobId, jointId);

describe('a course as it is typed', () => {
  it('comes back as it was; a comma is a point; what is left empty is refused at its field', () => {
    expect(courseFrom(draftOf(course), course)).toEqual(course);
    const draft = draftOf(course);
    const typed = { ...draft, exercises: [{ ...draft.exercises[0]!, filled: '92,5' }] };
    expect(courseFrom(typed, course).exercises[0]!.filled).toBeCloseTo(0.925, 9);
    const empty = { ...draft, exercises: [{ ...draft.exercises[0]!, flameS: ' ' }] };
    expect(() => parse(practiceCourseSchema, courseFrom(empty, course))).toThrowError(/flameS/);
  });
  it('joints that stay keep place and aims, new ones come after with those of their plan', () => {
    const { exercises } = draftOf(course);
    const aims = { filled: 0.9, flameS: 75, rod: 1.5, partK: null };
    const more = withJoints(exercises, [other, jointId], () => aims);
    expect(more.map((e) => e.jointId)).toEqual([jointId, other]);
    expect(more[1]).toEqual({ jointId: other, filled: '90', flameS: '75', rod: '150' });
    expect(withJoints(more, [other], () => null)).toEqual([more[1]]);
    expect(withJoints([], [other], () => null)[0]!.flameS).toBe('');
  });
});

describe('the steps of a course', () => {
  it('of the house are its exercises; of a job its joints, those that are gone told so', () => {
    expect(houseSteps().map((s) => s.task)).toEqual(EXERCISES.map((e) => `exercise ${e.id}`));
    const [there, gone] = courseSteps(
      { ...course, exercises: [...course.exercises, { ...course.exercises[0]!, jointId: other }] },
      (id) => (id === jointId ? 'SF-01: 7/8' : null),
    );
    expect(there).toMatchObject({ name: 'SF-01: 7/8', jointId, task: `joint ${jointId}` });
    expect(gone).toMatchObject({ name: 'A joint that is no longer in this job', jointId: null });
  });
});

describe('runs in words and as a chart', () => {
  const run = sampleRun(newId, jobId, 'Somebody');
  it('every fault has its words', () => {
    expect(faultWords({ faults: [] })).toBe('fails');
    for (const id of BENCH_FAULT_IDS) expect(faultWords({ faults: [id] })).not.toBe('fails');
    expect(faultWords({ faults: ['cold rod', 'melted'] })).toBe('rod before heat, melted');
  });
  it('one dot a run, in the order they were made, ticks no closer than ten', () => {
    const { x, y, curves } = filledChart([run, { ...run, filled: 0.5 }]);
    expect(curves[0]!.points).toEqual([
      [1, 0.97],
      [2, 0.5],
    ]);
    expect([x.from, x.to, x.say(2), y.say(0.5)]).toEqual([1, 5, 'run 2', '50 % filled']);
    const many = filledChart(Array.from({ length: 43 }, () => run)).x.ticks;
    expect(many.length).toBeLessThanOrEqual(10);
    expect(many.at(-1)!.at).toBeLessThanOrEqual(43);
  });
});
