import type { HotWorkMark } from '@hephaist/contracts/records/hot-work';
import { sampleHotWork, sampleMark } from '@hephaist/contracts/testing/torch-samples';
import { describe, expect, it } from 'vitest';
import { areaWatch } from './area-watch';

let n = 0;
const id = (): string => `id${(n += 1)}`;
const work = sampleHotWork(id, 'job', 'x');
const at = (kind: HotWorkMark['kind'], time: string): HotWorkMark => sampleMark(id, work, kind, time);
const shown = (time: string, ...marks: HotWorkMark[]) => areaWatch(work, marks, Date.parse(`2026-06-02T${time}:00Z`));
const lit = [at('flame on', '07:10'), at('flame out', '08:00')];

describe('an area of hot work', () => {
  it('offers first what the hand looks for at each stage', () => {
    expect(shown('07:05').may[0]).toBe('flame on');
    expect(shown('07:20', lit[0]!).may).toEqual(['flame out', 'fire']);
    expect(shown('08:10', ...lit).may).toEqual(['looked', 'flame on', 'fire']);
    expect(shown('09:00', ...lit).may[0]).toBe('detector back');
    const back = at('detector back', '09:01');
    expect(shown('09:02', ...lit, back).may[0]).toBe('ended');
    expect(shown('09:04', ...lit, back, at('ended', '09:03')).may).toEqual([]);
    expect(shown('08:20', ...lit, at('fire', '08:15')).may).not.toContain('flame on');
  });

  it('shows what is left of the watch, and when somebody looked', () => {
    const a = shown('08:30', ...lit, at('looked', '08:15'), at('looked', '07:30'));
    expect(a).toMatchObject({ share: 0.5, looks: [0.25], big: '30:00', small: 'of 60 min left' });
    expect(shown('07:30', lit[0]!)).toMatchObject({ share: 1, big: 'flame', small: 'is on' });
    expect(shown('07:05')).toMatchObject({ share: 0, big: '–' });
  });

  it('knows what was just marked, before the next tick of its clock', () => {
    expect(shown('07:09', at('flame on', '07:10')).may[0]).toBe('flame out');
  });

  it('counts only its own marks', () => {
    expect(areaWatch({ ...work, id: 'other' }, lit, Date.parse('2026-06-02T08:10:00Z')).state.stage).toBe('not lit');
  });
});
