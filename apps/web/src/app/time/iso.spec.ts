import { describe, expect, it } from 'vitest';
import { dateOf, tidyDay, tidyMoment } from './iso';

describe('days and times as typed', () => {
  it('come out the one way they are written everywhere', () => {
    for (const text of ['2026-03-01', '2026-3-1', '2026/3/1', '2026.03.1', '20260301', ' 2026-3-1 '])
      expect(tidyDay(text), text).toBe('2026-03-01');
    for (const text of ['2026-03-01T09:05', '2026-3-1 9:05', '2026/03/01 09.05', '20260301 9:05'])
      expect(tidyMoment(text), text).toBe('2026-03-01T09:05');
  });
  it('keep what is none, so that it is refused and not lost', () => {
    for (const text of ['', 'tomorrow', '2026-02-30', '03/01/2026', '2026-13-01'])
      expect([tidyDay(text), tidyMoment(text), dateOf(text)], text).toEqual([text, text, null]);
    expect(tidyMoment('2026-03-01 25:00')).toBe('2026-03-01 25:00');
  });
  it('are the same day in the calendar, whatever zone the browser is in', () => {
    expect(dateOf('2026-03-01')?.toISODate()).toBe('2026-03-01');
    expect(dateOf('2026-03-01T23:30')?.toISODate()).toBe('2026-03-01');
  });
});
