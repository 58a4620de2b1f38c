import type { Kind } from '../records/kinds.js';

/** What can be followed in one page: all that bears on it, in order of time. A lot is known by its text. */
export const FOLLOWABLE = ['joint', 'brazer', 'procedure', 'coupon', 'lot'] as const;
export type Followable = (typeof FOLLOWABLE)[number];

/** A way on from an event: to another page of this kind. */
export interface FollowLink {
  readonly of: Followable;
  readonly id: string;
  readonly name: string;
}

/** One thing that bears on what is followed. Its sentences carry their quantities in SI, to be said in units. */
export interface FollowEvent {
  /** An instant, or a day where nobody wrote down the time. */
  readonly at: string;
  readonly kind: Kind;
  readonly recordId: string;
  readonly what: string;
  readonly tone: 'fine' | 'caution' | 'refused' | 'plain';
  readonly lines: readonly string[];
  readonly links: readonly FollowLink[];
  /** Why it was annulled; null while it stands. */
  readonly annulled: string | null;
  /** Each signature in words. */
  readonly signed: readonly string[];
  readonly pictureIds: readonly string[];
  /** A laboratory's report that is on file with it. */
  readonly reportId?: string | undefined;
}

/** What GET /api/follow/:of/:id answers. */
export interface Followed {
  readonly of: Followable;
  readonly id: string;
  readonly name: string;
  /** Its job, where it is of one. */
  readonly jobId: string | null;
  readonly timeZone: string;
  /** What it is, in short rows. */
  readonly about: readonly (readonly [name: string, says: string])[];
  /** Oldest first. */
  readonly events: readonly FollowEvent[];
}
