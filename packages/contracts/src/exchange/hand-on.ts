import * as yup from 'yup';
import { idSchema } from '../schemas/ids.js';
import { strict } from '../schemas/strict.js';
import { type Deed, mayDo, type Me, PASSWORD_LENGTH } from './people.js';

/** What somebody may do who took a tablet over with a short code: work and log, never sign. */
const AT_THE_TORCH: readonly Deed[] = ['read', 'picture', 'mishap', 'write:log', 'write:purge_mark'];

/** Whether who is signed in may do something as they signed in: by password all of their roles, by a short code less. */
export const mayNow = (who: Pick<Me, 'roles' | 'byCode'>, deed: Deed): boolean =>
  mayDo(who.roles, deed) && (!who.byCode || AT_THE_TORCH.includes(deed));

/** Digits of a short code: few enough for a glove, good on one device only, and soon spent by guessing. */
export const CODE_DIGITS = { least: 4, most: 8 } as const;
const codeSchema = () =>
  yup
    .string()
    .required(`Give ${CODE_DIGITS.least} to ${CODE_DIGITS.most} digits`)
    .matches(
      new RegExp(`^\\d{${CODE_DIGITS.least},${CODE_DIGITS.most}}$`),
      `${CODE_DIGITS.least} to ${CODE_DIGITS.most} digits`,
    );

/** A short code for this device, chosen with the password given again. */
export const shortCodeSchema = strict(
  yup.object({
    password: yup.string().max(PASSWORD_LENGTH.most).required('Give your password'),
    code: codeSchema().test(
      'guessed first',
      'not one digit repeated or a row of digits: those are guessed first',
      (code) => !code || !(/^(\d)\1+$/.test(code) || '01234567890'.includes(code) || '09876543210'.includes(code)),
    ),
  }),
);
export type ShortCode = yup.InferType<typeof shortCodeSchema>;

/** Taking a device over. */
export const takeOverSchema = strict(yup.object({ accountId: idSchema, code: codeSchema() }));
export type TakeOver = yup.InferType<typeof takeOverSchema>;

/** Who may take this device over with a short code. */
export interface HandOnAnswer {
  /** False where the company has switched it off. */
  readonly allowed: boolean;
  readonly people: readonly { readonly id: string; readonly person: string }[];
}

/** A device that somebody signed in on, as the administrator sees it. */
export interface Device {
  readonly id: string;
  /** What its browser calls itself. */
  readonly agent: string;
  readonly madeAt: string;
  readonly seenAt: string;
  /** Who was signed in on it last. */
  readonly person: string;
  /** Who has a short code on it. */
  readonly codes: readonly string[];
  readonly revoked: boolean;
  /** It is the one that asks. */
  readonly here: boolean;
}
