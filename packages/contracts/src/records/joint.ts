import { PROTECTIONS } from '@hephaist/core/heat/protections';
import type { JointSpec } from '@hephaist/core/joint/joint';
import { STUB_QUESTION_IDS, STUB_QUESTIONS } from '@hephaist/core/metals/unknown-stub';
import { POSITION_IDS } from '@hephaist/core/qualification/range';
import { SOCKET_KINDS } from '@hephaist/core/strength/overlap';
import * as yup from 'yup';
import { ROD_FORM_IDS, sortSchema } from '../schemas/choices.js';
import { daySchema, idSchema, note, number, oneLine } from '../schemas/ids.js';
import { CUP, FILLER, inTable, inTableOrNull, METAL, PART, tubeSchema } from '../schemas/in-table.js';
import { schoolsSchema } from '../schemas/schools.js';
import { strict } from '../schemas/strict.js';
import { whole } from '../schemas/whole.js';
import { fitUpSchema } from './fit-up.js';

export const jointSchema = strict(
  yup
    .object({
      id: idSchema,
      jobId: idSchema,
      lineId: idSchema,
      mark: oneLine('Joint mark', 16).required('Give the joint a mark, e.g. PF-07'),
      sort: sortSchema,
      /** The piece made up in the shop that it is part of; absent where it is part of none. */
      spool: oneLine('Spool', 16).min(1, 'Spool: 1 to 16 characters').optional().default(undefined),
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
      position: yup
        .string()
        .oneOf(POSITION_IDS, `one of ${POSITION_IDS.join(', ')}`)
        .required(),
      partNearby: strict(
        yup.object({
          partId: inTable(PART),
          distanceM: number('Distance', 0.005, 5, 'between 0.2 in (5 mm) and 16 ft (5 m)'),
          /** What protects it from the heat; absent where it is bare. */
          protection: yup
            .string()
            .oneOf([...PROTECTIONS], `one of ${PROTECTIONS.join(', ')}`)
            .optional(),
        }),
      )
        .nullable()
        .default(null),
      movement: yup.boolean().required(),
      /** A wall or ceiling that burns is behind it; absent where there is none. */
      wallBehind: yup.boolean().optional().default(undefined),
      /** How the metal of an unknown stub was told, by question; absent where nobody asked. */
      stub: strict(
        yup.object(
          Object.fromEntries(
            STUB_QUESTION_IDS.map((id) => [
              id,
              yup
                .string()
                .oneOf(
                  STUB_QUESTIONS[id].answers.map((a) => a.id),
                  `one of ${STUB_QUESTIONS[id].answers.map((a) => a.id).join(', ')}`,
                )
                .optional(),
            ]),
          ),
        ),
      )
        .optional()
        .default(undefined),
      fillerId: inTableOrNull(FILLER),
      rodForm: yup.string().oneOf(ROD_FORM_IDS, 'pick a form of rod').default('flat'),
      cadmiumReason: yup.string().trim().max(300, 'at most 300 characters').nullable().default(null),
      schools: schoolsSchema,
      /** Why it is not to be made now; null while it is planned. */
      setAside: yup.string().trim().min(1).max(200, 'at most 200 characters').nullable().default(null),
      note: note(),
      /** What it was when it was brazed and was changed afterwards, and why; absent where it never was. */
      changedAfter: yup
        .array(
          strict(
            yup.object({
              was: oneLine('What it was', 300).required(),
              reason: oneLine('Reason', 200).required('Say why it is changed after it was brazed'),
            }),
          ).required(),
        )
        .max(20, 'at most 20 changes')
        .optional()
        .default(undefined),
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

/** A change of what a joint was, after it was brazed. */
export interface ChangedAfter {
  readonly was: string;
  readonly reason: string;
}
export type Joint = JointSpec &
  Omit<yup.InferType<typeof jointSchema>, keyof JointSpec | 'changedAfter'> & { changedAfter?: ChangedAfter[] };

/** What a joint is, in words: tube, metals, socket and line. */
export const jointIdentity = (j: Joint): string =>
  [
    `tube ${j.tube.size} ${j.tube.standardId} ${j.tube.metalId}`,
    `${j.socket.kind} of ${j.socket.metalId}`,
    j.bush && `bush of ${j.bush.metalId}`,
    j.groove && 'seam',
    j.patch && `hole ${j.patch.holeM} m`,
    `line ${j.lineId}`,
  ]
    .filter(Boolean)
    .join(', ');

/** The joint with why it was changed after it was brazed. */
export const changedAfterwards = (now: Joint, before: Joint, reason: string): Joint => ({
  ...now,
  changedAfter: [...(before.changedAfter ?? []), { was: jointIdentity(before), reason }],
});
