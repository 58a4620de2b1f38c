import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FLAME_KINDS } from '../heat/flame.js';
import { sampleBench } from '../testing/sample-bench.js';
import { type Deed, kept } from './hand.js';
import { readDeeds, writeDeeds } from './hand-text.js';
import { OwnRun } from './own-run.js';

const amount = fc.double({ min: -1, max: 7, noNaN: true }).map(kept);
const does = fc
  .record(
    {
      lit: fc.boolean(),
      aside: fc.boolean(),
      kind: fc.constantFrom(...FLAME_KINDS),
      tipId: fc.constantFrom('ox-2', 'a tip; with 1 space'),
      farM: amount,
      atM: amount,
      turnRad: amount,
      second: fc.boolean(),
      feeding: fc.boolean(),
      feedRad: amount,
      feedMs: amount,
      nitrogen: amount,
      vent: fc.boolean(),
    },
    { requiredKeys: [] },
  )
  .filter((d) => Object.keys(d).length > 0);

describe('deeds as text', () => {
  it('come back as they were, whatever the hand did', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(500), does), { maxLength: 30 }), (steps) => {
        let tick = 0;
        const deeds: Deed[] = steps.map(([after, d]) => ({ tick: (tick += after), does: d }));
        expect(readDeeds(writeDeeds(deeds))).toEqual(deeds);
      }),
    );
  });
  it('reads as it is told', () => {
    expect(
      writeDeeds([
        { tick: 3, does: { lit: true, kind: 'neutral' } },
        { tick: 15, does: { atM: -0.0021 } },
      ]),
    ).toBe('3 l1 kn;12 x-21');
    expect(readDeeds('')).toEqual([]);
  });
  it.each([
    ['x1', 'ticks'],
    ['1', 'something that changed'],
    ['1 x1.5', 'whole number'],
    ['1 x', 'whole number'],
    ['1 l2', '0 or 1'],
    ['1 kq', 'c, n or o'],
    ['1 k', 'c, n or o'],
    ['1 z1', 'a letter'],
    ['1 p', 'a letter'],
    ['1 p%', 'a tip'],
    ['-1 l1', 'ticks'],
    ['1 l1;;1 l0', 'ticks'],
  ])('refuses %s, naming the deed', (text, says) => {
    expect(() => readDeeds(text)).toThrowError(new RegExp(`deed \\d: .*${says}`));
  });
  it('a run is made again from its text, to the bit', () => {
    const [setup, fine] = [sampleBench(), { cellsAlong: 24, cellsRound: 8 }];
    const own = new OwnRun(setup, fine);
    own.hand({ lit: true, nitrogen: 0.75 });
    for (let k = 0; k < 60; k++) {
      own.hand({ turnRad: (k * 0.123456789) % 6, atM: -0.01 + k * 1.23456e-4, feeding: k > 50 });
      own.go(3);
    }
    const again = new OwnRun(setup, fine);
    for (const deed of readDeeds(writeDeeds(own.deeds))) {
      again.go(deed.tick - again.run.tick);
      again.hand(deed.does);
    }
    again.go(own.run.tick - again.run.tick);
    expect(again.run.shells.tube.tempK).toEqual(own.run.shells.tube.tempK);
    expect(again.run.gap.pool).toEqual(own.run.gap.pool);
  });
});
