import * as yup from 'yup';
import { type Kind, KINDS, rowOfKind } from '../records/kinds.js';
import { BENCH, OFFICE, type Role, ROLES } from '../records/roles.js';
import type { Meaning } from '../records/signature.js';
import { idSchema, oneLine } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';

/** What can be done besides writing a kind of record. */
export const DEEDS = [
  'read',
  'import',
  'export',
  'mishap',
  'people',
  'trail',
  'calendar',
  'picture',
  'original',
  'hand-over',
  'countersign',
  'give-roles',
] as const;
export type Deed = (typeof DEEDS)[number] | `write:${Kind}`;

/** Who may give a signature of a meaning, beside writing the record; hand-overs and files have ways of their own. */
const SIGNERS: Readonly<Record<Meaning, readonly Role[]>> = {
  released: ['quality'],
  judged: ['quality'],
  tested: BENCH,
  checked: BENCH,
  'out-of-range': BENCH,
  confirmed: ['lead', 'quality'],
  withdrawn: ['lead', 'quality'],
  readmitted: ['quality'],
  annulled: ['quality'],
  changed: ['lead', 'quality'],
  witnessed: BENCH,
  reviewed: ['lead', 'quality'],
  'handed-over': [],
  countersigned: [],
};

/** Whether somebody may sign a record as this, by a command. */
export const maySign = (roles: readonly Role[], meaning: Meaning): boolean =>
  SIGNERS[meaning].some((r) => roles.includes(r));

const DOERS: Readonly<Record<(typeof DEEDS)[number], readonly Role[]>> = {
  read: ROLES,
  import: OFFICE,
  export: ['lead', 'quality', 'administrator', 'auditor'],
  mishap: BENCH,
  people: ['administrator'],
  trail: ['quality', 'administrator', 'auditor'],
  calendar: ROLES,
  picture: BENCH,
  original: ['quality', 'auditor'],
  'hand-over': ['quality'],
  countersign: ['quality'],
  'give-roles': ['quality', 'administrator'],
};

/** Roles that sign for the company or let people in: two give them. */
export const GIVEN_BY_TWO: readonly Role[] = ['quality', 'administrator'];
/** Roles that sign or administer: where the company asks for it, they have a second factor. */
export const SECOND_FACTOR_ROLES: readonly Role[] = ['lead', 'quality', 'administrator'];

/** Roles that may do something. The one table that routes and buttons both ask. */
export const whoMay = (deed: Deed): readonly Role[] =>
  deed.startsWith('write:')
    ? (rowOfKind(deed.slice('write:'.length))?.writers ?? [])
    : DOERS[deed as (typeof DEEDS)[number]];

export const mayDo = (roles: readonly Role[], deed: Deed): boolean => whoMay(deed).some((r) => roles.includes(r));

/** Every deed there is. */
export const ALL_DEEDS: readonly Deed[] = [...DEEDS, ...KINDS.map((k): Deed => `write:${k}`)];

/** A password as it may be chosen. Long rather than odd: length is what holds. */
export const PASSWORD_LENGTH = { least: 10, most: 200 } as const;
export const passwordSchema = yup
  .string()
  .required('Choose a password')
  .min(PASSWORD_LENGTH.least, `at least ${PASSWORD_LENGTH.least} characters`)
  .max(PASSWORD_LENGTH.most, `at most ${PASSWORD_LENGTH.most} characters`);

export const signInNameSchema = oneLine('Sign-in name', 40)
  .required('Give a name to sign in with')
  .matches(/^[a-z0-9][a-z0-9._-]*$/, 'small letters, digits, dot, dash, underscore');

const rolesSchema = yup
  .array(
    yup
      .string()
      .oneOf(ROLES, `one of ${ROLES.join(', ')}`)
      .required(),
  )
  .min(1, 'at least one role')
  .required('at least one role');

const codeSchema = () => yup.string().trim().max(40, 'at most 40 characters');

export const signInSchema = strict(
  yup.object({
    name: yup.string().trim().max(40).required('Give your sign-in name'),
    password: yup.string().max(PASSWORD_LENGTH.most).required('Give your password'),
    /** Of the second factor, where the account has one. */
    code: codeSchema().notRequired(),
  }),
);

/** A password chosen anew by who was given a one-time code. */
export const resetSchema = strict(
  yup.object({
    name: yup.string().trim().max(40).required('Give your sign-in name'),
    code: codeSchema().required('Type the code you were given'),
    password: passwordSchema,
  }),
);

export const secondFactorSchema = strict(yup.object({ code: codeSchema().required('Type the six digits') }));
export const secondFactorRuleSchema = strict(yup.object({ required: yup.boolean().required() }));

export const firstRunSchema = strict(
  yup.object({
    code: yup.string().trim().max(60).required('Type the code printed where Hephaist was started'),
    company: oneLine('Company').required('Name the company'),
    person: oneLine('Your name').required('Give your name'),
    name: signInNameSchema,
    password: passwordSchema,
  }),
);

export const newPersonSchema = strict(
  yup.object({
    id: idSchema,
    name: signInNameSchema,
    person: oneLine('Name').required('Give the person’s name'),
    roles: rolesSchema,
    /** Brazer this person is; null for who does not braze. */
    brazerId: idSchema.notRequired().nullable().default(null),
    password: passwordSchema,
  }),
);

export const changePersonSchema = strict(
  yup.object({
    person: oneLine('Name').required('Give the person’s name'),
    roles: rolesSchema,
    brazerId: idSchema.notRequired().nullable().default(null),
    disabled: yup.boolean().required(),
  }),
);

export const newPasswordSchema = strict(
  yup.object({
    old: yup.string().max(PASSWORD_LENGTH.most).required('Give the password you have now'),
    password: passwordSchema,
  }),
);

export type SignIn = yup.InferType<typeof signInSchema>;
export type Reset = yup.InferType<typeof resetSchema>;
export type FirstRun = yup.InferType<typeof firstRunSchema>;
export type NewPerson = Omit<yup.InferType<typeof newPersonSchema>, 'roles'> & { roles: Role[] };
export type ChangePerson = Omit<yup.InferType<typeof changePersonSchema>, 'roles'> & { roles: Role[] };
export type NewPassword = yup.InferType<typeof newPasswordSchema>;

/** Who is signed in, as GET /api/me answers. */
export interface Me {
  readonly id: string;
  readonly name: string;
  readonly person: string;
  readonly company: string;
  readonly roles: readonly Role[];
  readonly brazerId: string | null;
  /** The password was given by someone else: it is to be changed first. */
  readonly mustChange: boolean;
  /** Of the sign-in; `wanted` where the company asks for one that is not there yet. */
  readonly secondFactor: 'on' | 'off' | 'wanted';
  /** Took this device over with a short code: works and logs, signs nothing. */
  readonly byCode: boolean;
}

/** One account, as the administrator sees it. */
export interface Person extends Omit<Me, 'company' | 'byCode'> {
  readonly disabled: boolean;
  readonly lastSeen: string | null;
  /** Roles that wait for a second who gives them too, and who asked. */
  readonly waiting: { readonly roles: readonly Role[]; readonly by: string } | null;
}

/** The people of a company, and whether it asks for a second factor of those who sign or administer. */
export interface PeopleAnswer {
  readonly people: readonly Person[];
  readonly secondFactorRequired: boolean;
}

/** One sign-in of one's own. */
export interface OwnSignIn {
  readonly id: string;
  readonly madeAt: string;
  readonly seenAt: string;
  readonly place: string;
  readonly agent: string;
  /** It is the one that asks. */
  readonly here: boolean;
}

/** Entries of the log of access in one answer. */
export const ACCESS_PAGE = 200;

/** One line of the log of access. */
export interface AccessEntry {
  readonly id: number;
  readonly at: string;
  /** Sign-in name. */
  readonly who: string;
  readonly what: string;
  readonly place: string;
}

/** Somebody of the demo, as the page where one signs in shows them: invented, the password no secret. */
export interface DemoSignIn {
  readonly name: string;
  readonly person: string;
  readonly roles: readonly Role[];
  readonly password: string;
  readonly does: string;
}

/** Whether nobody has an account yet, whether a code for the first one is out, and who of the demo can sign in. */
export interface FirstRunState {
  readonly waiting: boolean;
  readonly code: boolean;
  readonly demo: readonly DemoSignIn[];
}
