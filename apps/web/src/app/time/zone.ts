/** The zone that this browser stands in. */
export const hereZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** Now in a zone as `YYYY-MM-DDTHH:mm`, the way a date-time control wants it. */
export function localNow(zone: string, now: Date = new Date()): string {
  const parts = new Intl.DateTimeFormat('sv-SE', { timeZone: zone, dateStyle: 'short', timeStyle: 'short' }).format(
    now,
  );
  return parts.replace(' ', 'T').slice(0, 16);
}

/** Minutes that a zone is ahead of UTC at an instant. */
function offsetMinutes(zone: string, at: Date): number {
  return Math.round((Date.parse(`${localNow(zone, at)}:00Z`) - at.getTime()) / 60000);
}

/** A wall-clock time in a zone as an instant in UTC; null where it is no time. */
export function instantOf(local: string, zone: string): string | null {
  const asUtc = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(local) ? Date.parse(`${local}:00Z`) : NaN;
  if (Number.isNaN(asUtc)) return null;
  const first = asUtc - offsetMinutes(zone, new Date(asUtc)) * 60000;
  // Near a clock change the offset belongs to the result, not to the guess.
  const second = asUtc - offsetMinutes(zone, new Date(first)) * 60000;
  return new Date(second).toISOString().replace('.000', '');
}

/** An instant to the minute it falls in, in UTC: as times of records are kept. */
export const minuteOf = (ms: number): string =>
  new Date(Math.floor(ms / 60_000) * 60_000).toISOString().replace('.000', '');
