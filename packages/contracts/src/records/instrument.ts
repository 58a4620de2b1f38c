import * as yup from 'yup';
import { daySchema, idSchema, note, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { oneOf } from './procedure-variables.js';

/** What is read with: each kind with the words of its range, so that everybody writes them in the same unit. */
export const INSTRUMENT_KINDS = [
  'gauge',
  'oxygen analyser',
  'flow meter',
  'thermometer',
  'caliper',
  'micrometer',
] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

/** An instrument on file, with its calibration. Range, accuracy and resolution in words with their units. */
export const instrumentSchema = strict(
  yup.object({
    id: idSchema,
    kind: oneOf(INSTRUMENT_KINDS),
    number: oneLine('Number', 24).required('Give it the number that stands on it'),
    range: oneLine('Range', 60).default(''),
    accuracy: oneLine('Accuracy', 60).default(''),
    resolution: oneLine('Resolution', 60).default(''),
    calibratedOn: daySchema.nullable().default(null),
    dueOn: daySchema.nullable().default(null),
    certificate: oneLine('Certificate', 60).default(''),
    note: note(),
  }),
).test(
  'due',
  '',
  whole(
    ['calibratedOn', 'dueOn'],
    (i, context) =>
      !i.calibratedOn ||
      !i.dueOn ||
      i.calibratedOn < i.dueOn ||
      context.createError({
        path: placeIn(context, 'dueOn'),
        message: 'after it was calibrated',
      }),
  ),
);
export type Instrument = yup.InferType<typeof instrumentSchema>;

/** Stands in the words of an instrument that was out of calibration. */
export const OUT_OF_CALIBRATION = 'OUT OF CALIBRATION';

/** An instrument and its calibration as they stand in a test that was read by it on a day. */
export const instrumentWords = (i: Instrument, day: string): string =>
  [
    `${i.kind} ${i.number}`,
    i.range,
    i.accuracy && `accuracy ${i.accuracy}`,
    i.calibratedOn && `calibrated ${i.calibratedOn}${i.dueOn ? ` until ${i.dueOn}` : ''}`,
    i.certificate && `certificate ${i.certificate}`,
  ]
    .filter(Boolean)
    .join(', ')
    .slice(0, 170)
    .concat(calibrationFault(i, day) ? `, ${OUT_OF_CALIBRATION}` : '');

/** Why a reading by an instrument on a day is not as good as it looks; null where it is. */
export function calibrationFault(i: Instrument, day: string): string | null {
  if (!i.calibratedOn) return `${i.kind} ${i.number} was never calibrated`;
  if (day < i.calibratedOn) return `${i.kind} ${i.number} was calibrated only on ${i.calibratedOn}`;
  if (i.dueOn && day > i.dueOn) return `${i.kind} ${i.number} was due for calibration on ${i.dueOn}`;
  return null;
}
