import type { Brought, Kind } from '@hephaist/contracts';

/** One and many of each kind, as a job's file brings them. */
const WORDS: Readonly<Partial<Record<Kind, readonly [one: string, many: string]>>> = {
  line: ['line', 'lines'],
  joint: ['joint', 'joints'],
  log: ['entry of the brazing log', 'entries of the brazing log'],
  procedure: ['procedure', 'procedures'],
  brazer: ['brazer', 'brazers'],
  coupon: ['coupon', 'coupons'],
  confirmation: ['confirmation', 'confirmations'],
  pqr: ['procedure qualification record', 'procedure qualification records'],
  pressure_test: ['pressure test', 'pressure tests'],
  own_row: ['row of the company’s tables', 'rows of the company’s tables'],
  purge_session: ['purge session', 'purge sessions'],
  purge_mark: ['mark in a purge', 'marks in purges'],
  signature: ['signature given elsewhere', 'signatures given elsewhere'],
};

/** "12 coupons, 3 without a signature: Prue Akintola: C-001, C-002; …" */
export function broughtLine({ kind, count, unsigned, names }: Brought): string {
  const [one, many] = WORDS[kind] ?? [kind, kind];
  const missing = unsigned
    ? `, ${unsigned === count ? (count === 1 ? 'without' : 'all without') : `${unsigned} without`} a signature`
    : '';
  return `${count} ${count === 1 ? one : many}${missing}${names.length ? `: ${names.join('; ')}` : ''}`;
}

/** What a file brings, line by line; the job itself is named elsewhere. */
export const broughtLines = (brings: readonly Brought[]): string[] =>
  brings.filter((b) => b.kind !== 'job').map(broughtLine);
