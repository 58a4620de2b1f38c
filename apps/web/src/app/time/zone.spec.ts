import { dayIn } from '@hephaist/core';
import { describe, expect, it } from 'vitest';
import { readVoids } from '../prove/void-text';
import { instantOf, localNow, percentOf } from './log-draft';

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
  it('reads percent', () => {
    expect(percentOf('0,4')).toBeCloseTo(0.004, 12);
    expect(percentOf('1 %')).toBeCloseTo(0.01, 12);
    expect(percentOf('lots')).toBeNaN();
  });
});

describe('voids as typed', () => {
  it('reads ranges in the units shown', () => {
    expect(readVoids('1-2, 3.5-4', 0.02, 'left', 'metric').voids).toEqual([
      { fromM: 0.001, toM: 0.002 },
      { fromM: 0.0035, toM: 0.004 },
    ]);
    expect(readVoids('0.1-0.2', 0.02, 'left', 'us').voids[0]?.toM).toBeCloseTo(0.00508, 9);
    expect(readVoids('', 0.02, 'left', 'us').voids).toEqual([]);
  });
  it('says which part is wrong and why', () => {
    const says = (text: string): string =>
      readVoids(text, 0.02, 'left', 'metric')
        .problems.map((p) => p.says)
        .join();
    expect(says('many')).toContain('from-to');
    expect(says('4-3')).toContain('smaller to a larger');
    expect(says('4-30')).toContain('outside the overlap');
    expect(says('1-2, x, 3-4')).toContain('"x"');
  });
});
