import type { UnitSystem } from '@hephaist/core/units/units';
import * as yup from 'yup';
import { idSchema, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { oneOf } from './procedure-variables.js';

export const PAPERS = ['letter', 'a4'] as const;

/** Paper of a company that has not said it: Letter goes with US units. */
export const usualPaper = (units: UnitSystem): (typeof PAPERS)[number] => (units === 'us' ? 'letter' : 'a4');

/** How the company writes its papers. One in a company. */
export const houseSchema = strict(
  yup.object({
    id: idSchema,
    paper: oneOf(PAPERS),
    /** Editions of its codes as the company states them, as it wants them to stand on its papers. */
    editions: oneLine('Editions', 200).default(''),
    laboratory: oneLine('Laboratory', 120).default(''),
    /** Who logs a joint may not be who looked at it. */
    lookedByAnother: yup.boolean().required().default(false),
    /** Who goes through a torch rig signs it. Absent in what was written before it was asked for. */
    rigChecksSigned: yup.boolean().required().default(false),
    /** A tablet is handed on by a short code. Absent in what was written before it was asked for: it is. */
    shortCodes: yup.boolean().optional().default(undefined),
  }),
);
export type House = yup.InferType<typeof houseSchema>;
