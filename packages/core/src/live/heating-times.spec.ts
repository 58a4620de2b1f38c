import { describe, expect, it } from 'vitest';
import { fitEfficiency } from '../heat/fit-efficiency.js';
import { heatingTimes } from './heating-times.js';
import type { Mark, MarkKind } from './marks.js';

const mark = (kind: MarkKind, jointId: string, s: number): Mark => ({
  kind,
  atMs: s * 1000,
  jointId,
  vent: null,
  device: null,
  value: null,
  says: '',
});
const planned = (id: string) => (id === 'none' ? null : { seconds: 30, flameS: 40 });

describe('heating times of a session', () => {
  it('go from flame on to made, less the feeding', () => {
    const marks = [mark('joint begun', 'a', 100), mark('joint brazed', 'a', 145)];
    expect(heatingTimes(marks, planned)).toEqual([{ plannedS: 30, loggedS: 35 }]);
  });

  it('leave out what was stopped, what has no plan, and what is not made', () => {
    const marks = [
      mark('joint begun', 'a', 0),
      mark('joint stopped', 'a', 20),
      mark('joint brazed', 'a', 60),
      mark('joint begun', 'none', 100),
      mark('joint brazed', 'none', 140),
      mark('joint begun', 'b', 200),
    ];
    expect(heatingTimes(marks, planned)).toEqual([]);
    expect(heatingTimes([...marks, mark('joint brazed', 'b', 250)], planned)).toHaveLength(1);
  });

  it('fit the torch: joints that take twice as long as planned say that it gives less', () => {
    const marks = Array.from({ length: 12 }, (_, i) => [
      mark('joint begun', `j${i}`, 1000 * i),
      mark('joint brazed', `j${i}`, 1000 * i + 70 + (i % 3)),
    ]).flat();
    const prior = { value: 0.3, low: 0.25, high: 0.35 };
    const fit = fitEfficiency(heatingTimes(marks, planned), prior);
    expect(fit?.used).toBe(12);
    expect(fit?.value).toBeLessThan(0.2);
    expect(fit?.low).toBeLessThan(fit?.value ?? 0);
  });
});
