import { type LinePurge, type LinePurgeWishes, planLinePurge } from '@hephaist/core/purge/line-plan';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import { InputError } from '@hephaist/core/source/problem';

/** What is to be worked out. */
export interface PurgeTask {
  readonly net: PurgeNetwork;
  readonly wishes: Omit<LinePurgeWishes, 'going'>;
}
export type PurgeOutcome = { readonly plan: LinePurge } | { readonly problems: InputError['problems'] };

/** Works it out; what is wrong with the line is an outcome too. */
export function outcomeOf({ net, wishes }: PurgeTask): PurgeOutcome {
  try {
    return { plan: planLinePurge(net, wishes) };
  } catch (e) {
    if (e instanceof InputError) return { problems: e.problems };
    throw e;
  }
}
