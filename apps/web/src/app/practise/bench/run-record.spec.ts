import { practiceRunSchema } from '@hephaist/contracts/records/practice-run';
import { parse } from '@hephaist/contracts/schemas/parse';
import { aimsMet, aimsOf } from '@hephaist/core/practise/aims';
import { EXERCISES } from '@hephaist/core/practise/exercises';
import { readDeeds } from '@hephaist/core/practise/hand-text';
import { OwnRun } from '@hephaist/core/practise/own-run';
import { sampleBench } from '@hephaist/core/testing/sample-bench';
import { v7 as newId } from 'uuid';
import { describe, expect, it } from 'vitest';
import { nextExercise, ofExercise } from './bench-task';
import { runRecord } from './run-record';

const setup = sampleBench({}, { cleaning: true });
const own = new OwnRun(setup, { cellsAlong: 24, cellsRound: 8 });
own.hand({ lit: true, kind: 'neutral', feeding: true });
own.go(40);
const made = own.saw();
const task = ofExercise(EXERCISES[0]!);

describe('a run as it is filed', () => {
  it('is taken by the contract, with all that the hand did', () => {
    const record = runRecord(
      {
        id: newId(),
        jobId: newId(),
        by: 'Somebody',
        startedAt: new Date('2026-06-02T07:00:00Z'),
        task: { ...task, name: 'x'.repeat(200) },
        gauges: 'none',
        forgot: ['clean'],
        tipId: 'ox-2',
        met: aimsMet(aimsOf(setup), made),
      },
      made,
      own.deeds,
    );
    expect(parse(practiceRunSchema, structuredClone(record))).toEqual(record);
    expect(record).toMatchObject({ task: 'exercise first', met: false, passes: false, leaks: true, partPeakK: null });
    expect(record.name).toHaveLength(120);
    expect(readDeeds(record.hand)).toEqual(own.deeds);
    expect(record.faults.length).toBeGreaterThan(0);
  });
});

describe('what is to be brazed', () => {
  it('an exercise is planned once; after the last comes none', () => {
    expect(ofExercise(EXERCISES[0]!).plan).toBe(task.plan);
    expect(nextExercise('first')?.id).toBe(EXERCISES[1]!.id);
    expect(nextExercise(EXERCISES.at(-1)!.id)).toBeNull();
  });
});
