import { ROD_FORMS } from '@hephaist/core/filler-use/rod-forms';
import { CODE_SETS } from '@hephaist/core/schools/schools';
import * as yup from 'yup';
import { number } from './ids.js';

export const ofTable = (label: string, ids: readonly string[]) =>
  yup
    .string()
    .oneOf(
      [...ids],
      ({ value }) =>
        `${label} "${value}" is not in the table: pick one of ${ids.slice(0, 6).join(', ')}${ids.length > 6 ? ' …' : ''}`,
    )
    .required(`${label} is needed`);

export const idsOf = (rows: readonly { readonly id: string }[]): string[] => rows.map((r) => r.id);
/** Place in a list; as far as a column of the database counts. */
const MOST_SORT = 1_000_000_000;
export const sortSchema = yup.number().integer().min(-MOST_SORT).max(MOST_SORT).required();
export const diameter = (label: string) => number(label, 0.001, 1, 'between 0.04 in (1 mm) and 39 in (1 m)');

export const ROD_FORM_IDS = ROD_FORMS.map((f) => f.id);
export const CODE_SET_IDS = CODE_SETS.map((c) => c.id);
