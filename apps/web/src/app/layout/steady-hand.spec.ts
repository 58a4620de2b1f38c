import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SteadyHand } from './steady-hand';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

describe('a hand in a glove', () => {
  it('a second touch counts from 350 ms after the last that counted', () => {
    const hand = new SteadyHand();
    expect(hand.slipped()).toBe(false);
    vi.advanceTimersByTime(349);
    expect(hand.slipped()).toBe(true);
    vi.advanceTimersByTime(1);
    expect(hand.slipped()).toBe(false);
  });
  it('a device whose clock is set back an hour takes the next touch', () => {
    const hand = new SteadyHand(1200);
    expect(hand.slipped()).toBe(false);
    vi.setSystemTime(Date.now() - 3_600_000);
    vi.advanceTimersByTime(1200);
    expect(hand.slipped()).toBe(false);
  });
});
