import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import type { LineLayout } from '@hephaist/core/purge/layout';
import type { CodeSetId, Schools } from '@hephaist/core/schools/schools';
import { SERVICES } from '@hephaist/core/services/services';
import * as yup from 'yup';
import { CODE_SET_IDS, idsOf, ofTable, sortSchema } from '../schemas/choices.js';
import { idSchema, number, oneLine } from '../schemas/ids.js';
import { schoolsSchema } from '../schemas/schools.js';
import { strict } from '../schemas/strict.js';
import { layoutSchema } from './line-layout.js';

export const lineSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    name: oneLine('Name').required('Name the line'),
    prefix: oneLine('Mark prefix', 8).required('Give a mark prefix, e.g. PF'),
    sort: sortSchema,
    serviceId: ofTable('Service', idsOf(SERVICES)),
    fluid: oneLine('Fluid', 60).default(''),
    designPa: number('Design pressure', 0, 2e8, 'between 0 and 29 000 psi (2000 bar)'),
    testPa: number('Test pressure', 0, 2e8, 'between 0 and 29 000 psi (2000 bar)'),
    serviceMaxK: number('Service temperature', 70, 1300, 'between -330 and 1880 °F'),
    lengthM: number('Length', 0.05, 10000, 'between 2 in and 6 miles (0.05 to 10 000 m)'),
    oxygenLimit: number('Oxygen limit', 1e-6, 0.2, 'between 1 ppm and 20 %'),
    fitUpK: yup
      .number()
      .typeError('Temperature at fit-up must be a number')
      .min(200, 'Temperature at fit-up: between -100 and 170 °F')
      .max(350, 'Temperature at fit-up: between -100 and 170 °F')
      .default(AMBIENT_K),
    codeSet: yup
      .string()
      .nullable()
      .oneOf([...CODE_SET_IDS, null], 'pick a code set')
      .default(null),
    schools: schoolsSchema,
    layout: layoutSchema,
  }),
);

export type Line = Omit<yup.InferType<typeof lineSchema>, 'codeSet' | 'schools' | 'layout'> & {
  layout: LineLayout | null;
  codeSet: CodeSetId | null;
  schools: Partial<Schools>;
};
