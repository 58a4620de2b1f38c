import { SCHOOLS, type Schools } from '@hephaist/core/schools/schools';
import * as yup from 'yup';

/** Schools that are set; those left out are inherited. */
export const schoolsSchema = yup
  .object(
    Object.fromEntries(
      SCHOOLS.map((s) => [
        s.id,
        yup
          .string()
          .oneOf(s.choices.map((c) => c.id))
          .optional(),
      ]),
    ),
  )
  .noUnknown('has a question that is not known here')
  .default({})
  .meta({ partial: true }) as unknown as yup.ObjectSchema<Partial<Schools>>;
