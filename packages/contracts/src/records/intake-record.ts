import * as yup from 'yup';
import { idSchema, oneLine, passwordAgainSchema, sha256Schema } from '../schemas/ids.js';
import type { Kind } from './kinds.js';

/** What a file brings of one kind. */
export interface Brought {
  readonly kind: Kind;
  readonly count: number;
  /** How many of them must be signed and came without a signature. */
  readonly unsigned: number;
  /** What the first of them are called, where they go by a name. */
  readonly names: readonly string[];
}

/**
 * That a job's file was brought in: which file, what it held, and which of its signatures were given elsewhere.
 * Evidence; countersigned by a person of quality where it holds evidence.
 */
export const intakeSchema = yup
  .object({
    id: idSchema,
    jobId: idSchema,
    jobName: oneLine('Job', 200).required(),
    fileHash: sha256Schema(),
    brings: yup
      .array(
        yup
          .object({
            kind: yup.string().required(),
            count: yup.number().integer().min(1).required(),
            unsigned: yup.number().integer().min(0).required(),
            names: yup.array(yup.string().required()).required(),
          })
          .noUnknown(),
      )
      .required(),
    /** Signatures that nobody gave a password for here. */
    signatureIds: yup.array(idSchema).required(),
  })
  .noUnknown('has a field that is not known here');
export interface Intake {
  readonly id: string;
  readonly jobId: string;
  readonly jobName: string;
  readonly fileHash: string;
  readonly brings: readonly Brought[];
  readonly signatureIds: readonly string[];
}

/** A file that waits to be countersigned: nothing of it is on file yet. */
export interface WaitingFile {
  readonly id: string;
  readonly jobName: string;
  readonly by: string;
  readonly at: string;
  readonly brings: readonly Brought[];
}

/** What comes of sending a file: it is in, or it waits. */
export interface IntakeAnswer {
  readonly jobId: string | null;
  readonly kept: number;
  readonly waits: WaitingFile | null;
}

export const countersignSchema = yup
  .object({ password: passwordAgainSchema() })
  .noUnknown('has a field that is not known here');
