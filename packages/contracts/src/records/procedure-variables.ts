import { JOINT_TYPES } from '@hephaist/core/joint/joint-type';
import { PROCESS_TYPES, PROCESSES } from '@hephaist/core/joint/process';
import { APPLIED, FILLER_FORMS, FLAMES, FUELS, OXIDANTS } from '@hephaist/core/procedure/procedure';
import { POSITION_IDS } from '@hephaist/core/qualification/range';
import * as yup from 'yup';
import { oneLine } from '../schemas/ids.js';
import { FILLER, inTable, METAL } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import { placeIn, whole } from '../schemas/whole.js';

export const oneOf = <T extends string>(ids: readonly T[]) =>
  yup
    .string()
    .oneOf([...ids], `one of ${ids.join(', ')}`)
    .required();
export const size = (label: string, max: number, says: string) =>
  yup
    .number()
    .typeError(`${label}: ${says}`)
    .required(`${label} is needed`)
    .min(0, `${label}: ${says}`)
    .max(max, `${label}: ${says}`);
const told = (label: string, most: number) => oneLine(label, most).optional().default(undefined);
export const maybeOneOf = <T extends string>(ids: readonly T[]) => oneOf(ids).optional().default(undefined);
const band = (label: string, max: number, says: string) =>
  yup
    .object({ min: size(label, max, says), max: size(label, max, says) })
    .noUnknown()
    .required()
    .test(
      'order',
      '',
      whole(
        [],
        (b, context) =>
          b.min <= b.max ||
          context.createError({ path: `${context.path}.max`, message: 'must be at or above the least' }),
      ),
    );
const pNumber = () => oneLine('P-number', 8).required('Give both P-numbers');
export const pair = () => yup.tuple([pNumber(), pNumber()]).required();
export const WALL = 'up to 2 in (50 mm)';

/** What a procedure states, and a record of it says was used; each absent in what was written before it was asked for. */
export const workFields = () => ({
  fillerSize: told('Size of filler', 60),
  applied: maybeOneOf(APPLIED),
  oxidant: maybeOneOf(OXIDANTS),
  flame: maybeOneOf(FLAMES),
  tip: told('Torch tip', 60),
  purgeGas: told('Purge gas', 60),
  purgeGrade: told('Grade of purge gas', 60),
  postHeat: told('Heat after brazing', 120),
});

/** What a procedure states beside filler, flux and oxygen limit. */
export const procedureVariablesSchema = strict(
  yup
    .object({
      process: oneOf(PROCESSES),
      /** By hand or by machine; absent, by hand, in procedures written before it was asked for. */
      type: oneOf(PROCESS_TYPES).optional().default(undefined),
      metals: yup.array(pair()).min(1, 'at least one pair of metals').max(12, 'at most 12 pairs').required(),
      wallM: band('Wall', 0.05, WALL),
      odM: band('Diameter', 1, 'up to 39 in (1 m)').nullable().optional().default(undefined),
      form: oneOf(FILLER_FORMS),
      fuel: oneOf(FUELS),
      purgeFlow: band('Purge flow', 0.01, 'up to 1270 SCFH (600 L/min)').nullable().default(null),
      jointType: oneOf(JOINT_TYPES),
      gapM: band('Gap', 0.002, 'up to 0.079 in (2 mm)'),
      overlapMinM: size('Overlap', 0.5, 'up to 20 in (0.5 m)'),
      positions: yup.array(oneOf(POSITION_IDS)).min(1, 'at least one position').required(),
      timeS: band('Time at heat', 36_000, 'up to 10 hours').nullable().optional().default(undefined),
      tempK: band('Temperature', 2000, 'up to 3140 °F (1727 °C)'),
      cleaningBefore: oneLine('Cleaning before', 200).default(''),
      cleaningAfter: oneLine('Cleaning after', 200).default(''),
      technique: oneLine('Technique', 400).default(''),
      medical: yup.boolean().required(),
      metalIds: yup.array(inTable(METAL)).max(24, 'at most 24 metals').optional().default(undefined),
      specification: told('Specifications', 200),
      fillerIds: yup.array(inTable(FILLER)).max(24, 'at most 24 classes').optional().default(undefined),
      overlapMaxM: size('Overlap', 0.5, 'up to 20 in (0.5 m)').nullable().optional().default(undefined),
      inspection: told('Inspection', 200),
      ...workFields(),
    })
    .test(
      'overlaps',
      '',
      whole(
        ['overlapMinM', 'overlapMaxM'],
        (v, context) =>
          v.overlapMaxM === null ||
          v.overlapMaxM === undefined ||
          v.overlapMinM <= v.overlapMaxM ||
          context.createError({
            path: placeIn(context, 'overlapMaxM'),
            message: 'must be at or above the least',
          }),
      ),
    ),
);
