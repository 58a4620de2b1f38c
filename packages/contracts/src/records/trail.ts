import type { Leaf } from './changed-fields.js';
import type { Kind } from './kinds.js';

/** What the trail watches: records of every kind, accounts, photographs, commands, packages, and readings. */
export type Watched = Kind | 'account' | 'picture' | 'command' | 'snapshot' | 'package' | 'readings';

/** What an entry touched; `hash` is of its content after, null where it was taken away. */
export type Touched = readonly [kind: Watched, id: string, version: number, hash: string | null];

/** A field of a record that a write changed. */
export type Changed = readonly [id: string, field: string, from: Leaf, to: Leaf];
/** Most of them that one entry remembers. */
export const MOST_CHANGED = 60;

/** What is looked at in the trail: what people did, or who signed in. */
export const TRAIL_OF = ['changes', 'sign-ins'] as const;
export type TrailOf = (typeof TRAIL_OF)[number];

/** What is looked for in the trail; days are of UTC, both ends belong to them. */
export interface TrailAsked {
  readonly of: TrailOf;
  /** A mark, a number, a name, a deed; empty for all. */
  readonly sought: string;
  /** Who did it; empty for anybody. */
  readonly person: string;
  readonly from: string;
  readonly until: string;
}

/** What an entry of the audit trail says; its canonical JSON is what the chain binds. */
export interface TrailBody {
  readonly at: string;
  /** Account that did it, or the words of what did it by itself. */
  readonly by: { readonly id: string | null; readonly person: string };
  /** What was done: a kind written, a sign-in, an account changed … */
  readonly deed: string;
  readonly records: readonly Touched[];
  /** What it changed of records that were there before; absent in entries of before this was remembered. */
  readonly changes?: readonly Changed[];
  /** A few words more, e.g. whose account. Never a password. */
  readonly says: string;
}

/** One entry of the trail. */
export interface TrailEntry {
  readonly seq: number;
  readonly hash: string;
  readonly body: TrailBody;
}

/** What GET /api/trail answers: entries, newest first, and what the records in them are called now, by id. */
export interface TrailPage {
  readonly entries: readonly TrailEntry[];
  readonly names: Readonly<Record<string, string>>;
  /** Everybody who ever did something, for the filter; only on the first page. */
  readonly people: readonly string[];
  /** Where a record of theirs is followed, by its id: a log leads to its joint, a confirmation to its brazer. */
  readonly leads: Readonly<Record<string, { readonly of: string; readonly id: string }>>;
}

/** Longest word that is looked for in the trail. */
export const MOST_SOUGHT = 80;

/** What checking the trail found. */
export interface TrailVerdict {
  readonly entries: number;
  /** Hash of the last entry: written down elsewhere, it shows later that nothing before it changed. */
  readonly head: string;
  /** Anchors written down earlier that it was held against. */
  readonly anchors: number;
  /** Records, accounts, photographs, commands, packages and readings compared with what the trail says of them. */
  readonly records: number;
  readonly problems: readonly string[];
  /** What is worth knowing and no fault, as that a restore took it back. */
  readonly notes: readonly string[];
}
