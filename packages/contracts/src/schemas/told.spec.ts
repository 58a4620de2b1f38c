import { describe, expect, it } from 'vitest';
import { byWords, isHonestBy } from './told.js';

describe('who did it', () => {
  it('is who is signed in, or somebody told by that one', () => {
    expect(byWords('', 'Wren Salt')).toBe('Wren Salt');
    expect(byWords('Wren Salt', 'Wren Salt')).toBe('Wren Salt');
    expect(byWords('Ann Other', 'Wren Salt')).toBe('Ann Other, told by Wren Salt');
    for (const name of ['', 'Wren Salt', 'Ann Other'])
      expect(isHonestBy(byWords(name, 'Wren Salt'), 'Wren Salt')).toBe(true);
    for (const by of [
      '',
      'Ann Other',
      ', told by Wren Salt',
      'Ann Other, told by Ann Other',
      'Wren Salt, told by Ann Other',
    ])
      expect(isHonestBy(by, 'Wren Salt'), by).toBe(false);
  });
});
