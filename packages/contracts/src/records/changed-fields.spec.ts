import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../demo/saltmarsh.js';
import { changedFields } from './changed-fields.js';
import { canonical } from './content.js';

const [joint] = saltmarsh('2026-06-15').joints;

describe('what a write changed of a record', () => {
  it('is named by its field, from what to what', () => {
    const after = {
      ...joint!,
      mark: 'PF-99',
      tube: { ...joint!.tube, size: '5/8' },
      partNearby: null,
      setAside: 'waits',
    };
    expect(changedFields(joint, after)).toEqual([
      ['mark', joint!.mark, 'PF-99'],
      ...(joint!.partNearby ? [['partNearby', expect.any(String), null]] : []),
      ['setAside', null, 'waits'],
      ['tube.size', joint!.tube.size, '5/8'],
    ]);
  });
  it('what is absent is empty, a list is text, and what is long is cut', () => {
    expect(changedFields({ a: 1 }, { a: 1, b: undefined, c: null })).toEqual([]);
    expect(changedFields({ l: [{ a: 1, b: 2 }] }, { l: [{ b: 2, a: 1 }] })).toEqual([]);
    expect(changedFields({ l: [1, 2] }, { l: [1, 3] })).toEqual([['l', '[1,2]', '[1,3]']]);
    const [[, , to] = []] = changedFields({ note: '' }, { note: 'x'.repeat(500) });
    expect(to).toHaveLength(80);
  });
  it('is nothing exactly where nothing differs', () => {
    const value = fc.oneof(fc.integer(), fc.string(), fc.boolean(), fc.constant(null), fc.array(fc.integer()));
    const record = fc.dictionary(
      fc.constantFrom('a', 'b', 'c'),
      fc.oneof(value, fc.dictionary(fc.constantFrom('d', 'e'), value)),
    );
    const whole = (r: Record<string, unknown>) =>
      canonical(Object.fromEntries(Object.entries(r).filter(([, v]) => v !== null)));
    fc.assert(
      fc.property(record, record, (a, b) => {
        expect(changedFields(a, a)).toEqual([]);
        // A record of nothing but what is empty is told from none at all; else nothing told is nothing changed.
        if (!changedFields(a, b).length) expect(whole(drop(a))).toBe(whole(drop(b)));
      }),
    );
  });
});

/** Without what is empty, at any depth. */
function drop(value: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== null)
      .map(([k, v]) => [k, v && typeof v === 'object' && !Array.isArray(v) ? drop(v as Record<string, unknown>) : v]),
  );
}
