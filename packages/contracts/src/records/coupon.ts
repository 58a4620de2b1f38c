import { type CouponTest, isOpened, NOT_OPENED } from '@hephaist/core/coupons/coupon';
import { JOINT_TYPES, type JointType } from '@hephaist/core/joint/joint-type';
import { type Process, PROCESS_TYPES, PROCESSES, type ProcessType } from '@hephaist/core/joint/process';
import { VISUAL_REJECTS } from '@hephaist/core/joint-log/rejects';
import { POSITION_IDS } from '@hephaist/core/qualification/range';
import * as yup from 'yup';
import { daySchema, idSchema, number, oneLine } from '../schemas/ids.js';
import { FILLER, FLUX, inTable, inTableOrNull, METAL, RULES, tubeSchema } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';
import { couponTestSchemas, type OfSpecimen, testAmong, voidSchema } from './coupon-tests.js';
import { type Laboratory, laboratorySchema } from './pqr-used.js';
import { type FaceTrace, faceTraceSchema } from './strip-marks.js';

const faceSchema = strict(
  yup
    .object({
      name: oneLine('Face', 20).required(),
      overlapM: number('Overlap', 0.0005, 0.5, 'above 0.02 in (0.5 mm), at most 20 in'),
      /** Where it was read from a photograph; absent where it was typed. */
      trace: faceTraceSchema.optional().default(undefined),
      voids: yup.array(voidSchema()).max(50, 'at most 50 voids on a face').required(),
    })
    .test(
      'voids',
      'a void lies outside the overlap',
      whole(['overlapM', 'voids'], (f) => f.voids.every((v) => v.toM <= f.overlapM + 1e-9)),
    ),
).required('a face is needed');

export const couponSchema = strict(
  yup.object({
    id: idSchema,
    number: oneLine('Coupon number', 16).required('Give the coupon a number'),
    brazerId: idSchema,
    brazedOn: daySchema.required('Say when it was brazed'),
    ruleSetId: inTable(RULES),
    tube: tubeSchema(),
    socketMetalId: inTable(METAL),
    fillerId: inTable(FILLER),
    position: yup
      .string()
      .oneOf(POSITION_IDS, `one of ${POSITION_IDS.join(', ')}`)
      .required(),
    overlapM: number('Overlap', 0.0005, 0.5, 'above 0.02 in (0.5 mm), at most 20 in'),
    /** Oxide-free bore; null where nobody looked inside. */
    boreClean: yup.boolean().nullable().default(null),
    /** Why it was rejected by eye; null where it was accepted, absent where nobody wrote it down. */
    visualReason: yup
      .string()
      .nullable()
      .oneOf([...VISUAL_REJECTS, null], `one of ${VISUAL_REJECTS.join(', ')}`)
      .optional()
      .default(undefined),
    /** What medical gas also wants stated on the brazer's own record. */
    statement: strict(
      yup.object({
        cleaning: oneLine('Cleaning', 120).default(''),
        gapM: number('Gap', 0, 0.002, 'up to 0.079 in (2 mm)').nullable().default(null),
        purgeFlow: number('Flow', 0, 0.1, 'from 0 to 12 700 SCFH (6000 L/min)').nullable().default(null),
      }),
    )
      .optional()
      .default(undefined),
    /** Both sides of the cut; none where it was peeled instead. */
    faces: yup.array(faceSchema).max(8).required(),
    /** What else was done with it; absent in coupons written before it was asked for, as the two below. */
    tests: yup
      .array(testAmong(couponTestSchemas, 'coupon tests'))
      .max(8, 'at most 8 tests')
      .optional()
      .default(undefined),
    jointType: yup
      .string()
      .oneOf(JOINT_TYPES, `one of ${JOINT_TYPES.join(', ')}`)
      .optional()
      .default(undefined),
    /** How it was heated and by whom: by torch and by hand where nothing is written. */
    process: yup
      .string()
      .oneOf(PROCESSES, `one of ${PROCESSES.join(', ')}`)
      .optional()
      .default(undefined),
    type: yup
      .string()
      .oneOf(PROCESS_TYPES, `one of ${PROCESS_TYPES.join(', ')}`)
      .optional()
      .default(undefined),
    /** The revision of the procedure it was brazed to; null where none was. */
    procedureId: idSchema.nullable().optional().default(undefined),
    /** Flux, lot and laboratory; each absent in coupons written before it was asked for, null for none. */
    fluxId: inTableOrNull(FLUX).optional().default(undefined),
    fillerLot: oneLine('Lot of filler', 60).optional().default(undefined),
    laboratory: laboratorySchema.nullable().optional().default(undefined),
    lookedBy: oneLine('Read by').required('Say who read the strip'),
  }),
).test(
  'opened',
  '',
  whole(['faces', 'tests', 'jointType'], (c, context) =>
    isOpened({ faces: c.faces ?? [], tests: (c.tests ?? []) as CouponTest[], jointType: c.jointType ?? 'socket' })
      ? true
      : context.createError({ path: placeIn(context, 'faces'), message: NOT_OPENED }),
  ),
);

export type CouponFace = Omit<yup.InferType<typeof faceSchema>, 'trace'> & { trace?: FaceTrace };
type LaterOfCoupon =
  | 'fluxId'
  | 'fillerLot'
  | 'laboratory'
  | 'process'
  | 'type'
  | 'visualReason'
  | 'statement'
  | 'tests'
  | 'jointType'
  | 'procedureId';
export type Coupon = Omit<yup.InferType<typeof couponSchema>, 'faces' | LaterOfCoupon> & {
  faces: CouponFace[];
  visualReason?: string | null | undefined;
  statement?: { cleaning: string; gapM: number | null; purgeFlow: number | null } | undefined;
  tests?: (CouponTest & OfSpecimen)[] | undefined;
  jointType?: JointType | undefined;
  process?: Process | undefined;
  type?: ProcessType | undefined;
  procedureId?: string | null | undefined;
  fluxId?: string | null | undefined;
  fillerLot?: string | undefined;
  laboratory?: Laboratory | null | undefined;
};
