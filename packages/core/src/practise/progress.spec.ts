import { describe, expect, it } from 'vitest';
import { bestOf, isBetter, progressOf, type Tried } from './progress.js';

let day = 0;
const run = (task: string, change: Partial<Tried> = {}): Tried => ({
  task,
  startedAt: `2026-06-${String(++day).padStart(2, '0')}T07:00:00Z`,
  met: false,
  passes: false,
  filled: 0.5,
  flameS: 60,
  ...change,
});

describe('progress through a course', () => {
  it('each joint opens once the one before it is passed', () => {
    const open = (...runs: Tried[]): boolean[] => progressOf(['a', 'b', 'c'], runs).map((p) => p.isOpen);
    expect(open()).toEqual([true, false, false]);
    expect(open(run('a', { passes: true }))).toEqual([true, false, false]);
    expect(open(run('a', { met: true }))).toEqual([true, true, false]);
    // What was passed once stays open, whatever was composed before it.
    expect(open(run('b', { met: true }))).toEqual([true, true, true]);
  });
  it('keeps the tries of each joint, oldest first, and no others', () => {
    const [late, early] = [run('a', { startedAt: '2026-07-02T00:00:00Z' }), run('a')];
    const [a, b] = progressOf(['a', 'b'], [late, early, run('z')]);
    expect(a!.tries).toEqual([early, late]);
    expect(b).toMatchObject({ tries: [], best: null, isMet: false });
  });
});

describe('the better of two runs', () => {
  it('reaches its aims, then passes, then is fuller, then quicker', () => {
    const plain = run('a');
    expect(isBetter(run('a', { met: true, filled: 0.1 }), plain)).toBe(true);
    expect(isBetter(plain, run('a', { met: true }))).toBe(false);
    expect(isBetter(run('a', { passes: true, filled: 0.1 }), plain)).toBe(true);
    expect(isBetter(run('a', { filled: 0.53, flameS: 99 }), plain)).toBe(true);
    expect(isBetter(run('a', { filled: 0.51, flameS: 99 }), plain)).toBe(false);
    expect(isBetter(run('a', { filled: 0.49, flameS: 59 }), plain)).toBe(true);
    expect(isBetter(run('a'), plain)).toBe(false);
  });
  it('is found among many; none of none', () => {
    const best = run('a', { met: true });
    expect(bestOf([run('a'), best, run('a', { passes: true })])).toBe(best);
    expect(bestOf([])).toBeNull();
  });
});
