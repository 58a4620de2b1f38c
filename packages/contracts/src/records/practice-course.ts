import * as yup from 'yup';
import { idSchema, number, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';

const exerciseSchema = strict(
  yup.object({
    jointId: idSchema,
    /** Aims: share of the gap, s under the flame, share of the rod that it takes. */
    filled: number('Filled', 0.5, 1, 'from 50 to 100 %'),
    flameS: number('Under the flame', 5, 900, 'from 5 s to 15 min'),
    rod: number('Rod', 1, 5, 'from 100 to 500 % of what it takes'),
  }),
);

/** Joints of a job to be practised in their order, each with its aims, as an instructor composed them. */
export const practiceCourseSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    name: oneLine('Name', 60).required('Give the course a name'),
    exercises: yup
      .array(exerciseSchema.required())
      .min(1, 'at least one joint')
      .max(40, 'at most 40 joints')
      .required(),
  }),
).test(
  'once',
  '',
  whole(['exercises'], (course, context) => {
    const ids = course.exercises.map((e) => e.jointId);
    const twice = ids.findIndex((id, i) => ids.indexOf(id) !== i);
    return (
      twice < 0 ||
      context.createError({ path: placeIn(context, `exercises.${twice}.jointId`), message: 'stands twice' })
    );
  }),
);
export type PracticeCourse = yup.InferType<typeof practiceCourseSchema>;
