import type { ChainHead } from '@hephaist/core/audit/chain';
import { type Anchor, dayOf, isSigned } from './anchor.js';

/** An entry that says the database was taken back to an earlier state, and when. */
export interface TakenBack {
  readonly seq: number;
  readonly at: string;
}

/**
 * A trail against everything that was written down of it.
 * @param hashAt hash of an entry of the trail; undefined past its end
 * @param byHand an entry somebody wrote down without a signature
 */
export function againstAnchors(
  anchors: readonly Anchor[],
  byHand: ChainHead | null,
  {
    hashAt,
    end,
    restores,
  }: { hashAt: (seq: number) => string | undefined; end: number; restores: readonly TakenBack[] },
): { readonly problems: string[]; readonly notes: string[] } {
  const problems = new Set<string>();
  const notes = new Set<string>();
  const judge = ({ seq, hash }: ChainHead, whose: string, at: string | null): void => {
    if (hashAt(seq) === hash) return;
    const back = at === null ? undefined : restores.find((r) => r.seq <= seq && r.at > at);
    if (back)
      notes.add(
        `a restore on ${back.at.slice(0, 10)} took the trail back past the anchor of ${at?.slice(0, 10) ?? ''}`,
      );
    else if (seq > end) problems.add(`the trail ends at ${end}, before entry ${seq}${whose}`);
    else problems.add(`entry ${seq} is not the one that was written down elsewhere${whose}`);
  };
  if (byHand) judge(byHand, '', null);
  for (const anchor of anchors)
    if (!isSigned(anchor)) notes.add(`an anchor of ${dayOf(anchor)} is not signed as it says, and was not used`);
    else judge(anchor, `, anchored on ${dayOf(anchor)}`, anchor.at);
  return { problems: [...problems], notes: [...notes] };
}
