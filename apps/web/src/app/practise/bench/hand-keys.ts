import type { Hand } from '@hephaist/core/practise/hand';

/** How fast keys carry the flame along, m/s, and round, rad/s; the rod round; and the distance a press. */
const [ALONG_MS, ROUND_RADS, ROD_RADS, NEARER] = [0.03, 4.4, 2, 1.18] as const;
export const [NEAREST_M, FARTHEST_M] = [0.001, 0.12] as const;
const TURN = 2 * Math.PI;

/** An angle in [0, 2 pi). */
export const inTurn = (rad: number): number => ((rad % TURN) + TURN) % TURN;
/** A distance that a hand can hold, m. */
export const inReach = (farM: number): number => Math.max(NEAREST_M, Math.min(FARTHEST_M, farM));

/** Keys that act while they are held. */
const HELD = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'q', 'e', ' '] as const;
export type HeldKey = (typeof HELD)[number];
export const isHeld = (key: string): key is HeldKey => (HELD as readonly string[]).includes(key);

/** What keys that are held change in a time. @param reach where the flame may be along, m */
export function heldFor(
  keys: ReadonlySet<HeldKey>,
  hand: Hand,
  dtS: number,
  reach: readonly [number, number],
): Partial<Hand> {
  const way = (more: HeldKey, less: HeldKey): number => Number(keys.has(more)) - Number(keys.has(less));
  const along = way('ArrowRight', 'ArrowLeft');
  const round = way('ArrowDown', 'ArrowUp');
  const rod = way('e', 'q');
  return {
    ...(along || round
      ? {
          aside: false,
          atM: Math.max(reach[0], Math.min(reach[1], hand.atM + along * ALONG_MS * dtS)),
          turnRad: inTurn(hand.turnRad + round * ROUND_RADS * dtS),
        }
      : {}),
    ...(rod ? { feedRad: inTurn(hand.feedRad + rod * ROD_RADS * dtS) } : {}),
  };
}

/** What one press changes; null for a key that changes nothing of the hand. */
export function pressed(key: string, hand: Hand): Partial<Hand> | null {
  switch (key) {
    case 'l':
      return hand.lit ? { lit: false } : { lit: true, kind: 'carburising' };
    case '1':
      return { kind: 'carburising' };
    case '2':
      return { kind: 'neutral' };
    case '3':
      return { kind: 'oxidising' };
    case '+':
    case '=':
      return { farM: inReach(hand.farM / NEARER) };
    case '-':
      return { farM: inReach(hand.farM * NEARER) };
    case 'n':
      return { nitrogen: hand.nitrogen > 0 ? 0 : 1 };
    case 'v':
      return { vent: !hand.vent };
    case 'b':
      return { second: !hand.second };
    case 'Enter':
      return { aside: !hand.aside };
    default:
      return null;
  }
}
