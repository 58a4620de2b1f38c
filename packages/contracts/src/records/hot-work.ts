import {
  WATCH_MARKS,
  WATCH_MINUTES,
  WATCH_RANGE,
  type WatchMark,
  type WatchState,
  watchState,
} from '@hephaist/core/hot-work/fire-watch';
import { PERMIT_ANSWERS, PERMIT_ITEMS, type PermitAnswers, permitStops } from '@hephaist/core/hot-work/permit';
import * as yup from 'yup';
import { idSchema, instantSchema, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { oneOf } from './procedure-variables.js';

/** Hot work in one area of a job: what was seen to before a flame, and how long it is watched after. Evidence. */
export const hotWorkSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    area: oneLine('Area', 60).required('Say where: bay, room, riser'),
    startedAt: instantSchema.required('Say when'),
    by: oneLine('Given by').required('Say who looked'),
    watcher: oneLine('Who watches').required('Say who watches'),
    answers: strict(yup.object(Object.fromEntries(PERMIT_ITEMS.map((id) => [id, oneOf(PERMIT_ANSWERS)])))).required(),
    /** The site's own permit, where it has one. */
    sitePermit: oneLine('Site permit', 60).default(''),
    watchMinutes: yup
      .number()
      .typeError('minutes')
      .integer('whole minutes')
      .min(WATCH_RANGE.least, `from ${WATCH_RANGE.least} to ${WATCH_RANGE.most} min`)
      .max(WATCH_RANGE.most, `from ${WATCH_RANGE.least} to ${WATCH_RANGE.most} min`)
      .required('minutes')
      .default(WATCH_MINUTES),
  }),
).test(
  'stops',
  '',
  whole(['answers'], (h, context) => {
    const stops = permitStops(h.answers).map((item) =>
      context.createError({
        path: placeIn(context, `answers.${item.id}`),
        message: item.mayBeMissing ? 'see to it first, or say that there is none here' : 'see to it first',
      }),
    );
    return !stops.length || new yup.ValidationError(stops);
  }),
);
type Read = yup.InferType<typeof hotWorkSchema>;
export type HotWork = Omit<Read, 'answers'> & { readonly answers: Required<PermitAnswers> };

/** One thing that happened in an area of hot work. Evidence. */
export const hotWorkMarkSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    hotWorkId: idSchema,
    at: instantSchema.required('Say when'),
    kind: oneOf(WATCH_MARKS),
    by: oneLine('Who').required('Say who'),
  }),
);
export type HotWorkMark = yup.InferType<typeof hotWorkMarkSchema>;

const marksOf = (h: HotWork, marks: readonly HotWorkMark[]): WatchMark[] =>
  marks.filter((m) => m.hotWorkId === h.id).map((m) => ({ kind: m.kind, atMs: Date.parse(m.at) }));

/** How an area of hot work stands. */
export const hotWorkState = (h: HotWork, marks: readonly HotWorkMark[], nowMs: number): WatchState =>
  watchState(marksOf(h, marks), h.watchMinutes, h.answers.detector === 'done', nowMs);
