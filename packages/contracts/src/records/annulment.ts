import * as yup from 'yup';
import { idSchema, oneLine } from '../schemas/ids.js';

/** Kinds of evidence that can be annulled: what was done and judged. What an instrument read stays as it was read. */
export const ANNULLABLE = ['log', 'coupon', 'confirmation', 'pqr', 'pressure_test', 'line_step'] as const;
export type Annullable = (typeof ANNULLABLE)[number];

/**
 * Says of evidence that it was filed wrongly: it stays on file, struck through, and is out of every judgement from then
 * on. Evidence itself, signed.
 */
export const annulmentSchema = yup
  .object({
    id: idSchema,
    kind: yup
      .string()
      .oneOf(ANNULLABLE, `one of ${ANNULLABLE.join(', ')}`)
      .required('Say what kind of record it is'),
    recordId: idSchema,
    reason: oneLine('Reason', 200).required('Say why it does not count'),
    /** The record that says it right, where there is one. */
    replacedById: idSchema.notRequired().nullable().default(null),
  })
  .noUnknown('has a field that is not known here');
export type Annulment = Omit<yup.InferType<typeof annulmentSchema>, 'kind'> & { kind: Annullable };
