import * as yup from 'yup';
import { daySchema, idSchema, oneLine } from '../schemas/ids.js';

/** A supervisor's word that a brazer goes on brazing, as rules with confirmations ask for. Evidence, signed. */
export const confirmationSchema = yup
  .object({
    id: idSchema,
    brazerId: idSchema,
    on: daySchema.required('Say from which day'),
    says: oneLine('What it rests on', 200).required('Say what it rests on, e.g. which joints were seen'),
  })
  .noUnknown('has a field that is not known here');
export type Confirmation = yup.InferType<typeof confirmationSchema>;
