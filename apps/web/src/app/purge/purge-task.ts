import type { LinePurge, LinePurgeWishes } from '@hephaist/core/purge/line-plan';
import type { PurgeNetwork } from '@hephaist/core/purge/network';
import type { FieldProblem } from '@hephaist/core/source/problem';

/** What the worker is asked to plan. */
export interface PurgeTask {
  readonly net: PurgeNetwork;
  readonly wishes: Omit<LinePurgeWishes, 'going'>;
}

/** What it tells: how far it is, the plan, or why there is none. */
export type PurgeNews =
  { readonly done: number } | { readonly plan: LinePurge } | { readonly problems: readonly FieldProblem[] };
