import { FLAME_KINDS, type FlameKind } from '@hephaist/core/heat/flame';
import type { Schools } from '@hephaist/core/schools/schools';
import { DROP_SEEN, type DropSeen } from '@hephaist/core/torch-rig/drop-seen';
import { foundWrong } from '@hephaist/core/torch-rig/found-wrong';
import { CHECK_ROUNDS, type CheckRound } from '@hephaist/core/torch-rig/rounds';
import * as yup from 'yup';
import { daySchema, idSchema, instantSchema, number, oneLine } from '../schemas/ids.js';
import { schoolsSchema } from '../schemas/schools.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { maybeOneOf, oneOf } from './procedure-variables.js';

/** How a step went: done, passed over, or found wrong. */
export const STEP_ANSWERS = ['done', 'skipped', 'wrong'] as const;
export type StepAnswer = (typeof STEP_ANSWERS)[number];

const stepSchema = strict(
  yup.object({
    id: yup.string().max(24).required('Say which step'),
    answer: oneOf(STEP_ANSWERS),
    /** Seconds since the first step, when it was answered. */
    afterS: number('When', 0, 86_400, 'from 0 s to a day'),
  }),
);

const dropSchema = strict(
  yup.object({
    fuel: oneOf(DROP_SEEN),
    oxygen: oneOf(DROP_SEEN).nullable().default(null),
    seconds: number('Time', 0, 3600, 'from 0 s to an hour'),
  }),
);

const DAY_MS = 86_400_000;

/** One round of steps at a rig on a day: what was done, passed over, and found. Evidence; signed where the company asks it. */
export const rigCheckSchema = strict(
  yup.object({
    id: idSchema,
    rigId: idSchema,
    round: oneOf(Object.keys(CHECK_ROUNDS) as CheckRound[]),
    /** The day in the place's own zone. */
    on: daySchema.required('Say which day'),
    startedAt: instantSchema.required('Say when it began'),
    endedAt: instantSchema.required('Say when it ended'),
    by: oneLine('Done by').required('Say who did it'),
    steps: yup.array(stepSchema.required()).min(1, 'at least one step').max(60, 'at most 60 steps').required(),
    /** The order it was done in. */
    schools: schoolsSchema,
    drop: dropSchema.nullable().default(null),
    flame: maybeOneOf(FLAME_KINDS),
    /** The company asks a signature for it. */
    toSign: yup.boolean().required().default(false),
  }),
)
  .test(
    'order',
    '',
    whole(
      ['startedAt', 'endedAt'],
      (c, context) =>
        c.startedAt <= c.endedAt ||
        context.createError({ path: placeIn(context, 'endedAt'), message: 'after it began' }),
    ),
  )
  .test(
    'day',
    '',
    whole(
      ['on', 'startedAt'],
      // The day is the place's own: it may be one off that of UTC.
      (c, context) =>
        Math.abs(Date.parse(c.on) - Date.parse(c.startedAt.slice(0, 10))) <= DAY_MS ||
        context.createError({ path: placeIn(context, 'on'), message: 'the day that it began on' }),
    ),
  )
  .test(
    'once',
    '',
    whole(['steps'], (c, context) => {
      const ids = c.steps.map((s) => s.id);
      const twice = ids.findIndex((id, i) => ids.indexOf(id) !== i);
      return twice < 0 || context.createError({ path: placeIn(context, `steps.${twice}.id`), message: 'stands twice' });
    }),
  );

type Read = yup.InferType<typeof rigCheckSchema>;
export type RigCheck = Omit<Read, 'drop' | 'flame' | 'schools'> & {
  readonly drop: { readonly fuel: DropSeen; readonly oxygen: DropSeen | null; readonly seconds: number } | null;
  readonly flame?: FlameKind | undefined;
  readonly schools: Partial<Schools>;
};

/** "nothing found wrong, 2 skipped". */
export function checkSays(c: Pick<RigCheck, 'steps' | 'drop'>): string {
  const skipped = c.steps.filter((s) => s.answer === 'skipped').length;
  const wrong = c.steps.filter((s) => s.answer === 'wrong').length;
  const words = [
    foundWrong(c) ? (wrong ? `${wrong} found wrong` : 'found leaking') : 'nothing found wrong',
    skipped ? `${skipped} skipped` : '',
  ];
  return words.filter(Boolean).join(', ');
}

const lastOf = (checks: readonly RigCheck[]): RigCheck | null =>
  [...checks].sort((a, b) => a.endedAt.localeCompare(b.endedAt)).at(-1) ?? null;

/** The last round of the morning that was filed of a rig on a day; null where none was. */
export const morningOf = (checks: readonly RigCheck[], day: string): RigCheck | null =>
  lastOf(checks.filter((c) => c.round === 'morning' && c.on === day));

/** The order a rig's last round was done in, over the rig's own: so it is remembered by rig. */
export const rememberedSchools = (
  rig: { readonly id: string; readonly schools: Partial<Schools> },
  checks: readonly RigCheck[],
): Partial<Schools> => ({ ...rig.schools, ...lastOf(checks.filter((c) => c.rigId === rig.id))?.schools });
