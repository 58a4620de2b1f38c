import { describe, expect, it } from 'vitest';
import { broughtLine, broughtLines } from './brought-text';

const of = (change: object) => broughtLine({ kind: 'coupon', count: 1, unsigned: 0, names: [], ...change });

describe('what a file brings, in words', () => {
  it('counts, names, and says what came unsigned', () => {
    expect(of({})).toBe('1 coupon');
    expect(of({ count: 3, names: ['C-1', 'C-2', 'C-3'] })).toBe('3 coupons: C-1; C-2; C-3');
    expect(of({ unsigned: 1, names: ['C-1'] })).toBe('1 coupon, without a signature: C-1');
    expect(of({ count: 3, unsigned: 3 })).toBe('3 coupons, all without a signature');
    expect(of({ count: 3, unsigned: 2, names: ['C-1'] })).toBe('3 coupons, 2 without a signature: C-1');
    expect(of({ kind: 'log', count: 2 })).toBe('2 entries of the brazing log');
  });
  it('leaves out the job, which is named elsewhere', () => {
    const job = { kind: 'job' as const, count: 1, unsigned: 0, names: [] };
    expect(broughtLines([job, { ...job, kind: 'line', count: 2 }])).toEqual(['2 lines']);
  });
});
