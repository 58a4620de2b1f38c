import { OXIDE_WORDS } from '@hephaist/core/heat/oxide';
import { BENCH_FAULT_IDS } from '@hephaist/core/practise/fault-ids';
import { readDeeds } from '@hephaist/core/practise/hand-text';
import { PREPARATION_IDS } from '@hephaist/core/practise/preparations';
import { InputError } from '@hephaist/core/source/problem';
import * as yup from 'yup';
import { idSchema, instantSchema, number, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { oneOf } from './procedure-variables.js';

/** Task of an exercise of the house, and of a joint of the job. */
export const exerciseTask = (id: string): string => `exercise ${id}`;
export const jointTask = (id: string): string => `joint ${id}`;

/** As little or as much as was shown. */
export const GAUGES = ['none', 'colour', 'all'] as const;
export type Gauges = (typeof GAUGES)[number];

/** Most of what a hand did that is kept, characters: twenty deeds a second for a quarter of an hour. */
export const MOST_HAND = 400_000;
/** A joint of the course of the house, or a joint of a job. */
const TASK = /^(exercise [a-z]{2,20}|joint [0-9a-f-]{36})$/;

/**
 * A joint made at the practice bench: who, what came of it as the device worked it out, and all that the hand did, so
 * that it can be made again. Evidence of practice; it never counts as qualification.
 */
export const practiceRunSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    task: yup.string().matches(TASK, 'an exercise or a joint').required('Say what was brazed'),
    name: oneLine('What it was', 120).required('Say what it was'),
    by: oneLine('Made by').required('Say who made it'),
    startedAt: instantSchema.required('Say when it began'),
    gauges: oneOf(GAUGES),
    /** What was not done beforehand, of what the joint asks. */
    forgot: yup.array(oneOf(PREPARATION_IDS)).max(PREPARATION_IDS.length).required(),
    tipId: oneLine('Tip', 40).required('Say which tip'),
    hand: yup.string().max(MOST_HAND, 'a shorter run').required('Say what the hand did'),
    timeS: number('Time', 0, 1800, 'from 0 to 30 min'),
    flameS: number('Under the flame', 0, 1800, 'from 0 to 30 min'),
    filled: number('Filled', 0, 1, 'from 0 to 100 %'),
    fed: number('Rod fed', 0, 1000, 'from 0 to 1000 times what it takes'),
    dropped: number('Run off', 0, 1000, 'from 0 to 1000 times what it takes'),
    bore: oneOf(OXIDE_WORDS),
    leaks: yup.boolean().required(),
    passes: yup.boolean().required(),
    /** Every aim was reached. */
    met: yup.boolean().required(),
    faults: yup.array(oneOf(BENCH_FAULT_IDS)).max(BENCH_FAULT_IDS.length).required(),
    partPeakK: number('Part', 200, 3000, 'a temperature').nullable().default(null),
  }),
)
  .test(
    'hand',
    '',
    whole(['hand'], (run, context) => {
      try {
        readDeeds(run.hand);
        return true;
      } catch (e) {
        if (!(e instanceof InputError)) throw e;
        return context.createError({ path: placeIn(context, 'hand'), message: e.problems[0]?.says ?? 'what it did' });
      }
    }),
  )
  .test(
    'met',
    '',
    whole(
      ['met', 'passes'],
      (run, context) =>
        !run.met ||
        run.passes ||
        context.createError({ path: placeIn(context, 'met'), message: 'only a joint that passes reaches its aims' }),
    ),
  );
export type PracticeRun = yup.InferType<typeof practiceRunSchema>;

/** The same without what the hand did: how runs are listed. */
export type PracticeRow = Omit<PracticeRun, 'hand'>;
