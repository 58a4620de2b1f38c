import { INSTRUMENTS } from '@hephaist/core/fit-up/gap';
import * as yup from 'yup';
import { diameter } from '../schemas/choices.js';
import { number } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';

const pair = (label: string) =>
  yup.tuple([diameter(label), diameter(label)]).required(`${label}: two readings at right angles`);

const measuredSchema = strict(
  yup.object({
    /** A reading far from nominal was looked at again; absent where nothing was asked. */
    confirmed: yup.boolean().optional().default(undefined),
    mode: yup
      .string()
      .oneOf(['measured'] as const)
      .required(),
    tubeOdM: pair('Tube outside diameter'),
    socketIdM: pair('Socket inside diameter'),
    instrument: yup.string().oneOf(INSTRUMENTS).required('Say what it was measured with'),
  }),
);
const statedSchema = strict(
  yup.object({
    mode: yup
      .string()
      .oneOf(['stated'] as const)
      .required(),
    gapSideM: number('Gap per side', 1e-6, 0.002, 'above 0 and at most 0.079 in (2 mm)'),
  }),
);
const nominalSchema = strict(
  yup.object({
    mode: yup
      .string()
      .oneOf(['nominal'] as const, 'nominal, measured or stated')
      .required(),
  }),
).required('Say how the gap is known');

/** The ways a gap may be known. */
export const fitUpSchemas = [nominalSchema, measuredSchema, statedSchema] as const;

export const fitUpSchema = yup.lazy((value: { mode?: unknown } | null | undefined) => {
  if (value?.mode === 'measured') return measuredSchema;
  return value?.mode === 'stated' ? statedSchema : nominalSchema;
});
