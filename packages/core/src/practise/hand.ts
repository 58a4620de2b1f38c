import type { FlameKind } from '../heat/flame.js';
import type { BenchSetup } from './bench-setup.js';

/** What both hands do at a moment. Lengths m, angles radians round the pipe from 12 o'clock clockwise. */
export interface Hand {
  readonly lit: boolean;
  readonly kind: FlameKind;
  readonly tipId: string;
  /** From the inner cone's end to the work. */
  readonly farM: number;
  /** Where the flame plays along the pipe: 0 the mouth of the socket, into the socket positive. */
  readonly atM: number;
  readonly turnRad: number;
  /** The flame is lit and turned away from the work. */
  readonly aside: boolean;
  /** A second torch opposite the first. */
  readonly second: boolean;
  /** The rod touches the mouth. */
  readonly feeding: boolean;
  readonly feedRad: number;
  readonly feedMs: number;
  /** Nitrogen, as a share of what is planned; the vent open. */
  readonly nitrogen: number;
  readonly vent: boolean;
}

/** A change of hand, and before which tick of the bench it was made. */
export interface Deed {
  readonly tick: number;
  readonly does: Partial<Hand>;
}

/** The hand before anything is done: torch out, rod away, nitrogen shut. */
export const restingHand = (setup: Pick<BenchSetup, 'tipId'>): Hand => ({
  lit: false,
  kind: 'neutral',
  tipId: setup.tipId,
  farM: 0.015,
  atM: -0.01,
  turnRad: 0,
  aside: false,
  second: false,
  feeding: false,
  feedRad: Math.PI,
  feedMs: 0.01,
  nitrogen: 0,
  vent: true,
});

/** Lengths, angles and shares of a hand are kept to one part of so many. */
export const KEPT_PARTS = 1e4;
/** A number of the hand as it is kept. */
export const kept = (x: number): number => Math.round(x * KEPT_PARTS) / KEPT_PARTS + 0;

/** What differs between two hands, rounded so that a run is short to keep; null where nothing does. */
export function deedBetween(before: Hand, after: Hand): Partial<Hand> | null {
  const changed: Record<string, unknown> = {};
  for (const [key, value] of Object.entries(after)) {
    const was = before[key as keyof Hand];
    const is = typeof value === 'number' ? kept(value) : (value as unknown);
    if (is !== was) changed[key] = is;
  }
  return Object.keys(changed).length ? changed : null;
}

/** What the hand did up to a tick, without making the joint: where the flame of an earlier run was then. */
export function handAt(setup: Pick<BenchSetup, 'tipId'>, deeds: readonly Deed[], tick: number): Hand {
  let hand = restingHand(setup);
  for (const deed of deeds) {
    if (deed.tick > tick) break;
    hand = { ...hand, ...deed.does };
  }
  return hand;
}
