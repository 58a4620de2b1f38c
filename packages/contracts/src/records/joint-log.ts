import { type Making, MAKINGS } from '@hephaist/core/joint-log/makings';
import { VISUAL_REJECTS } from '@hephaist/core/joint-log/rejects';
import { WAY_STEPS } from '@hephaist/core/way/way-step';
import * as yup from 'yup';
import { idSchema, instantSchema, number, oneLine } from '../schemas/ids.js';
import { FILLER, FLUX, inTable, inTableOrNull } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';

/** One brazing of a joint, as it was done and looked at. Evidence. */
export const jointLogSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    jointId: idSchema,
    brazerId: idSchema,
    brazedAt: instantSchema.required('Say when it was brazed'),
    fillerId: inTable(FILLER),
    fillerLot: oneLine('Rod lot', 40).required('Write the lot from the rod tube'),
    oxygen: number('Oxygen reading', 0, 0.209, 'between 0 and 20.9 %').nullable().default(null),
    /** Purge session whose trace shows the nitrogen while it was made. */
    sessionId: idSchema.notRequired().nullable().default(null),
    visual: yup
      .string()
      .oneOf(['accepted', 'rejected'] as const, 'accepted or rejected')
      .required('Say how it looks'),
    visualReason: yup
      .string()
      .nullable()
      .oneOf([...VISUAL_REJECTS, null], `one of ${VISUAL_REJECTS.join(', ')}`)
      .default(null)
      .when('visual', {
        is: 'rejected',
        then: (s) => s.required('Say why it was rejected'),
      }),
    lookedBy: oneLine('Looked at by').required('Say who looked at it'),
    /** What follows is absent in entries written before it was asked for. */
    madeAs: yup
      .string()
      .oneOf(MAKINGS, `one of ${MAKINGS.join(', ')}`)
      .optional()
      .default(undefined),
    /** The revision of the procedure it was worked to; null where none was. */
    procedureId: idSchema.nullable().optional().default(undefined),
    /** When tube and socket were cleaned: the eight hours run from here. */
    cleanedAt: instantSchema.nullable().optional().default(undefined),
    fluxId: inTableOrNull(FLUX).optional().default(undefined),
    fluxLot: oneLine('Flux lot', 40).optional().default(undefined),
    nitrogenLot: oneLine('Nitrogen lot', 40).optional().default(undefined),
    /** Flow while it was made, m3/s. */
    nitrogenFlow: number('Flow', 0, 0.1, 'from 0 to 12 700 SCFH (6000 L/min)').nullable().optional().default(undefined),
    nitrogenStoppedAt: instantSchema.nullable().optional().default(undefined),
    /** Where in the building it is. */
    place: oneLine('Place', 80).optional().default(undefined),
    /** Photographs, by the id each was filed under. */
    pictureIds: yup.array(idSchema).max(6, 'at most 6 photographs').optional().default(undefined),
    /** How each step was answered where it was gone through at the torch; absent where the entry was typed. */
    steps: yup
      .array(
        strict(
          yup.object({
            step: yup
              .string()
              .oneOf(WAY_STEPS, `one of ${WAY_STEPS.join(', ')}`)
              .required('Say which step'),
            answer: yup
              .string()
              .oneOf(['done', 'skipped'] as const, 'done or skipped')
              .required('Say how it was answered'),
            at: instantSchema.required('Say when'),
          }),
        ),
      )
      .max(WAY_STEPS.length, `at most ${WAY_STEPS.length} steps`)
      .test('once', 'each step once', (all) => new Set(all?.map((s) => s.step)).size === (all?.length ?? 0))
      .optional()
      .default(undefined),
    outOfRangeReason: yup.string().trim().max(300, 'at most 300 characters').nullable().default(null),
  }),
);

type Read = yup.InferType<typeof jointLogSchema>;
type Later =
  'procedureId' | 'cleanedAt' | 'fluxId' | 'fluxLot' | 'nitrogenLot' | 'nitrogenFlow' | 'nitrogenStoppedAt' | 'place';
export type JointLog = Omit<Read, Later | 'madeAs' | 'pictureIds' | 'steps'> & { [K in Later]?: Read[K] } & {
  madeAs?: Making | undefined;
  pictureIds?: string[] | undefined;
  steps?: Read['steps'];
};
