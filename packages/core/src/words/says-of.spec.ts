import { describe, expect, it } from 'vitest';
import { InputError } from '../source/problem.js';
import { saysOf } from './says-of.js';

describe('what was thrown', () => {
  it.each([
    [new Error('no room'), 'no room'],
    [
      new InputError([{ field: 'gap', says: 'too wide' }]),
      new InputError([{ field: 'gap', says: 'too wide' }]).message,
    ],
    ['by hand', 'by hand'],
    [undefined, 'undefined'],
  ])('%s says what it is', (thrown, says) => {
    expect(saysOf(thrown)).toBe(says);
  });
});
