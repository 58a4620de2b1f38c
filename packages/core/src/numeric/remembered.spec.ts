import { describe, expect, it } from 'vitest';
import { remembered } from './remembered.js';

describe('what is remembered', () => {
  it('is worked out once a key, and again after all was forgotten', () => {
    let made = 0;
    const of = remembered<number>(2);
    const get = (key: string): number => of(key, () => ++made);
    expect([get('a'), get('a'), get('b'), get('a')]).toEqual([1, 1, 2, 1]);
    expect([get('c'), get('c'), get('a')]).toEqual([3, 3, 4]);
  });
});
