import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import type { Held } from '../data/local-db';
import { besideRows, overWhatStands } from './beside';

const demo = saltmarsh('2026-06-15');
const [joint] = demo.joints;
const [log] = demo.logs;
if (!joint || !log) throw new Error('demo');
const about = { instead: () => null, names: { [log.brazerId]: 'Orla Fennimore' }, system: 'us' } as const;
const held = (command: object, current?: readonly unknown[]): Held =>
  ({
    command: { id: 'c', removals: [], ...command },
    at: 0,
    by: null,
    refused: { title: 'No', status: 409, detail: 'changed', ...(current ? { current } : {}) },
  }) as unknown as Held;

describe('an entry that was refused, beside what stands', () => {
  it('differs field by field, in words and units of the reader', () => {
    const mine = { ...joint, position: 'up-feed' as const, note: 'mine' };
    const theirs = { ...joint, note: 'theirs' };
    const rows = besideRows(
      held({ kind: 'joint', records: [{ seen: 1, data: mine }] }, [{ version: 4, data: theirs }]),
      about,
    );
    expect(rows).toContainEqual({ field: 'note', here: 'mine', there: 'theirs' });
    expect(rows).toContainEqual({ field: 'position', here: 'up-feed', there: joint.position });
    expect(rows).toHaveLength(joint.position === 'up-feed' ? 1 : 2);
  });
  it('meets what stands instead where the server told nothing; which record it is is not said', () => {
    const mine = { ...log, id: 'x', lookedBy: 'Me' };
    const rows = besideRows(held({ kind: 'log', records: [{ seen: 0, data: mine }] }), {
      ...about,
      instead: () => log,
    });
    expect(rows).toEqual([{ field: 'looked by', here: 'Me', there: log.lookedBy }]);
    const alone = besideRows(held({ kind: 'log', records: [{ seen: 0, data: mine }] }), about);
    expect(alone.find((r) => r.field === 'brazer')).toEqual({
      field: 'brazer',
      here: 'Orla Fennimore',
      there: 'nothing',
    });
    expect(alone.some((r) => r.field === 'id')).toBe(false);
  });
  it('is written over what stands by its version; where the server told of none, only sent again', () => {
    const command = { kind: 'joint', records: [{ seen: 1, data: joint }] };
    expect(overWhatStands(held(command, [{ version: 4, data: joint }]))?.records[0]?.seen).toBe(4);
    expect(overWhatStands(held(command))).toBeNull();
  });
});
