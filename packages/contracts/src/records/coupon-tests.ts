import { type CouponTest, judgeTest } from '@hephaist/core/coupons/coupon';
import { PEEL_LINES } from '@hephaist/core/coupons/peel-lines';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { InputError } from '@hephaist/core/source/problem';
import * as yup from 'yup';
import { number, oneLine } from '../schemas/ids.js';
import { placeIn, whole } from '../schemas/whole.js';
import { oneOf, size } from './procedure-variables.js';

/** Tests of a coupon beside its section, as brazers' coupons and procedures' records both hold them. */

export const voidSchema = () =>
  yup
    .object({
      fromM: number('From', 0, 0.5, 'between 0 and the overlap'),
      toM: number('To', 0, 0.5, 'between 0 and the overlap'),
    })
    .noUnknown('has a field that is not known here')
    .test(
      'inside',
      'a void runs from a smaller to a larger distance',
      whole([], (v) => v.toM > v.fromM),
    )
    .required('a void is from and to');

export const couponTestSchemas = {
  tension: yup.object({
    kind: oneOf(['tension'] as const),
    forceN: size('Force', 1e7, 'above 0'),
    widthM: size('Width', 0.5, 'above 0'),
    thicknessM: size('Thickness', 0.05, 'above 0'),
    minimumPa: size('Minimum strength', 3e9, 'above 0'),
    broke: oneOf(['joint', 'base metal'] as const),
  }),
  peel: yup.object({
    kind: oneOf(['peel'] as const),
    areaM2: size('Area', 0.25, 'above 0'),
    unbrazedM2: size('Unbrazed', 0.25, 'from 0 to the area'),
    lineM: size('Line', 0.5, 'above 0'),
    lineUnbrazedM: size('Unbrazed along it', 0.5, 'from 0 to the line'),
  }),
  'peel lines': yup.object({
    kind: oneOf(['peel lines'] as const),
    lapM: size('Lap', 0.5, 'up to 20 in (0.5 m)'),
    aroundM: size('Around the joint', 3.2, 'up to 126 in (3.2 m)'),
    lines: yup
      .array(yup.array(voidSchema()).max(50, 'at most 50 voids on a line').required())
      .min(PEEL_LINES.least, `at least ${PEEL_LINES.least} lines`)
      .max(PEEL_LINES.most, `at most ${PEEL_LINES.most} lines`)
      .required(),
  }),
  bend: yup.object({ kind: oneOf(['bend'] as const), crackM: size('Crack', 0.5, 'from 0') }),
};
export const COUPON_TEST_KINDS = Object.keys(couponTestSchemas) as (keyof typeof couponTestSchemas)[];

/** What core says of a test that cannot be judged, at its fields. */
function unjudged(test: CouponTest): InputError['problems'] {
  try {
    judgeTest(test, ASME_RULES);
    return [];
  } catch (e) {
    if (e instanceof InputError) return e.problems;
    throw e;
  }
}

/** Number of the specimen that was tested; absent in tests written before it was asked for. */
export interface OfSpecimen {
  readonly specimen?: string | undefined;
}

/** The same test with its specimen. */
export const ofSpecimen = (schema: yup.AnyObjectSchema): yup.AnyObjectSchema =>
  schema.shape({ specimen: oneLine('Specimen', 16).optional().default(undefined) });

/**
 * One test among those that are named; what its numbers cannot mean together is refused at its fields.
 * @param among name by which the published schema finds the same choice
 */
export function testAmong(schemas: Readonly<Record<string, yup.AnyObjectSchema>>, among: string) {
  return yup
    .lazy((v: { kind?: unknown } | null | undefined) => {
      const kind = typeof v?.kind === 'string' ? v.kind : '';
      const known = Object.hasOwn(schemas, kind) ? schemas[kind] : undefined;
      const schema = known ?? (yup.object({ kind: oneOf(Object.keys(schemas)) }) as yup.AnyObjectSchema);
      return ofSpecimen(schema)
        .noUnknown('has a field that is not known here')
        .test(
          'judged',
          '',
          whole([], (test, context) => {
            if (!known || !(COUPON_TEST_KINDS as string[]).includes(kind)) return true;
            const problems = unjudged(test as CouponTest);
            return problems.length
              ? new yup.ValidationError(
                  problems.map((p) => context.createError({ path: placeIn(context, p.field), message: p.says })),
                )
              : true;
          }),
        );
    })
    .meta({ among });
}
