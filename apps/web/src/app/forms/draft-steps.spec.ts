import { describe, expect, it } from 'vitest';
import { DraftSteps } from './draft-steps';

describe('steps of a draft', () => {
  it('are taken back and done again, until another change is made', () => {
    const steps = new DraftSteps<number>();
    let now = 0;
    const change = (to: number): void => {
      steps.did(now);
      now = to;
    };
    change(1);
    change(2);
    now = steps.undo(now) ?? NaN;
    now = steps.undo(now) ?? NaN;
    expect([now, steps.undo(now), steps.canUndo(), steps.canRedo()]).toEqual([0, null, false, true]);
    now = steps.redo(now) ?? NaN;
    expect(now).toBe(1);
    change(9);
    expect([steps.redo(now), steps.undo(now)]).toEqual([null, 1]);
  });
  it('the oldest make room', () => {
    const steps = new DraftSteps<number>();
    for (let i = 0; i < 300; i++) steps.did(i);
    let back = 0;
    let now = 300;
    while (steps.canUndo()) {
      now = steps.undo(now) ?? NaN;
      back += 1;
    }
    expect([back, now]).toEqual([200, 100]);
  });
});
