import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { SLOW_MS, stoppable, StoppedError, underWay } from './under-way';

describe('work that takes a while', () => {
  beforeEach(() => void vi.useFakeTimers());
  afterEach(() => void vi.useRealTimers());
  const words = () => underWay().map((w) => w.words);

  it('is shown after half a second, not before, and is gone when it is done', async () => {
    let done: (value: number) => void = () => undefined;
    const work = stoppable('Making a page', () => new Promise<number>((d) => (done = d)));
    vi.advanceTimersByTime(SLOW_MS - 1);
    expect(words()).toEqual([]);
    vi.advanceTimersByTime(1);
    expect(words()).toEqual(['Making a page']);
    done(7);
    expect(await work).toBe(7);
    expect(words()).toEqual([]);
  });

  it('what is done at once, or fails at once, is never shown', async () => {
    expect(await stoppable('Quick', () => Promise.resolve('done'))).toBe('done');
    await expect(stoppable('Broken', () => Promise.reject(new Error('broke')))).rejects.toThrow('broke');
    vi.advanceTimersByTime(10 * SLOW_MS);
    expect(words()).toEqual([]);
  });

  it('stopped, it hears so, and ends as stopped whether it listens or not; the other goes on', async () => {
    let heard = false;
    const deaf = stoppable('Deaf', (stop) => {
      stop.addEventListener('abort', () => (heard = true));
      return new Promise(() => undefined);
    });
    let done: (value: string) => void = () => undefined;
    const other = stoppable('Other', () => new Promise<string>((d) => (done = d)));
    vi.advanceTimersByTime(SLOW_MS);
    expect(words()).toEqual(['Deaf', 'Other']);
    underWay()[0]?.stop();
    await expect(deaf).rejects.toThrow(StoppedError);
    expect([heard, words()]).toEqual([true, ['Other']]);
    done('done');
    expect(await other).toBe('done');
  });
});
