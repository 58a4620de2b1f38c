import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shareBeside, shareWords } from './share.js';

describe('a share beside its limit', () => {
  it.each([
    [0.147, 0.2, '14.7 %'],
    [0.2, 0.2, '20.0 %'],
    // Over by less than the first digit shows: it fails, and can be seen to.
    [0.2004, 0.2, '20.04 %'],
    [0.20004, 0.2, '20.004 %'],
    [0.19996, 0.2, '19.996 %'],
    // Rounding of a computer passes as equal.
    [0.2 + 1e-12, 0.2, '20.0 %'],
  ])('%f beside %f is %s', (share, limit, words) => expect(shareBeside(share, limit)).toBe(words));

  it('reads as the limit only where it is as good as the limit', () =>
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.constantFrom(0.2, 0.25, 0.3), (share, limit) => {
        const reads = Number(shareBeside(share, limit).replace(' %', '')) / 100;
        return Math.abs(reads - limit) > 1e-12 || Math.abs(share - limit) < 1e-7;
      }),
    ));
  it('alone has one digit', () => expect(shareWords(0.12345)).toBe('12.3 %'));
});
