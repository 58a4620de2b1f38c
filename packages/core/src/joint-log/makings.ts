import { published } from '../source/source.js';
import { isCutOut } from './rejects.js';

export const REPAIR_SOURCE = published('NFPA 99', 'a rejected joint may be repaired once, then it is cut out');

/** How a joint came to be brazed this time. */
export const MAKINGS = ['first', 'repaired', 'made anew'] as const;
export type Making = (typeof MAKINGS)[number];

export const MAKING_SAYS: Readonly<Record<Making, string>> = {
  first: 'made',
  repaired: 'repaired in place',
  'made anew': 'cut out and made anew',
};

/** One brazing of a joint; older logs do not say how it came about. */
export interface BrazedOnce {
  readonly brazedAt: string;
  readonly visual: 'accepted' | 'rejected';
  readonly visualReason?: string | null | undefined;
  readonly madeAs?: Making | undefined;
}

/** What may come next for a joint; cracked, eroded or melted metal is cut out at once. Source: REPAIR_SOURCE, REJECT_SOURCE. */
export function nextMakings(log: readonly BrazedOnce[]): readonly Making[] {
  if (!log.length) return ['first'];
  const inOrder = [...log].sort((a, b) => Date.parse(a.brazedAt) - Date.parse(b.brazedAt));
  const start = inOrder.findLastIndex((l) => l.madeAs === 'made anew' || l.madeAs === 'first');
  const since = inOrder.slice(Math.max(0, start));
  // Where an older log does not say, everything after the first entry counts as its repair.
  const repaired = since.length > 1;
  const broken = isCutOut(inOrder.at(-1)?.visualReason);
  return repaired || broken ? ['made anew'] : ['repaired', 'made anew'];
}
