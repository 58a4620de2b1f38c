import type { AnyFlagSchema } from '../schemas/parse.js';
import type { Role } from './roles.js';
import type { Meaning } from './signature.js';

/** Where the records of a kind stand in a job's file, and whether they are the job's own or the whole company's. */
export interface Filed {
  readonly place: string;
  readonly of: 'job' | 'company';
}

/** All that is particular to a kind of record. Its table has its name. */
export interface KindRow<T> {
  readonly schema: AnyFlagSchema;
  /** One and many of it, in words. */
  readonly words: readonly [one: string, many: string];
  /** Written once, never changed in place. */
  readonly evidence?: true;
  /** May be taken away while nothing rests on it. */
  readonly removable?: true | ((data: T) => boolean);
  /** Who may write it by a command. */
  readonly writers: readonly Role[];
  /** As what it must be signed as it stands; null where it needs no signature. @param before how it stood */
  readonly signed?: (data: T, before: T | null) => Meaning | null;
  readonly filed?: Filed;
  /** Columns kept beside it, for queries, and the field each is drawn from. */
  readonly columns: Readonly<Record<string, keyof T & string>>;
  /** Fields of what was done, which cannot lie ahead: instants, and days without a time. */
  readonly done?: { readonly at?: readonly (keyof T & string)[]; readonly on?: readonly (keyof T & string)[] };
  /** What there is one of in a company beside its id; what comes in of one that is here is left as it is. */
  readonly once?: (data: T) => string;
  /** What it is called where many are told together. */
  readonly named?: (data: T) => string;
}
