import { describe, expect, it } from 'vitest';
import { nextRevision } from './revision.js';

describe('the next revision', () => {
  it.each([
    ['A', 'B'],
    ['Y', 'Z'],
    ['Z', 'AA'],
    ['AZ', 'BA'],
    ['3', '3A'],
  ])('after %s comes %s', (was, next) => expect(nextRevision(was)).toBe(next));
});
