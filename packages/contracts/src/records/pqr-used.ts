import { FILLER_FORMS, FUELS, type UsedOnCoupon } from '@hephaist/core/procedure/procedure';
import * as yup from 'yup';
import { idSchema, number, oneLine } from '../schemas/ids.js';
import { FILLER, inTableOrNull, METAL } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import { maybeOneOf, size, WALL, workFields } from './procedure-variables.js';

const sized = (label: string, max: number, says: string) =>
  size(label, max, says).nullable().optional().default(undefined);
const told = (label: string, most: number) => oneLine(label, most).optional().default(undefined);

/** What a record says was used, beside what it has always said; absent as a whole in records written before. */
export const usedSchema = strict(
  yup.object({
    ...workFields(),
    form: maybeOneOf(FILLER_FORMS),
    fuel: maybeOneOf(FUELS),
    tempK: sized('Temperature', 2000, 'up to 3140 °F (1727 °C)'),
    timeS: sized('Time at heat', 36_000, 'up to 10 hours'),
    purgeFlow: sized('Purge flow', 0.01, 'up to 1270 SCFH (600 L/min)'),
    oxygen: number('Oxygen', 0, 0.21, 'from 0 to 21 %').nullable().optional().default(undefined),
    cleaningBefore: told('Cleaning before', 200),
    cleaningAfter: told('Cleaning after', 200),
    tubeMetalId: inTableOrNull(METAL).optional().default(undefined),
    socketMetalId: inTableOrNull(METAL).optional().default(undefined),
    specification: told('Specifications', 200),
    /** Heat or lot numbers of tube and fitting, filler and flux. */
    tubeHeat: told('Heat of the tube', 60),
    socketHeat: told('Heat of the fitting', 60),
    fillerLot: told('Lot of filler', 60),
    fluxLot: told('Lot of flux', 60),
    fillerId: inTableOrNull(FILLER).optional().default(undefined),
    /** Wall of the other part, and outside diameter of the tube. */
    socketWallM: sized('Wall of the fitting', 0.05, WALL),
    odM: sized('Diameter', 1, 'up to 39 in (1 m)'),
  }),
);

/** Lengths in m, temperature in K, flow in m3/s, oxygen 0 to 1. */
export interface PqrUsed extends UsedOnCoupon {
  readonly fuel?: (typeof FUELS)[number] | undefined;
  readonly timeS?: number | null | undefined;
  readonly oxygen?: number | null | undefined;
  readonly cleaningBefore?: string | undefined;
  readonly cleaningAfter?: string | undefined;
  readonly tubeMetalId?: string | null | undefined;
  readonly socketMetalId?: string | null | undefined;
  readonly specification?: string | undefined;
  readonly tubeHeat?: string | undefined;
  readonly socketHeat?: string | undefined;
  readonly fillerLot?: string | undefined;
  readonly fluxLot?: string | undefined;
  readonly fillerId?: string | null | undefined;
  readonly socketWallM?: number | null | undefined;
  readonly odM?: number | null | undefined;
}

/** Who tested specimens, and the report they wrote. */
export const laboratorySchema = strict(
  yup.object({
    name: oneLine('Laboratory', 120).required('Name the laboratory'),
    report: oneLine('Report', 60).default(''),
    /** The report itself, on file; absent where none is attached. */
    reportId: idSchema.optional().default(undefined),
  }),
);
export interface Laboratory {
  readonly name: string;
  readonly report: string;
  readonly reportId?: string | undefined;
}
