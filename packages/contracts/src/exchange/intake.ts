import type { FieldProblem } from '@hephaist/core/source/problem';
import type { Confirmation } from '../records/confirmation.js';
import { contentHash } from '../records/content.js';
import type { Coupon } from '../records/coupon.js';
import type { Brought } from '../records/intake-record.js';
import { FILED, type Kind, kindRow, type RecordKinds } from '../records/kinds.js';
import type { Role } from '../records/roles.js';
import type { Signature } from '../records/signature.js';
import { neededMeaning } from '../records/signing.js';
import type { JobFile } from './exchange.js';
import { mayDo } from './people.js';

/** Records of a kind as a job's file holds them. */
export function filedRows<K extends Kind>(file: JobFile, kind: K): readonly RecordKinds[K][] {
  const place = kindRow(kind).filed?.place;
  const rows = place ? file[place as keyof JobFile] : [];
  return (Array.isArray(rows) ? rows : [rows]) as unknown as readonly RecordKinds[K][];
}

/** Names shown of one kind. */
const MOST_NAMES = 40;

/** What a job's file brings, kind by kind; kinds it holds nothing of are left out. */
export function broughtBy(file: JobFile): Brought[] {
  const people = new Map(file.brazers.map((b) => [b.id, b.name]));
  /** What speaks of a brazer stands by the brazer: "Orla Fennimore: C-001, C-002". */
  const namesOf = (kind: Kind, rows: readonly RecordKinds[Kind][], name: (r: never) => string): string[] => {
    if (kind !== 'coupon' && kind !== 'confirmation') return rows.map((r) => name(r as never));
    const of = new Map<string, string[]>();
    for (const r of rows as readonly (Coupon | Confirmation)[]) {
      const who = people.get(r.brazerId) ?? 'somebody';
      of.set(who, [...(of.get(who) ?? []), name(r as never)]);
    }
    return [...of].map(([who, own]) => `${who}: ${own.join(', ')}`);
  };
  const signed = new Set(file.signatures.map((s) => `${s.recordId} ${s.meaning}`));
  return FILED.flatMap((kind) => {
    const rows = filedRows(file, kind);
    const { named } = kindRow(kind);
    const unsigned = rows.filter((r) => {
      const meaning = neededMeaning(kind, r);
      return meaning !== null && !signed.has(`${r.id} ${meaning}`);
    });
    return rows.length
      ? [
          {
            kind,
            count: rows.length,
            unsigned: unsigned.length,
            names: named ? namesOf(kind, rows, named).slice(0, MOST_NAMES) : [],
          },
        ]
      : [];
  });
}

/**
 * Whether what a file brings must wait until a person of quality has countersigned it: evidence of any kind, what must
 * be signed, and what the one who brings it may not write.
 */
export const mustBeCountersigned = (file: JobFile, roles: readonly Role[]): boolean =>
  FILED.some((kind) =>
    filedRows(file, kind).some(
      (r) => kindRow(kind).evidence || !mayDo(roles, `write:${kind}`) || neededMeaning(kind, r) !== null,
    ),
  );

/**
 * Signatures that do not fit what they stand for: evidence is as it was signed, and so is what must be signed as it
 * stands. An earlier state of a record that changes is not in the file and cannot be held against its signature.
 * @param raw the file before it was read: fields that a later version added are not in what was signed
 */
export function misfitSignatures(file: JobFile, raw: unknown): FieldProblem[] {
  const asked = new Set(file.signatures.map((s) => s.recordId));
  const hashes = new Map<string, readonly [kind: Kind, hashes: readonly string[], needed: string | null]>();
  for (const kind of FILED) {
    const before = (raw as Partial<Record<string, unknown>>)[kindRow(kind).filed?.place ?? ''];
    filedRows(file, kind).forEach((r, i) => {
      if (!asked.has(r.id)) return;
      const own: unknown = Array.isArray(before) ? before[i] : undefined;
      hashes.set(r.id, [kind, [contentHash(r), contentHash(own)], neededMeaning(kind, r)]);
    });
  }
  const fits = (s: Signature): boolean => hashes.get(s.recordId)?.[1].includes(s.contentHash) ?? false;
  const fitting = new Set(file.signatures.filter(fits).map((s) => `${s.recordId} ${s.meaning}`));
  return file.signatures.flatMap((s, i) => {
    const [kind, , needed] = hashes.get(s.recordId) ?? ['signature', [], null];
    if (kind !== s.kind) return [{ field: `signatures.${i}.kind`, says: `what it signs is a ${kind}` }];
    const binds = kindRow(kind).evidence || needed === s.meaning;
    return binds && !fitting.has(`${s.recordId} ${s.meaning}`)
      ? [{ field: `signatures.${i}.contentHash`, says: 'the record is not as it was signed' }]
      : [];
  });
}
