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
