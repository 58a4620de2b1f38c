import * as yup from 'yup';
import { idSchema, instantSchema, note, oneLine, passwordAgainSchema, sha256Schema } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';

const count = () => yup.number().integer().min(0).required();
const to = () => oneLine('To whom', 120).required('Say to whom it is handed over');
const units = () =>
  yup
    .string()
    .oneOf(['us', 'metric'] as const, 'us or metric')
    .required();

/**
 * That a job was handed over: to whom, and exactly what. `jobHash` is the SHA-256 of the job's file as it stood, so
 * that the signature binds every record in it. Evidence, signed.
 */
export const handOverSchema = strict(
  yup.object({
    id: idSchema,
    jobId: idSchema,
    to: to(),
    note: note(),
    units: units(),
    jobHash: sha256Schema(),
    /** Where the audit trail stood. */
    trail: strict(yup.object({ seq: count(), hash: sha256Schema() })).required(),
    joints: count(),
    accepted: count(),
    /** Points that were open, as the package lists them. */
    open: count(),
  }),
);
export type HandOver = yup.InferType<typeof handOverSchema>;

/** What is asked for: the server fills in the rest. */
export const handOverRequestSchema = strict(
  yup.object({
    id: idSchema,
    to: to(),
    note: note(),
    units: units(),
    password: passwordAgainSchema(),
  }),
);
export type HandOverRequest = yup.InferType<typeof handOverRequestSchema>;

/** How the package of a hand-over stands. */
export interface PackageState {
  readonly state: 'waiting' | 'building' | 'ready' | 'failed';
  /** What it is at, and how far: `done` of `of`. */
  readonly doing: string;
  readonly done: number;
  readonly of: number;
  readonly bytes: number | null;
  readonly hash: string | null;
  readonly problem: string | null;
}

/** A hand-over as a job lists it. */
export interface HandOverDetail {
  readonly handOver: HandOver;
  readonly by: string;
  readonly at: string;
  readonly package: PackageState;
}

export const PACKAGE_FORMAT = 'hephaist-package';
export const PACKAGE_VERSION = 1;
/** Most bytes of a package that can be read in. */
export const MOST_PACKAGE_BYTES = 256 * 1024 * 1024;
export const JOB_FILE_NAME = 'job.hephaist.json';
/** Where a photograph or a report stands in a package: its id, by its type. */
export const PICTURE_NAME = /^(?:photographs\/([0-9a-f-]{36})\.(?:jpg|png|webp)|reports\/([0-9a-f-]{36})\.pdf)$/;
export const PICTURE_ENDINGS: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'application/pdf': 'pdf',
};

/** What a package holds: every file but the manifest itself, with its size and SHA-256. */
export const manifestSchema = strict(
  yup.object({
    format: yup.string().oneOf([PACKAGE_FORMAT], 'this is not a Hephaist package').required(),
    version: yup.number().oneOf([PACKAGE_VERSION], `only version ${PACKAGE_VERSION} is known here`).required(),
    jobId: idSchema,
    handOverId: idSchema,
    builtAt: instantSchema.required(),
    files: yup
      .array(
        strict(
          yup.object({
            path: yup
              .string()
              .matches(/^[a-z0-9][a-z0-9./-]{0,90}$/, 'a plain path')
              .required(),
            bytes: count(),
            sha256: sha256Schema(),
          }),
        ).required(),
      )
      .min(1)
      .max(20_000)
      .required(),
  }),
);
export type Manifest = yup.InferType<typeof manifestSchema>;
