import { describe, expect, it } from 'vitest';
import { retyped, typed } from './typed';

describe('what is typed in other units', () => {
  it('keeps its quantity', () => {
    const metric = retyped('12', 'flow', 'us', 'metric');
    expect(Number(metric)).toBeCloseTo(5.66, 2);
    expect(typed(metric, 'flow', 'metric')).toBeCloseTo(typed('12', 'flow', 'us'), 7);
    expect(Number(retyped('100', 'pressure', 'us', 'metric'))).toBeCloseTo(6.895, 2);
  });
  it('stays as it was typed where it is no number', () => {
    for (const text of ['', 'none', '1/2', '-']) expect(retyped(text, 'flow', 'us', 'metric')).toBe(text);
  });
});
