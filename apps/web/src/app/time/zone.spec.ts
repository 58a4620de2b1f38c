import { dayIn } from '@hephaist/core/qualification/continuity';
import { describe, expect, it } from 'vitest';
import { instantOf, localNow } from './zone';

describe('wall-clock time at the job', () => {
  it('goes to UTC and back in any zone, summer and winter', () => {
    for (const zone of ['America/New_York', 'Europe/Berlin', 'Asia/Kolkata', 'Pacific/Auckland', 'UTC']) {
      for (const local of ['2026-01-15T09:30', '2026-07-15T23:45', '2028-02-29T00:05']) {
        const instant = instantOf(local, zone);
        expect(localNow(zone, new Date(instant ?? 0)), `${zone} ${local}`).toBe(local);
      }
    }
    expect(instantOf('2026-07-15T10:00', 'America/New_York')).toBe('2026-07-15T14:00:00Z');
    expect(instantOf('2026-01-15T10:00', 'America/New_York')).toBe('2026-01-15T15:00:00Z');
  });
  it('comes back in every zone there is, also on 29 February and around midnight, and the day is the one meant', () => {
    const zones = Intl.supportedValuesOf('timeZone');
    expect(zones.length).toBeGreaterThan(300);
    for (const zone of zones)
      for (const local of ['2028-02-29T00:00', '2028-02-29T23:59', '2027-02-28T23:59', '2026-12-31T23:30']) {
        const instant = instantOf(local, zone) ?? '';
        expect(localNow(zone, new Date(instant)), `${zone} ${local}`).toBe(local);
        expect(dayIn(instant, zone), `${zone} ${local}`).toBe(local.slice(0, 10));
      }
  });
  it('a wall-clock time that a clock change skips becomes an instant within the hour, and one that comes twice one of both', () => {
    const skipped = Date.parse(instantOf('2026-03-08T02:30', 'America/New_York') ?? '');
    expect(Math.abs(skipped - Date.parse('2026-03-08T07:00:00Z'))).toBeLessThanOrEqual(3_600_000);
    const twice = instantOf('2026-11-01T01:30', 'America/New_York') ?? '';
    expect(['2026-11-01T05:30:00Z', '2026-11-01T06:30:00Z']).toContain(twice);
  });
  it('gives nothing for what is no time', () => {
    expect(instantOf('', 'UTC')).toBeNull();
    expect(instantOf('tomorrow', 'UTC')).toBeNull();
  });
});
