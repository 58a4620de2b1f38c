import * as yup from 'yup';
import { idSchema, note, sha256Schema } from '../schemas/ids.js';
import { oneOf } from './procedure-variables.js';

/** Kinds of evidence that somebody else may witness or review. */
export const LOOKED_AT = ['coupon', 'pqr', 'pressure_test', 'line_step'] as const;
export type LookedAt = (typeof LOOKED_AT)[number];
export const LOOKS = ['witness', 'reviewer'] as const;

/**
 * That somebody else than who filed it saw a record's work done, or went through the record. Evidence, signed by them;
 * `contentHash` is that of the record they saw.
 */
export const secondLookSchema = yup
  .object({
    id: idSchema,
    kind: oneOf(LOOKED_AT),
    recordId: idSchema,
    as: oneOf(LOOKS),
    contentHash: sha256Schema(),
    note: note(),
  })
  .noUnknown('has a field that is not known here');
export type SecondLook = yup.InferType<typeof secondLookSchema>;
