import { addDays } from '@hephaist/core/qualification/continuity';

/** The time a board shows: some months before and after both today and the day asked for. */
export function spanAround(today: string, day: string): { from: string; to: string } {
  const [first, last] = today < day ? [today, day] : [day, today];
  return { from: addDays(first, -90), to: addDays(last, 200) };
}
