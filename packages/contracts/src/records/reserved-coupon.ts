import { JOINT_TYPES } from '@hephaist/core/joint/joint-type';
import { PROCESS_TYPES, PROCESSES } from '@hephaist/core/joint/process';
import { POSITION_IDS } from '@hephaist/core/qualification/range';
import * as yup from 'yup';
import { daySchema, idSchema, number, oneLine } from '../schemas/ids.js';
import { FILLER, FLUX, inTable, inTableOrNull, METAL, RULES, tubeSchema } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import type { Coupon } from './coupon.js';
import { oneOf } from './procedure-variables.js';

/** A coupon that is to be brazed: its number is reserved, and all that is known of it before it is made. */
export const reservedCouponSchema = strict(
  yup.object({
    id: idSchema,
    number: oneLine('Coupon number', 16).required('Give the coupon a number'),
    plannedOn: daySchema.required(),
    /** Whose it will be; null while anybody may braze it. */
    brazerId: idSchema.nullable().default(null),
    ruleSetId: inTable(RULES),
    tube: tubeSchema(),
    socketMetalId: inTable(METAL),
    fillerId: inTable(FILLER),
    fluxId: inTableOrNull(FLUX),
    position: oneOf(POSITION_IDS),
    overlapM: number('Overlap', 0.0005, 0.5, 'above 0.02 in (0.5 mm), at most 20 in'),
    strips: yup.number().integer().min(1, 'at least one').max(8, 'at most 8').required(),
    jointType: oneOf(JOINT_TYPES),
    process: oneOf(PROCESSES),
    type: oneOf(PROCESS_TYPES),
    procedureId: idSchema.nullable().default(null),
    /** Joints it is for, in words. */
    covers: oneLine('Joints', 400).default(''),
  }),
);
export type ReservedCoupon = yup.InferType<typeof reservedCouponSchema>;

/** Planned coupons whose result is not on file yet, by number. */
export const stillToBraze = (
  planned: readonly ReservedCoupon[],
  coupons: readonly Pick<Coupon, 'number'>[],
): ReservedCoupon[] => {
  const done = new Set(coupons.map((c) => c.number));
  return planned.filter((p) => !done.has(p.number)).sort((a, b) => a.number.localeCompare(b.number));
};

/** Number of a coupon in what a label's code says, or as it is typed. */
export const couponNumberIn = (text: string): string => /\bCOUPON (\S+)/.exec(text)?.[1] ?? text.trim();
