import * as yup from 'yup';
import { daySchema, idSchema, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';

export const brazerSchema = strict(
  yup.object({
    id: idSchema,
    name: oneLine('Name').required('Name the brazer'),
    mark: oneLine('Mark', 8).required('Give the employer’s mark for this brazer'),
    withdrawnOn: daySchema.nullable().default(null),
    withdrawnReason: yup.string().max(300).nullable().default(null),
  }),
);

export type Brazer = yup.InferType<typeof brazerSchema>;
