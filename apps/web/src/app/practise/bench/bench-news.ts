import type { BenchPicture, BenchShape } from '@hephaist/core/practise/bench-picture';
import type { BenchSetup } from '@hephaist/core/practise/bench-setup';
import type { Coached } from '@hephaist/core/practise/coach';
import type { Deed, Hand } from '@hephaist/core/practise/hand';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';

/** What the bench is told: begin, what the hand does, how fast time goes (0 rests), ask why, saw. */
export type BenchOrder =
  | { readonly begin: BenchSetup }
  | { readonly hand: Partial<Hand> }
  | { readonly speed: number }
  | { readonly why: { readonly atM: number; readonly rad: number } }
  | { readonly sawAtRad: number };

/** What the bench tells: its outline, how it looks, why, and the joint when it is sawn. */
export type BenchNews =
  | { readonly shape: BenchShape }
  | { readonly picture: BenchPicture; readonly coached: Coached; readonly over: boolean }
  | { readonly why: readonly string[] }
  | { readonly made: MadeJoint; readonly deeds: readonly Deed[] };
