import { describe, expect, it } from 'vitest';
import { assignJoints, type OpenJoint } from './assign.js';

const joints = (n: number, who: readonly string[], lineId = 'L'): OpenJoint[] =>
  Array.from({ length: n }, (_, i) => ({ id: `${lineId}${who.join('')}${i}`, lineId, who }));
const hand = (id: string, lapsing = false) => ({ id, lapsing });
const loads = (a: { load: ReadonlyMap<string, number> }): Record<string, number> => Object.fromEntries(a.load);

describe('sharing joints among a crew', () => {
  it('evenly where all may: the largest load is as small as it can be', () => {
    const a = assignJoints(joints(7, ['a', 'b', 'c']), [hand('a'), hand('b'), hand('c')]);
    expect(a.most).toBe(3);
    expect(Object.values(loads(a)).reduce((n, x) => n + x)).toBe(7);
    expect(a.to.size).toBe(7);
    expect([a.nobody, a.kept, a.notKept]).toEqual([[], [], []]);
  });
  it('joints that nobody of the crew may braze are named, and only they', () => {
    const open = [...joints(2, ['a'], 'L'), ...joints(1, [], 'M'), ...joints(2, ['away'], 'N')];
    const a = assignJoints(open, [hand('a')]);
    expect([...a.nobody].sort()).toEqual(['M0', 'Naway0', 'Naway1']);
    expect([...a.to.keys()].sort()).toEqual(['La0', 'La1']);
    expect(a.most).toBe(2);
    expect(assignJoints(joints(1, ['away']), [hand('a')])).toMatchObject({ most: 0, nobody: ['Laway0'] });
  });
  it('without joints, or without a crew, nothing is given', () => {
    const none = assignJoints([], [hand('a', true)]);
    expect([none.most, none.kept, none.notKept, loads(none)]).toEqual([0, [], ['a'], { a: 0 }]);
    expect(assignJoints(joints(2, ['a']), [])).toMatchObject({ most: 0, nobody: ['La0', 'La1'] });
  });
  it('as many lapsing people as can be get one, even where others could braze all of it', () => {
    const a = assignJoints(joints(2, ['a', 'b', 'c']), [hand('a'), hand('b', true), hand('c', true)]);
    expect(a.kept).toEqual(['b', 'c']);
    expect(loads(a)).toEqual({ a: 0, b: 1, c: 1 });
    const one = assignJoints(joints(1, ['a', 'b', 'c']), [hand('a'), hand('b', true), hand('c', true)]);
    expect(one.kept).toHaveLength(1);
    expect(one.notKept).toHaveLength(1);
    expect(one.kept).not.toContain('a');
    const cannot = assignJoints(joints(3, ['a']), [hand('a'), hand('b', true)]);
    expect([cannot.kept, cannot.notKept]).toEqual([[], ['b']]);
  });
  it('who is bound to more than the rest leaves what others may braze to them', () => {
    const open = [...joints(4, ['a'], 'L'), ...joints(4, ['a', 'b'], 'M')];
    const a = assignJoints(open, [hand('a'), hand('b')]);
    expect(loads(a)).toEqual({ a: 4, b: 4 });
    for (const j of open.slice(4)) expect(a.to.get(j.id)).toBe('b');
    for (const j of open.slice(0, 4)) expect(a.to.get(j.id)).toBe('a');
  });
  it('a lapsing brazer who is bound to many still counts as one of the crew', () => {
    const open = [...joints(3, ['a'], 'L'), ...joints(3, ['a', 'b'], 'M')];
    const a = assignJoints(open, [hand('a', true), hand('b')]);
    expect([loads(a), a.kept, a.most]).toEqual([{ a: 3, b: 3 }, ['a'], 3]);
  });
  it('each joint goes to one who may, whatever the order of the people it names', () => {
    const open = [
      { id: '1', lineId: 'L', who: ['b', 'a'] },
      { id: '2', lineId: 'L', who: ['a', 'b'] },
      { id: '3', lineId: 'K', who: ['b', 'a', 'away'] },
      { id: '4', lineId: 'K', who: ['a', 'b'] },
    ];
    const a = assignJoints(open, [hand('a'), hand('b')]);
    expect(loads(a)).toEqual({ a: 2, b: 2 });
    // Joints of one line stay together: those of K come before those of L.
    expect([a.to.get('3'), a.to.get('4')]).toEqual(['a', 'a']);
    expect([a.to.get('1'), a.to.get('2')]).toEqual(['b', 'b']);
  });
});
