import type { FieldProblem } from '@hephaist/core';
import { contentHash } from './content.js';
import type { JobFile } from './exchange.js';
import type { Brought } from './intake-record.js';
import { EVIDENCE, type Kind, type RecordKinds } from './kinds.js';
import { mayDo, type Role } from './people.js';
import type { Confirmation } from './confirmation.js';
import type { Coupon } from './records.js';
import { neededMeaning } from './signing.js';
import type { Signature } from './signature.js';

/** Where the records of each kind stand in a job's file. */
const PLACES = {
  job: 'job',
  line: 'lines',
  joint: 'joints',
  log: 'logs',
  procedure: 'procedures',
  brazer: 'brazers',
  coupon: 'coupons',
  confirmation: 'confirmations',
  pqr: 'pqrs',
  pressure_test: 'pressureTests',
  own_row: 'ownRows',
  purge_session: 'sessions',
  purge_mark: 'marks',
  signature: 'signatures',
} as const satisfies Partial<Record<Kind, keyof JobFile>>;
type FiledKind = keyof typeof PLACES;
const FILED = Object.keys(PLACES) as FiledKind[];

const rowsOf = (file: JobFile, kind: FiledKind): readonly RecordKinds[Kind][] =>
  kind === 'job' ? [file.job] : (file[PLACES[kind]] as readonly RecordKinds[Kind][]);

/** Names shown of one kind. */
const MOST_NAMES = 40;

/** What a job's file brings, kind by kind; kinds it holds nothing of are left out. */
export function broughtBy(file: JobFile): Brought[] {
  const people = new Map(file.brazers.map((b) => [b.id, b.name]));
  const nameOf: { readonly [K in FiledKind]?: (r: RecordKinds[K]) => string } = {
    procedure: (p) => `${p.name} rev ${p.revision}${p.signedOn === null ? ', draft' : ''}`,
    brazer: (b) => `${b.name}, mark ${b.mark}`,
    coupon: (c) => c.number,
    confirmation: (c) => c.on,
    pqr: (p) => `${p.number} for ${p.procedureName}`,
    own_row: (r) => `${r.table} ${r.key}`,
    line: (l) => l.name,
  };
  /** What speaks of a brazer stands by the brazer: "Orla Fennimore: C-001, C-002". */
  const namesOf = (kind: FiledKind, rows: readonly RecordKinds[Kind][], name: (r: unknown) => string): string[] => {
    if (kind !== 'coupon' && kind !== 'confirmation') return rows.map(name);
    const of = new Map<string, string[]>();
    for (const r of rows as readonly (Coupon | Confirmation)[]) {
      const who = people.get(r.brazerId) ?? 'somebody';
      of.set(who, [...(of.get(who) ?? []), name(r)]);
    }
    return [...of].map(([who, own]) => `${who}: ${own.join(', ')}`);
  };
  const signed = new Set(file.signatures.map((s) => `${s.recordId} ${s.meaning}`));
  return FILED.flatMap((kind) => {
    const rows = rowsOf(file, kind);
    const name = nameOf[kind] as ((r: unknown) => string) | undefined;
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
            names: name ? namesOf(kind, rows, name).slice(0, MOST_NAMES) : [],
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
    rowsOf(file, kind).some(
      (r) => EVIDENCE.includes(kind) || !mayDo(roles, `write:${kind}`) || neededMeaning(kind, r) !== null,
    ),
  );

/**
 * Signatures that do not fit what they stand for: evidence is as it was signed, and so is what must be signed as it
 * stands. An earlier state of a record that changes is not in the file and cannot be held against its signature.
 * @param raw the file before it was read: fields that a later version added are not in what was signed
 */
export function misfitSignatures(file: JobFile, raw: unknown): FieldProblem[] {
  const asked = new Set(file.signatures.map((s) => s.recordId));
  const hashes = new Map<string, readonly [kind: FiledKind, hashes: readonly string[], needed: string | null]>();
  for (const kind of FILED) {
    const before = (raw as Partial<Record<string, unknown>>)[PLACES[kind]];
    rowsOf(file, kind).forEach((r, i) => {
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
    const binds = EVIDENCE.includes(kind) || needed === s.meaning;
    return binds && !fitting.has(`${s.recordId} ${s.meaning}`)
      ? [{ field: `signatures.${i}.contentHash`, says: 'the record is not as it was signed' }]
      : [];
  });
}
