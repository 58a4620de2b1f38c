import { describe, expect, it } from 'vitest';
import { findMetal } from '../metals/metals.js';
import { BODY_NECK_M, chainOf } from './chain.js';
import { givenFlame } from './flame.js';
import { HeatRun } from './heat-run.js';

const brass = findMetal('brass-forging')!;
const copper = findMetal('copper')!;
const chain = (massKg: number) =>
  chainOf({
    tube: { metal: copper, odM: 0.02222, wallM: 0.00114 },
    socket: { metal: brass, odM: 0.0264, wallM: 0.0023 },
    lapM: 0.015,
    gapSideM: 6e-5,
    tubeEnd: { kind: 'goes on' },
    socketEnd: { kind: 'body', massKg },
    reachM: 0.8,
  });
/** Seconds until the coldest of the lap is at 900 K. */
function seconds(massKg: number): number {
  const run = new HeatRun({
    chain: chain(massKg),
    flame: givenFlame(2500),
    airK: 294,
    meltsK: { tube: 2000, socket: 2000 },
  });
  return run.go(true, 600, (n) => n.coldestK >= 900) ? run.timeS : Infinity;
}

describe('a heavy body behind the cup', () => {
  it('stands half an inch behind the lap, not at the end of what is followed', () => {
    const { spec, xM } = chain(0.45);
    const last = xM[xM.length - 1]!;
    expect(last - spec.lapM).toBeGreaterThan(BODY_NECK_M / 2);
    expect(last - spec.lapM).toBeLessThan(2 * BODY_NECK_M);
  });
  it('takes heat: the heavier, the longer', () => {
    const times = [0.05, 0.45, 2].map(seconds);
    expect(times[1]! / times[0]!).toBeGreaterThan(1.1);
    expect(times[2]!).toBeGreaterThan(times[1]!);
  });
});
