import * as fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeUntouched } from './merge-untouched';

const base = { mark: 'PF-01', depth: '', note: 'a', pairs: ['x'] };

describe('two who changed the same record', () => {
  it('each field that only one changed is as that one wrote it', () => {
    const merged = mergeUntouched(base, { ...base, depth: '0.9' }, { ...base, note: 'b', pairs: ['x', 'y'] });
    expect(merged).toEqual({ draft: { mark: 'PF-01', depth: '0.9', note: 'b', pairs: ['x', 'y'] }, isOpen: false });
  });
  it('what both changed stays mine until somebody says whose stands', () => {
    const merged = mergeUntouched(base, { ...base, note: 'mine' }, { ...base, note: 'theirs', depth: '1' });
    expect(merged).toEqual({ draft: { ...base, note: 'mine', depth: '1' }, isOpen: true });
  });
  it('both alike is no quarrel', () =>
    expect(mergeUntouched(base, { ...base, note: 'b' }, { ...base, note: 'b' }).isOpen).toBe(false));
  it('never loses a field that one of them changed', () => {
    const some = fc.record({ a: fc.constantFrom('', '1', '2'), b: fc.constantFrom('', '1', '2') });
    fc.assert(
      fc.property(some, some, some, (from, mine, theirs) => {
        const { draft, isOpen } = mergeUntouched(from, mine, theirs);
        for (const k of ['a', 'b'] as const) {
          if (mine[k] !== from[k]) expect(draft[k]).toBe(mine[k]);
          else expect(draft[k]).toBe(theirs[k]);
        }
        const both = (['a', 'b'] as const).some(
          (k) => mine[k] !== from[k] && theirs[k] !== from[k] && mine[k] !== theirs[k],
        );
        expect(isOpen).toBe(both);
      }),
    );
  });
});
