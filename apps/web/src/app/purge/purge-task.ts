import type { FieldProblem, LinePurge, LinePurgeWishes, PurgeNetwork } from '@hephaist/core';

/** What the worker is asked to plan. */
export interface PurgeTask {
  readonly net: PurgeNetwork;
  readonly wishes: Omit<LinePurgeWishes, 'going'>;
}

/** What it tells: how far it is, the plan, or why there is none. */
export type PurgeNews =
  { readonly done: number } | { readonly plan: LinePurge } | { readonly problems: readonly FieldProblem[] };
