import { restingHand } from '@hephaist/core/practise/hand';
import { describe, expect, it } from 'vitest';
import { FARTHEST_M, heldFor, inReach, inTurn, isHeld, NEAREST_M, pressed } from './hand-keys';

const hand = { ...restingHand({ tipId: 'ox-2' }), aside: true };

describe('the hand by keys', () => {
  it('held keys carry the flame along and round, within reach, and onto the work', () => {
    const right = heldFor(new Set(['ArrowRight']), hand, 0.1, [-0.05, 0.05]);
    expect(right.aside).toBe(false);
    expect(right.atM).toBeCloseTo(hand.atM + 0.003, 9);
    expect(heldFor(new Set(['ArrowRight']), hand, 10, [-0.05, 0.05]).atM).toBe(0.05);
    expect(heldFor(new Set(['ArrowLeft']), hand, 10, [-0.05, 0.05]).atM).toBe(-0.05);
    expect(heldFor(new Set(['ArrowUp']), hand, 0.1, [-1, 1]).turnRad).toBeCloseTo(2 * Math.PI - 0.44, 9);
    expect(heldFor(new Set(['ArrowUp', 'ArrowDown']), hand, 1, [-1, 1])).toEqual({});
    expect(heldFor(new Set(['q']), hand, 0.5, [-1, 1])).toEqual({ feedRad: Math.PI - 1 });
    expect(heldFor(new Set([' ']), hand, 1, [-1, 1])).toEqual({});
    expect([isHeld(' '), isHeld('x')]).toEqual([true, false]);
  });
  it('a press lights with a feather, sets the flame, moves it off and near, nitrogen, vent, second torch', () => {
    expect(pressed('l', hand)).toEqual({ lit: true, kind: 'carburising' });
    expect(pressed('l', { ...hand, lit: true })).toEqual({ lit: false });
    expect(['1', '2', '3'].map((k) => pressed(k, hand)?.kind)).toEqual(['carburising', 'neutral', 'oxidising']);
    expect(pressed('-', hand)!.farM!).toBeGreaterThan(hand.farM);
    expect(pressed('+', hand)!.farM!).toBeLessThan(hand.farM);
    expect(pressed('n', hand)).toEqual({ nitrogen: 1 });
    expect(pressed('n', { ...hand, nitrogen: 0.5 })).toEqual({ nitrogen: 0 });
    expect(pressed('v', hand)).toEqual({ vent: false });
    expect(pressed('b', hand)).toEqual({ second: true });
    expect(pressed('Enter', hand)).toEqual({ aside: false });
    expect(pressed('z', hand)).toBeNull();
  });
  it('what a hand can hold', () => {
    expect(inReach(1)).toBe(FARTHEST_M);
    expect(inReach(0)).toBe(NEAREST_M);
    expect(inTurn(-0.1)).toBeCloseTo(2 * Math.PI - 0.1, 12);
    expect(inTurn(2 * Math.PI)).toBe(0);
  });
});
