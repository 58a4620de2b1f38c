import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { type Change, changedSince, replay } from './history';

const [a, b] = saltmarsh('2026-06-15').joints;
if (!a || !b) throw new Error('demo');

describe('undo and redo', () => {
  const step: Change[] = [
    { before: a, after: { ...a, note: 'changed' } },
    { before: null, after: b },
  ];
  it('undo puts back what was and takes away what was added', () => {
    expect(replay(step, 'before', (id) => (id === a.id ? 4 : 1))).toEqual({
      records: [{ seen: 4, data: a }],
      removals: [{ id: b.id, seen: 1 }],
    });
  });
  it('redo of an addition after its undo writes it as new', () => {
    expect(replay(step, 'after', (id) => (id === a.id ? 5 : 0))).toEqual({
      records: [
        { seen: 5, data: { ...a, note: 'changed' } },
        { seen: 0, data: b },
      ],
      removals: [],
    });
  });
  it('takes nothing away that is not here any more', () => {
    expect(replay(step, 'before', (id) => (id === a.id ? 1 : 0)).removals).toEqual([]);
  });
  it('names what somebody changed since, in either direction; the order of fields is nothing', () => {
    const turned = Object.fromEntries(Object.entries(a).reverse()) as unknown as typeof a;
    const stands = new Map([
      [a.id, { ...turned, note: 'changed' }],
      [b.id, b],
    ]);
    const now = (id: string) => stands.get(id) ?? null;
    expect(changedSince(step, 'before', now)).toEqual([]);
    stands.set(a.id, { ...a, note: 'theirs' });
    expect(changedSince(step, 'before', now)).toEqual([a.mark]);
    stands.delete(b.id);
    expect(changedSince(step, 'before', now)).toEqual([a.mark, b.mark]);
    stands.set(a.id, a);
    expect(changedSince(step, 'after', now)).toEqual([]);
  });
});
