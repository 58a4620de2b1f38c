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
  }),
);

export type Brazer = Omit<yup.InferType<typeof brazerSchema>, 'withdrawnAt'> & { withdrawnAt?: string };
