import { type Catalogue, SHIPPED } from '@hephaist/core/catalogue/catalogue';
import * as yup from 'yup';
import { type Kind, kindRow, KINDS, type RecordKinds } from '../records/kinds.js';
import type { Stored } from '../records/stored.js';
import { idSchema } from '../schemas/ids.js';
import { type AnyFlagSchema, parse } from '../schemas/parse.js';
import { whole } from '../schemas/whole.js';

/**
 * A write: put records of one kind and remove others, all or none. Ids come from the client, so sending it twice is harmless.
 * `seen` is the version the writer last saw; 0 for a new record.
 */
export interface PutCommand<K extends Kind = Kind> {
  readonly id: string;
  readonly kind: K;
  readonly records: readonly { readonly seen: number; readonly data: RecordKinds[K] }[];
  /** Records to take away: joints without a log entry, lines without joints, rows of the company's own. */
  readonly removals?: readonly { readonly id: string; readonly seen: number }[];
}

export interface PutResult<K extends Kind = Kind> {
  readonly commandId: string;
  readonly records: readonly Stored<RecordKinds[K]>[];
}

/** Most records in one write. */
export const MOST_AT_ONCE = 20000;

/** More changes than any record has seen. */
const MOST_VERSIONS = 1_000_000_000;

const envelope = yup
  .object({
    id: idSchema,
    kind: yup.string().oneOf(KINDS).required(),
    records: yup
      .array(
        yup
          .object({ seen: yup.number().integer().min(0).max(MOST_VERSIONS).required(), data: yup.object().required() })
          .required(),
      )
      .max(MOST_AT_ONCE, `at most ${MOST_AT_ONCE} records at once`)
      .required(),
    removals: yup
      .array(yup.object({ id: idSchema, seen: yup.number().integer().min(1).max(MOST_VERSIONS).required() }).required())
      .max(MOST_AT_ONCE, `at most ${MOST_AT_ONCE} records at once`)
      .optional(),
  })
  .noUnknown()
  .test(
    'something',
    'nothing to write',
    whole(['records', 'removals'], (c) => (c.records?.length ?? 0) + (c.removals?.length ?? 0) > 0),
  );

/** A command before its records are read by their own schema. */
interface Envelope {
  readonly id: string;
  readonly kind: Kind;
  readonly records: readonly { readonly seen: number; readonly data: object }[];
  readonly removals?: PutCommand['removals'];
}

/** Reads a command from outside. @throws ContractError with a problem for each field */
export function parseCommand(value: unknown, tables: Catalogue = SHIPPED): PutCommand {
  const outer = parse<Envelope>(envelope as AnyFlagSchema<Envelope>, value, '', tables);
  const records = outer.records.map((r, i) => ({
    seen: r.seen,
    data: parse(
      kindRow(outer.kind).schema as AnyFlagSchema<RecordKinds[Kind]>,
      r.data,
      outer.records.length > 1 ? `records.${i}.` : '',
      tables,
    ),
  }));
  return { id: outer.id, kind: outer.kind, records, removals: outer.removals ?? [] } as PutCommand;
}
