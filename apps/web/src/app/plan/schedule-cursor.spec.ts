import { signal } from '@angular/core';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { columnsOf, USUAL_COLUMNS } from './schedule-columns';
import { ScheduleCursor } from './schedule-cursor';

const joints = saltmarsh('2026-06-15').joints.slice(0, 12);
const columns = columnsOf(USUAL_COLUMNS.narrow);

function cursor(shown = joints) {
  const selected = signal<string | null>(joints[0]?.id ?? null);
  const walk = signal(shown);
  const c = new ScheduleCursor({
    walk,
    columns: signal(columns),
    selectedId: selected,
    select: (id) => selected.set(id),
  });
  return { c, walk, selected };
}

describe('the cursor of the schedule', () => {
  it('never leaves the cells, wherever it is sent', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: -20, max: 20 }), fc.integer({ min: -20, max: 20 }), fc.boolean()), {
          maxLength: 20,
        }),
        (moves) => {
          const { c, selected } = cursor();
          for (const [rows, cols, extend] of moves) c.step(rows, cols, extend);
          expect(joints.some((j) => j.id === selected())).toBe(true);
          const range = c.range()!;
          expect(range.top).toBeGreaterThanOrEqual(0);
          expect(range.bottom).toBeLessThan(joints.length);
          expect(range.left).toBeLessThanOrEqual(range.right);
          expect(range.right).toBeLessThan(columns.length);
        },
      ),
    );
  });
  it('a range goes from where it began to where the cursor is, and collapses with the next plain step', () => {
    const { c } = cursor();
    c.step(2, 1, false);
    c.step(3, 2, true);
    expect(c.range()).toEqual({ top: 2, bottom: 5, left: 1, right: 3 });
    expect(c.joints()).toHaveLength(4);
    expect(c.columns().map((x) => x.id)).toEqual(['size', 'tubeMetal', 'socketMetal']);
    expect(c.covers(joints[3]!.id, 2)).toBe(true);
    expect(c.covers(joints[3]!.id, 4)).toBe(false);
    c.step(0, 0, false);
    expect(c.joints()).toHaveLength(1);
    expect(c.covers(joints[5]!.id, 3)).toBe(false);
  });
  it('spans everything, and one cell again', () => {
    const { c } = cursor();
    c.all();
    expect(c.joints()).toHaveLength(joints.length);
    expect(c.columns()).toHaveLength(columns.length);
    c.collapse();
    expect(c.joints()).toHaveLength(1);
  });
  it('goes to the first joint shown when its own is filtered away', () => {
    const { c, walk, selected } = cursor();
    c.goTo(joints[8]!.id, 'rod', false);
    expect(c.is(joints[8]!.id, 'rod')).toBe(true);
    walk.set(joints.slice(2, 5));
    expect(c.shown()).toBe(false);
    expect(c.range()).toBeNull();
    c.step(1, 0, false);
    expect(selected()).toBe(joints[2]!.id);
    expect(c.in()?.id).toBe('rod');
  });
  it('an empty schedule has nowhere to go', () => {
    const { c, selected } = cursor([]);
    c.step(1, 1, false);
    expect(selected()).toBe(joints[0]!.id);
    expect(c.joints()).toEqual([]);
  });
});
