import {
  AMBIENT_K,
  CODE_SETS,
  type CodeSetId,
  type CouponTest,
  isOpened,
  JOINT_TYPES,
  type JointSpec,
  type JointType,
  type LineLayout,
  NOT_OPENED,
  type ProcedureVariables,
  type Process,
  PROCESS_TYPES,
  PROCESSES,
  type ProcessType,
  ROD_FORMS,
  SCHOOLS,
  type Schools,
  SERVICES,
  VISUAL_REJECTS,
} from '@hephaist/core';
import * as yup from 'yup';
import { couponTestSchemas, testAmong, voidSchema } from './coupon-tests.js';
import { daySchema, idSchema, line, note, number } from './ids.js';
import { CUP, FILLER, FLUX, inTable, inTableOrNull, METAL, PART, RULES, tubeSchema } from './in-table.js';
import { layoutSchema } from './line-layout.js';
import { procedureVariablesSchema } from './procedure-variables.js';
import { strict } from './strict.js';
import { type FaceTrace, faceTraceSchema } from './strip-marks.js';
import { whole } from './whole.js';

/** Schemas of every record that crosses HTTP or a file. SI units; pressures gauge. */

const oneOf = (label: string, ids: readonly string[]) =>
  yup
    .string()
    .oneOf(
      [...ids],
      ({ value }) =>
        `${label} "${value}" is not in the table: pick one of ${ids.slice(0, 6).join(', ')}${ids.length > 6 ? ' …' : ''}`,
    )
    .required(`${label} is needed`);

const ids = (rows: readonly { readonly id: string }[]): string[] => rows.map((r) => r.id);
/** Place in a list; as far as a column of the database counts. */
const MOST_SORT = 1_000_000_000;
const sortSchema = yup.number().integer().min(-MOST_SORT).max(MOST_SORT).required();
const diameter = (label: string) => number(label, 0.001, 1, 'between 0.04 in (1 mm) and 39 in (1 m)');

export const POSITION_IDS = ['horizontal', 'down-feed', 'up-feed'] as const;
export const SOCKET_KINDS = ['fitting', 'reducer', 'swaged', 'stub', 'valve', 'bush', 'patch', 'groove'] as const;
export const ROD_FORM_IDS = ROD_FORMS.map((f) => f.id);
export const CODE_SET_IDS = CODE_SETS.map((c) => c.id);
export const INSTRUMENTS = ['micrometer', 'caliper', 'tape'] as const;

/** Schools that are set; those left out are inherited. */
export const schoolsSchema = yup
  .object(
    Object.fromEntries(
      SCHOOLS.map((s) => [
        s.id,
        yup
          .string()
          .oneOf(s.choices.map((c) => c.id))
          .optional(),
      ]),
    ),
  )
  .noUnknown('has a question that is not known here')
  .default({})
  .meta({ partial: true }) as unknown as yup.ObjectSchema<Partial<Schools>>;

export const jobSchema = strict(
  yup.object({
    id: idSchema,
    name: line('Name').required('Name the job'),
    place: line('Place', 120).default(''),
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
  }),
);

export const lineSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    name: line('Name').required('Name the line'),
    prefix: line('Mark prefix', 8).required('Give a mark prefix, e.g. PF'),
    sort: sortSchema,
    serviceId: oneOf('Service', ids(SERVICES)),
    fluid: line('Fluid', 60).default(''),
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

const fitUpSchema = yup.lazy((value: { mode?: unknown } | null | undefined) => {
  if (value?.mode === 'measured') return measuredSchema;
  return value?.mode === 'stated' ? statedSchema : nominalSchema;
});

export const jointSchema = strict(
  yup
    .object({
      id: idSchema,
      jobId: idSchema,
      lineId: idSchema,
      mark: line('Joint mark', 16).required('Give the joint a mark, e.g. PF-07'),
      sort: sortSchema,
      tube: tubeSchema(),
      socket: strict(
        yup.object({
          kind: yup
            .string()
            .oneOf(SOCKET_KINDS, `one of ${SOCKET_KINDS.join(', ')}`)
            .required(),
          metalId: inTable(METAL),
          depthM: number('Depth', 0.001, 0.5, 'between 0.04 in (1 mm) and 20 in (0.5 m)')
            .nullable()
            .notRequired()
            .default(null),
          cup: inTableOrNull(CUP),
        }),
      ).required('Say what the tube goes into'),
      bush: strict(
        yup.object({
          metalId: inTable(METAL),
          wallM: number('Wall of the bush', 1e-4, 0.05, 'between 0.004 in (0.1 mm) and 2 in (50 mm)'),
          gapSideM: number('Gap around the bush', 1e-6, 0.002, 'above 0 and at most 0.079 in (2 mm)'),
        }),
      )
        .nullable()
        .default(null),
      groove: strict(
        yup.object({
          thicknessM: number('Thickness', 0.0005, 0.05, 'between 0.02 and 2 in (0.5 to 50 mm)'),
          lengthM: number('Length of the seam', 0.002, 20, 'between 0.08 in (2 mm) and 65 ft (20 m)'),
        }),
      )
        .nullable()
        .default(null),
      /** The hole of a patch and when it is cut out; absent where it is none. */
      patch: strict(
        yup.object({
          holeM: number('Hole', 0.0001, 0.1, 'between 0.004 and 4 in (0.1 to 100 mm)'),
          cutOutBy: daySchema.nullable().default(null),
          cutOutOn: daySchema.nullable().default(null),
        }),
      )
        .nullable()
        .optional()
        .default(undefined),
      fitUp: fitUpSchema,
      position: yup.string().oneOf(POSITION_IDS, 'horizontal, down-feed or up-feed').required(),
      partNearby: strict(
        yup.object({
          partId: inTable(PART),
          distanceM: number('Distance', 0.005, 5, 'between 0.2 in (5 mm) and 16 ft (5 m)'),
        }),
      )
        .nullable()
        .default(null),
      movement: yup.boolean().required(),
      fillerId: inTableOrNull(FILLER),
      rodForm: yup.string().oneOf(ROD_FORM_IDS, 'pick a form of rod').default('flat'),
      cadmiumReason: yup.string().trim().max(300, 'at most 300 characters').nullable().default(null),
      schools: schoolsSchema,
      /** Why it is not to be made now; null while it is planned. */
      setAside: yup.string().trim().min(1).max(200, 'at most 200 characters').nullable().default(null),
      note: note(),
    })
    .test(
      'bush',
      '',
      whole(['socket', 'bush'], (j, context) =>
        j.socket?.kind !== 'bush' || j.bush
          ? true
          : context.createError({
              path: `${context.path ? `${context.path}.` : ''}bush.wallM`,
              message: 'a three-piece joint needs its bush: metal, wall and gap',
            }),
      ),
    )
    .test(
      'groove',
      '',
      whole(['socket', 'groove'], (j, context) =>
        j.socket?.kind !== 'groove' || j.groove
          ? true
          : context.createError({
              path: `${context.path ? `${context.path}.` : ''}groove.thicknessM`,
              message: 'a seam needs its thickness and length',
            }),
      ),
    ),
);

export const brazerSchema = strict(
  yup.object({
    id: idSchema,
    name: line('Name').required('Name the brazer'),
    mark: line('Mark', 8).required('Give the employer’s mark for this brazer'),
    withdrawnOn: daySchema.nullable().default(null),
    withdrawnReason: yup.string().max(300).nullable().default(null),
  }),
);

export const procedureSchema = strict(
  yup.object({
    id: idSchema,
    name: line('Name').required(),
    revision: line('Revision', 8).required(),
    signedOn: daySchema.nullable().default(null),
    fNumbers: yup.array(yup.string().required()).min(1, 'at least one F-number').required(),
    fluxIds: yup.array(inTable(FLUX)).required(),
    /** Stricter oxygen limit it asks for; null where the line's holds. */
    oxygenLimit: number('Oxygen limit', 1e-6, 0.2, 'between 1 ppm and 20 %').nullable().default(null),
    note: note(),
    /** Revision that this one replaces once it is signed; absent in the first. */
    replaces: idSchema.optional().default(undefined),
    /** All else that it states; absent in procedures written before it was asked for. */
    variables: procedureVariablesSchema.optional().default(undefined),
  }),
);

const faceSchema = strict(
  yup
    .object({
      name: line('Face', 20).required(),
      overlapM: number('Overlap', 0.0005, 0.5, 'above 0.02 in (0.5 mm), at most 20 in'),
      /** Where it was read from a photograph; absent where it was typed. */
      trace: faceTraceSchema.optional().default(undefined),
      voids: yup.array(voidSchema()).max(50, 'at most 50 voids on a face').required(),
    })
    .test(
      'voids',
      'a void lies outside the overlap',
      whole(['overlapM', 'voids'], (f) => f.voids.every((v) => v.toM <= f.overlapM + 1e-9)),
    ),
).required('a face is needed');

export const couponSchema = strict(
  yup.object({
    id: idSchema,
    number: line('Coupon number', 16).required('Give the coupon a number'),
    brazerId: idSchema,
    brazedOn: daySchema.required('Say when it was brazed'),
    ruleSetId: inTable(RULES),
    tube: tubeSchema(),
    socketMetalId: inTable(METAL),
    fillerId: inTable(FILLER),
    position: yup.string().oneOf(POSITION_IDS, 'horizontal, down-feed or up-feed').required(),
    overlapM: number('Overlap', 0.0005, 0.5, 'above 0.02 in (0.5 mm), at most 20 in'),
    /** Oxide-free bore; null where nobody looked inside. */
    boreClean: yup.boolean().nullable().default(null),
    /** Why it was rejected by eye; null where it was accepted, absent where nobody wrote it down. */
    visualReason: yup
      .string()
      .nullable()
      .oneOf([...VISUAL_REJECTS, null], `one of ${VISUAL_REJECTS.join(', ')}`)
      .optional()
      .default(undefined),
    /** What medical gas also wants stated on the brazer's own record. */
    statement: strict(
      yup.object({
        cleaning: line('Cleaning', 120).default(''),
        gapM: number('Gap', 0, 0.002, 'up to 0.079 in (2 mm)').nullable().default(null),
        purgeFlow: number('Flow', 0, 0.1, 'from 0 to 12 700 SCFH (6000 L/min)').nullable().default(null),
      }),
    )
      .optional()
      .default(undefined),
    /** Both sides of the cut; none where it was peeled instead. */
    faces: yup.array(faceSchema).max(8).required(),
    /** What else was done with it; absent in coupons written before it was asked for, as the two below. */
    tests: yup
      .array(testAmong(couponTestSchemas, 'coupon tests'))
      .max(8, 'at most 8 tests')
      .optional()
      .default(undefined),
    jointType: yup
      .string()
      .oneOf(JOINT_TYPES, `one of ${JOINT_TYPES.join(', ')}`)
      .optional()
      .default(undefined),
    /** How it was heated and by whom: by torch and by hand where nothing is written. */
    process: yup
      .string()
      .oneOf(PROCESSES, `one of ${PROCESSES.join(', ')}`)
      .optional()
      .default(undefined),
    type: yup
      .string()
      .oneOf(PROCESS_TYPES, `one of ${PROCESS_TYPES.join(', ')}`)
      .optional()
      .default(undefined),
    /** The revision of the procedure it was brazed to; null where none was. */
    procedureId: idSchema.nullable().optional().default(undefined),
    lookedBy: line('Read by').required('Say who read the strip'),
  }),
).test(
  'opened',
  '',
  whole(['faces', 'tests', 'jointType'], (c, context) =>
    isOpened({ faces: c.faces ?? [], tests: (c.tests ?? []) as CouponTest[], jointType: c.jointType ?? 'socket' })
      ? true
      : context.createError({ path: [context.path, 'faces'].filter(Boolean).join('.'), message: NOT_OPENED }),
  ),
);

type OfSchema<T extends yup.Schema> = yup.InferType<T>;
export type Job = Omit<OfSchema<typeof jobSchema>, 'codeSet' | 'schools'> & {
  codeSet: CodeSetId;
  schools: Partial<Schools>;
};
export type Line = Omit<OfSchema<typeof lineSchema>, 'codeSet' | 'schools' | 'layout'> & {
  layout: LineLayout | null;
  codeSet: CodeSetId | null;
  schools: Partial<Schools>;
};
export type Joint = JointSpec & Omit<OfSchema<typeof jointSchema>, keyof JointSpec>;
export type Brazer = yup.InferType<typeof brazerSchema>;
export type Procedure = Omit<yup.InferType<typeof procedureSchema>, 'replaces' | 'variables'> & {
  replaces?: string;
  variables?: ProcedureVariables;
};
export type CouponFace = Omit<yup.InferType<typeof faceSchema>, 'trace'> & { trace?: FaceTrace };
type LaterOfCoupon = 'process' | 'type' | 'visualReason' | 'statement' | 'tests' | 'jointType' | 'procedureId';
export type Coupon = Omit<yup.InferType<typeof couponSchema>, 'faces' | LaterOfCoupon> & {
  faces: CouponFace[];
  visualReason?: string | null | undefined;
  statement?: { cleaning: string; gapM: number | null; purgeFlow: number | null } | undefined;
  tests?: CouponTest[] | undefined;
  jointType?: JointType | undefined;
  process?: Process | undefined;
  type?: ProcessType | undefined;
  procedureId?: string | null | undefined;
};

/** A record as stored: with the version a later write must name. */
export type Stored<T> = T & { version: number };
