import type { PutCommand } from '@hephaist/contracts/exchange/commands';
import { changedFields } from '@hephaist/contracts/records/changed-fields';
import type { UnitSystem } from '@hephaist/core/units/units';
import { fieldWords, leafWords } from '../data/field-words';
import type { Held } from '../data/local-db';

/** A field of an entry that was refused, as it is held here and as it stands with the server. */
export interface BesideRow {
  readonly field: string;
  readonly here: string;
  readonly there: string;
}

/** What the server had instead, where it told; records as they stand. */
const currentOf = (held: Held): readonly { readonly version: number; readonly data: { readonly id: string } }[] =>
  (held.refused?.current ?? []) as readonly { readonly version: number; readonly data: { readonly id: string } }[];

/** Fields that only say which record it is; and touches at the torch, each of its own moment. */
const OWN = new Set(['id', 'jobId', 'jointId', 'steps']);

/**
 * What is held here beside what stands with the server, field by field where they differ.
 * @param instead what stands where the server told nothing, as the last entry of the same joint
 */
export function besideRows(
  held: Held,
  about: {
    readonly instead: (data: { readonly id: string }) => object | null;
    readonly names: Readonly<Record<string, string>>;
    readonly system: UnitSystem;
  },
): readonly BesideRow[] {
  const current = currentOf(held);
  return held.command.records.flatMap(({ data }) => {
    const there = current.find((c) => c.data.id === data.id)?.data ?? about.instead(data) ?? {};
    return changedFields(there, data)
      .filter(([field]) => !OWN.has(field))
      .map(([field, theirs, mine]) => ({
        field: fieldWords(field),
        here: leafWords(field, mine, about.names, about.system),
        there: leafWords(field, theirs, about.names, about.system),
      }));
  });
}

/** The same over what stands now, by its versions; null where the server told of none. */
export function overWhatStands(held: Held): PutCommand | null {
  const current = currentOf(held);
  if (!current.length) return null;
  const seen = (id: string, was: number): number => current.find((c) => c.data.id === id)?.version ?? was;
  return {
    ...held.command,
    records: held.command.records.map((r) => ({ ...r, seen: seen(r.data.id, r.seen) })),
  };
}
