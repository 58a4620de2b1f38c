import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import { judgeTest } from '@hephaist/core/coupons/coupon';
import type { TestVerdict } from '@hephaist/core/coupons/other-tests';
import { JOINT_TYPES } from '@hephaist/core/joint/joint-type';
import { PROCESS_TYPES, PROCESSES } from '@hephaist/core/joint/process';
import type { QualifiedBy } from '@hephaist/core/procedure/procedure';
import { POSITION_IDS } from '@hephaist/core/qualification/range';
import { missingTests, type RuleSet } from '@hephaist/core/rules/rule-sets';
import * as yup from 'yup';
import { daySchema, idSchema, note, oneLine } from '../schemas/ids.js';
import { FLUX, inTable, inTableOrNull, RULES } from '../schemas/in-table.js';
import { strict } from '../schemas/strict.js';
import { couponVerdict } from './brazer-record.js';
import type { Coupon } from './coupon.js';
import { couponTestSchemas, type OfSpecimen, testAmong } from './coupon-tests.js';
import { type Laboratory, laboratorySchema, type PqrUsed, usedSchema } from './pqr-used.js';
import { oneOf, pair, size, WALL } from './procedure-variables.js';

/** What each kind of test of a record holds. */
export const testSchemas = {
  section: yup.object({ kind: oneOf(['section'] as const), couponId: idSchema }),
  ...couponTestSchemas,
  visual: yup.object({
    kind: oneOf(['visual'] as const),
    accepted: yup.boolean().required(),
    boreClean: yup.boolean().required(),
  }),
};
export const TEST_KINDS = Object.keys(testSchemas) as (keyof typeof testSchemas)[];
export type ProcedureTest = {
  [K in keyof typeof testSchemas]: yup.InferType<(typeof testSchemas)[K]> & { kind: K } & OfSpecimen;
}[keyof typeof testSchemas];
const testSchema = testAmong(testSchemas, 'tests');

/** A procedure qualification record: what was done on a test coupon, how it tested, who saw it. Evidence, signed. */
export const pqrSchema = strict(
  yup.object({
    id: idSchema,
    number: oneLine('Number', 16).required('Give the record a number'),
    /** Name of the procedure it supports, in every revision whose variables it covers. */
    procedureName: oneLine('Procedure').required('Say which procedure it supports'),
    brazedOn: daySchema.required('Say when it was brazed'),
    brazerId: idSchema,
    witness: oneLine('Witnessed by').required('Say who witnessed it'),
    ruleSetId: inTable(RULES),
    process: oneOf(PROCESSES),
    /** By hand or by machine; absent, by hand, in records written before it was asked for. */
    type: oneOf(PROCESS_TYPES).optional().default(undefined),
    jointType: oneOf(JOINT_TYPES),
    metals: pair(),
    fNumber: oneLine('F-number', 8).required('Give the F-number'),
    fluxId: inTableOrNull(FLUX),
    wallM: size('Wall', 0.05, WALL),
    gapM: size('Gap', 0.002, 'up to 0.079 in (2 mm)'),
    overlapM: size('Overlap', 0.5, 'up to 20 in (0.5 m)'),
    position: oneOf(POSITION_IDS),
    tests: yup.array(testSchema).min(1, 'at least one test').max(12).required(),
    note: note(),
    /** Revision that it was brazed to; absent, as the two below, in records written before it was asked for. */
    procedureId: idSchema.optional().default(undefined),
    used: usedSchema.optional().default(undefined),
    laboratory: laboratorySchema.nullable().optional().default(undefined),
  }),
);
export type Pqr = Omit<yup.InferType<typeof pqrSchema>, 'tests' | 'procedureId' | 'used' | 'laboratory'> & {
  tests: ProcedureTest[];
  procedureId?: string;
  used?: PqrUsed;
  laboratory?: Laboratory | null;
};

/** The verdict of one test; null for a section whose coupon is not on file. */
export function testVerdict(
  test: ProcedureTest,
  rules: RuleSet,
  coupons: readonly Coupon[],
  tables: Catalogue = SHIPPED,
): TestVerdict | null {
  if (test.kind === 'visual') {
    const passes = test.accepted && (test.boreClean || !rules.medical);
    const bore = test.boreClean ? 'bore bright' : 'oxide in the bore';
    return { passes, nearLimit: false, arithmetic: `${test.accepted ? 'accepted' : 'rejected'}, ${bore}` };
  }
  if (test.kind !== 'section') return judgeTest(test, rules);
  const coupon = coupons.find((c) => c.id === test.couponId);
  if (!coupon) return null;
  const verdict = couponVerdict(coupon, tables);
  return {
    passes: verdict.passes,
    nearLimit: verdict.nearLimit,
    arithmetic: `${coupon.number}: ${verdict.reasons.join('; ')}`,
  };
}

/** Kinds of test of a record; a section counts as what was read of its coupon. */
function kindsTested(pqr: Pqr, coupons: readonly Coupon[]): string[] {
  return pqr.tests.flatMap((t): string[] => {
    if (t.kind !== 'section') return [t.kind];
    const coupon = coupons.find((c) => c.id === t.couponId);
    return coupon ? [...(coupon.faces.length ? ['section'] : []), ...(coupon.tests ?? []).map((x) => x.kind)] : [];
  });
}

/** Tests that a record's type of joint asks for and that it does not have, in words. */
export const missingOf = (pqr: Pqr, coupons: readonly Coupon[], rules: RuleSet): string[] =>
  missingTests(kindsTested(pqr, coupons), pqr.jointType, rules);

/** A record as the rules of support ask for it. */
export function qualifiedBy(pqr: Pqr, coupons: readonly Coupon[], tables: Catalogue = SHIPPED): QualifiedBy {
  const rules = tables.ruleSet(pqr.ruleSetId);
  return {
    ...pqr,
    missing: rules ? missingOf(pqr, coupons, rules) : [],
    passed: Boolean(rules) && pqr.tests.every((t) => testVerdict(t, rules as RuleSet, coupons, tables)?.passes),
  };
}
