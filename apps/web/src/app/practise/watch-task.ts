import type { BenchSetup } from '@hephaist/core/practise/bench-setup';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import type { Habits } from '@hephaist/core/practise/scripted-hand';

/** A joint, and the hand that makes it. */
export interface WatchTask {
  readonly setup: BenchSetup;
  readonly habits: Habits;
}

/** What the worker tells: how far it is, s of the bench's time; the joint when it is made. */
export type WatchNews = { readonly timeS: number } | { readonly watched: MadeJoint };
