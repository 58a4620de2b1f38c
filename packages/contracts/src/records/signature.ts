import * as yup from 'yup';
import { idSchema, instantSchema, oneLine, passwordAgainSchema, sha256Schema } from '../schemas/ids.js';

/** What a signature can mean, and the words that stand by it. */
export const MEANINGS = {
  released: 'released for use',
  judged: 'read and judged',
  'out-of-range': 'brazed although out of range, for the reason given',
  tested: 'tested and found as written',
  checked: 'gone through step by step, as written',
  confirmed: 'continuity confirmed',
  withdrawn: 'withdrawn for cause',
  readmitted: 'withdrawal lifted',
  annulled: 'annulled: it no longer counts, for the reason given',
  changed: 'changed after it was brazed, for the reason given',
  witnessed: 'seen done and read',
  reviewed: 'gone through as it stands',
  'handed-over': 'handed over',
  countersigned: 'brought in: seen, and taken as good here',
} as const;
export type Meaning = keyof typeof MEANINGS;
const MEANING_IDS = Object.keys(MEANINGS) as Meaning[];

/** Kinds of records that can be signed. */
export const SIGNABLE = [
  'procedure',
  'coupon',
  'log',
  'brazer',
  'job',
  'confirmation',
  'pqr',
  'pressure_test',
  'joint',
  'line_step',
  'rig_check',
  'second_look',
  'annulment',
  'hand_over',
  'intake',
] as const;

/**
 * Who signed what, when, as what. `contentHash` is the SHA-256 of the signed record's canonical JSON: a record that
 * differs by one letter is not the one that was signed.
 */
export const signatureSchema = yup
  .object({
    id: idSchema,
    kind: yup.string().oneOf(SIGNABLE).required(),
    recordId: idSchema,
    /** Version of the record that was signed. */
    signedVersion: yup.number().integer().min(1).required(),
    contentHash: sha256Schema(),
    meaning: yup.string().oneOf(MEANING_IDS).required('Say what the signature means'),
    accountId: idSchema,
    person: oneLine('Name').required(),
    roles: yup.array(yup.string().required()).required(),
    at: instantSchema.required(),
  })
  .noUnknown('has a field that is not known here');
export type Signature = Omit<yup.InferType<typeof signatureSchema>, 'meaning'> & { meaning: Meaning };

/** A signature as it is shown: one that came in with a file was not checked against a password here. */
export interface ShownSignature extends Signature {
  readonly imported: boolean;
}

/** A password given again, and what it is given for. Comes beside a command. */
export const signingSchema = yup
  .object({
    password: passwordAgainSchema(),
    meaning: yup.string().oneOf(MEANING_IDS, 'pick what the signature means').required('Say what the signature means'),
  })
  .noUnknown('has a field that is not known here');
export interface Signing {
  readonly password: string;
  readonly meaning: Meaning;
}
