import type { CodeSetId, Schools } from '@hephaist/core/schools/schools';
import * as yup from 'yup';
import { CODE_SET_IDS } from '../schemas/choices.js';
import { idSchema, oneLine } from '../schemas/ids.js';
import { FILLER, inTable } from '../schemas/in-table.js';
import { schoolsSchema } from '../schemas/schools.js';
import { strict } from '../schemas/strict.js';
import { type JobTorch, jobTorchSchema } from './job-torch.js';

export const jobSchema = strict(
  yup.object({
    id: idSchema,
    name: oneLine('Name').required('Name the job'),
    place: oneLine('Place', 120).default(''),
    timeZone: yup
      .string()
      .required()
      .test('zone', 'a time zone such as America/New_York', (v) => {
        try {
          return Boolean(v && new Intl.DateTimeFormat('en', { timeZone: v }));
        } catch {
          return false;
        }
      }),
    codeSet: yup.string().oneOf(CODE_SET_IDS, 'pick a code set').default('asme-ix'),
    schools: schoolsSchema,
    carried: yup
      .array(inTable(FILLER))
      .max(12, 'at most 12 classes')
      .default(() => []),
    archived: yup.boolean().default(false),
    /** The torch it is brazed with; absent where it is planned by the generic chart. */
    torch: jobTorchSchema.nullable().optional().default(undefined),
  }),
);

export type Job = Omit<yup.InferType<typeof jobSchema>, 'codeSet' | 'schools' | 'torch'> & {
  torch?: JobTorch | null | undefined;
  codeSet: CodeSetId;
  schools: Partial<Schools>;
};
