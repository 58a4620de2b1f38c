import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { aLine } from './a-job';
import { lineNext, MOST_RINGS, ringsOf } from './line-far';

const count = (of: Parameters<typeof aLine>[0]) => {
  const rings = ringsOf(aLine(of), 300).map((r) => r.made);
  return ['brazed', 'rejected', 'open'].map((m) => rings.filter((r) => r === m).length);
};

describe('a line in small', () => {
  it('has a ring for each joint', () => {
    expect(count({ joints: 16, brazed: 3, rejected: 1 })).toEqual([3, 1, 12]);
    expect(count({ joints: 0 })).toEqual([0, 0, 0]);
    expect(count({ joints: MOST_RINGS, brazed: MOST_RINGS })).toEqual([MOST_RINGS, 0, 0]);
  });
  it('of many joints never looks done while one is left, nor well while one is bad', () => {
    expect(count({ joints: 1000, brazed: 999 })).toEqual([MOST_RINGS - 1, 0, 1]);
    expect(count({ joints: 1000, brazed: 999, rejected: 1 })).toEqual([MOST_RINGS - 1, 1, 0]);
    fc.assert(
      fc.property(fc.nat(4000), fc.nat(4000), fc.nat(4000), (brazed, rejected, open) => {
        const [, bad = 0, left = 0] = count({ joints: brazed + rejected + open, brazed, rejected });
        expect([bad > 0, left > 0]).toEqual([rejected > 0, open > 0]);
      }),
    );
  });
  it('lies within its width, in order', () => {
    const xs = ringsOf(aLine({ joints: 46 }), 300).map((r) => r.x);
    expect(Math.min(...xs)).toBeGreaterThan(2);
    expect(Math.max(...xs)).toBeLessThan(298);
    expect(xs).toEqual([...xs].sort((a, b) => a - b));
  });
});

it.each([
  [{}, 'no joint yet', 'plan'],
  [{ joints: 4, brazed: 1, nextMark: 'PF-02' }, 'next PF-02', 'plan'],
  [{ joints: 4, brazed: 1, rejected: 2, nextMark: 'PF-02' }, '✕ 2 to be made again', 'plan'],
  [{ joints: 4, brazed: 4 }, '▲ not tested', 'prove/pressure'],
  [{ joints: 4, brazed: 4, tested: true }, '✓ brazed and tested', 'prove/pressure'],
])('a line %j says: %s', (of, says, path) => expect(lineNext(aLine(of))).toMatchObject({ says, path }));
