import type { EndedWithdrawal } from '@hephaist/core/qualification/as-of';
import * as yup from 'yup';
import { daySchema, idSchema, instantSchema, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';

export const brazerSchema = strict(
  yup.object({
    id: idSchema,
    name: oneLine('Name').required('Name the brazer'),
    mark: oneLine('Mark', 8).required('Give the employer’s mark for this brazer'),
    withdrawnOn: daySchema.nullable().default(null),
    /** From when on that day; absent where it is from its beginning. */
    withdrawnAt: instantSchema.optional().default(undefined),
    withdrawnReason: yup.string().max(300).nullable().default(null),
    /** Withdrawals that a signed decision ended; absent where there was none. */
    ended: yup
      .array(
        strict(
          yup.object({
            on: daySchema.required(),
            until: daySchema.required(),
            reason: yup.string().max(300).required(),
            newCoupon: yup.boolean().required(),
          }),
        ).required(),
      )
      .max(20, 'at most 20 withdrawals')
      .optional()
      .default(undefined),
  }),
);

export type Brazer = Omit<yup.InferType<typeof brazerSchema>, 'withdrawnAt' | 'ended'> & {
  withdrawnAt?: string;
  ended?: EndedWithdrawal[];
};

/** A brazer whose withdrawal ends on a day; null where there is none to end. */
export function readmitted(brazer: Brazer, until: string, newCoupon: boolean): Brazer | null {
  const { withdrawnAt: _at, withdrawnOn: on, withdrawnReason, ...rest } = brazer;
  if (on === null) return null;
  const reason = withdrawnReason ?? 'no reason given';
  const ended = [...(brazer.ended ?? []), { on, until: until < on ? on : until, reason, newCoupon }];
  return { ...rest, withdrawnOn: null, withdrawnReason: null, ended };
}
