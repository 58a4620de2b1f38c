import { expect, it } from 'vitest';
import { ago } from './ago';

const MIN = 60_000;
it.each([
  [-5, 'under a minute ago'],
  [MIN - 1, 'under a minute ago'],
  [MIN, '1 min ago'],
  [60 * MIN - 1, '59 min ago'],
  [60 * MIN, '1 h ago'],
  [48 * 60 * MIN - 1, '47 h ago'],
  [48 * 60 * MIN, '2 days ago'],
])('%d ms is %s', (ms, words) => expect(ago(ms)).toBe(words));
