import { catalogueWith } from '@hephaist/core/catalogue/own-rows';
import type { Shop } from '@hephaist/core/joint/shop';
import { DEFAULT_WEIGHTS, WEIGHT_LIMIT, WEIGHT_WORDS, type Weights } from '@hephaist/core/selection/preferences';
import * as yup from 'yup';
import { idSchema } from '../schemas/ids.js';
import { procedureCovers } from './conditions.js';
import type { OwnRowRecord } from './own-row.js';
import type { Procedure } from './procedure.js';

const weight = (name: string) =>
  yup
    .number()
    .typeError('a number')
    .required('a number is needed')
    .min(-WEIGHT_LIMIT, `between -${WEIGHT_LIMIT} and ${WEIGHT_LIMIT}`)
    .max(WEIGHT_LIMIT, `between -${WEIGHT_LIMIT} and ${WEIGHT_LIMIT}`)
    .label(name);

/** What the company weighs when it ranks allowed rods. */
export const weighingSchema = yup
  .object({
    id: idSchema,
    weights: yup
      .object(Object.fromEntries(Object.keys(WEIGHT_WORDS).map((k) => [k, weight(k)])))
      .noUnknown('has a weight that is not known here')
      .required(),
  })
  .noUnknown('has a field that is not known here');

export interface Weighing {
  readonly id: string;
  readonly weights: Weights;
}

/** The company's tables, procedures and weights as the planner asks for them. */
export const shopOf = (
  rows: readonly OwnRowRecord[],
  procedures: readonly Procedure[],
  weighing: Weighing | null = null,
): Shop => ({
  catalogue: catalogueWith(rows),
  procedures: procedureCovers(procedures),
  weights: weighing?.weights ?? DEFAULT_WEIGHTS,
});
