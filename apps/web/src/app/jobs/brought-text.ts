import type { Brought } from '@hephaist/contracts/records/intake-record';
import { kindRow } from '@hephaist/contracts/records/kinds';

/** "12 coupons, 3 without a signature: Prue Akintola: C-001, C-002; …" */
export function broughtLine({ kind, count, unsigned, names }: Brought): string {
  const [one, many] = kindRow(kind).words;
  const missing = unsigned
    ? `, ${unsigned === count ? (count === 1 ? 'without' : 'all without') : `${unsigned} without`} a signature`
    : '';
  return `${count} ${count === 1 ? one : many}${missing}${names.length ? `: ${names.join('; ')}` : ''}`;
}

/** What a file brings, line by line; the job itself is named elsewhere. */
export const broughtLines = (brings: readonly Brought[]): string[] =>
  brings.filter((b) => b.kind !== 'job').map(broughtLine);
