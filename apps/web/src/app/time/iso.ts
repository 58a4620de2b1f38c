import { DateTime } from 'luxon';

const DAYS = ['yyyy-M-d', 'yyyy/M/d', 'yyyy.M.d', 'yyyyMMdd'];
const MOMENTS = DAYS.flatMap((day) => [`${day} H:mm`, `${day} H.mm`, `${day}'T'H:mm`]);

const read = (text: string, formats: readonly string[]): DateTime | null => {
  for (const format of formats) {
    const at = DateTime.fromFormat(text.trim(), format, { zone: 'utc' });
    if (at.isValid) return at;
  }
  return null;
};

/** A day as typed, as `YYYY-MM-DD`; what is no day stays as it is, to be refused where it stands. */
export const tidyDay = (text: string): string => read(text, DAYS)?.toFormat('yyyy-MM-dd') ?? text;

/** A day and time as typed, as `YYYY-MM-DDTHH:mm`; what is none stays as it is. */
export const tidyMoment = (text: string): string => read(text, MOMENTS)?.toFormat("yyyy-MM-dd'T'HH:mm") ?? text;

/** A day or a day and time for the calendar; null where it is none. */
export const dateOf = (text: string): DateTime | null => read(text, [...DAYS, ...MOMENTS]);
