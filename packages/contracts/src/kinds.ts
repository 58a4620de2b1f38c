import type { Schema } from 'yup';
import {
  brazerSchema,
  couponSchema,
  jobSchema,
  jointSchema,
  lineSchema,
  procedureSchema,
  type Brazer,
  type Coupon,
  type Job,
  type Joint,
  type Line,
  type Procedure,
} from './records.js';
import { handOverSchema, type HandOver } from './hand-over.js';
import { intakeSchema, type Intake } from './intake-record.js';
import { jointLogSchema, type JointLog } from './joint-log.js';
import { ownRowSchema, type OwnRowRecord } from './own-row.js';
import { purgeMarkSchema, purgeSessionSchema, type PurgeMark, type PurgeSession } from './purge-session.js';
import { confirmationSchema, type Confirmation } from './confirmation.js';
import { pressureTestSchema, type PressureTest } from './pressure-test.js';
import { pqrSchema, type Pqr } from './procedure.js';
import { signatureSchema, type Signature } from './signature.js';
import { weighingSchema, type Weighing } from './shop.js';

/** Every kind of record with its type. */
export interface RecordKinds {
  job: Job;
  line: Line;
  joint: Joint;
  brazer: Brazer;
  procedure: Procedure;
  log: JointLog;
  coupon: Coupon;
  own_row: OwnRowRecord;
  weighing: Weighing;
  purge_session: PurgeSession;
  purge_mark: PurgeMark;
  signature: Signature;
  confirmation: Confirmation;
  pqr: Pqr;
  pressure_test: PressureTest;
  hand_over: HandOver;
  intake: Intake;
}

/** A schema of any shape and flags. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- yup's flags are part of its type and differ by schema
export type AnyFlagSchema<T = any> = Schema<T, any, any, any>;

export type Kind = keyof RecordKinds;

export const KINDS = [
  'job',
  'line',
  'procedure',
  'brazer',
  'joint',
  'log',
  'coupon',
  'own_row',
  'weighing',
  'purge_session',
  'purge_mark',
  'signature',
  'confirmation',
  'pqr',
  'pressure_test',
  'hand_over',
  'intake',
] as const satisfies readonly Kind[];

export const SCHEMAS: Readonly<Record<Kind, AnyFlagSchema>> = {
  job: jobSchema,
  line: lineSchema,
  joint: jointSchema,
  brazer: brazerSchema,
  procedure: procedureSchema,
  log: jointLogSchema,
  coupon: couponSchema,
  own_row: ownRowSchema,
  weighing: weighingSchema,
  purge_session: purgeSessionSchema,
  purge_mark: purgeMarkSchema,
  signature: signatureSchema,
  confirmation: confirmationSchema,
  pqr: pqrSchema,
  pressure_test: pressureTestSchema,
  hand_over: handOverSchema,
  intake: intakeSchema,
};

/** Kinds of which a record may be taken away while nothing rests on it. */
export const REMOVABLE: readonly Kind[] = ['joint', 'line', 'own_row'];

/** Kinds that are evidence: written once, never changed in place. */
export const EVIDENCE: readonly Kind[] = [
  'log',
  'coupon',
  'purge_session',
  'purge_mark',
  'signature',
  'confirmation',
  'pqr',
  'pressure_test',
  'hand_over',
  'intake',
];
