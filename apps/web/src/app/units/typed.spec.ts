import { describe, expect, it } from 'vitest';
import { back, numberOf, percentOf, percentText, shown, typed } from './typed';

describe('numbers as typed', () => {
  it('takes a decimal point or a comma, and says NaN for what is no number', () => {
    expect([numberOf('1.5'), numberOf(' 1,5 ')]).toEqual([1.5, 1.5]);
    for (const text of ['', ' ', 'many', '1.5 in']) expect(numberOf(text), text).toBeNaN();
  });
  it('reads percent', () => {
    expect(percentOf('0,4')).toBeCloseTo(0.004, 12);
    expect(percentOf('1 %')).toBeCloseTo(0.01, 12);
    expect(percentOf('lots')).toBeNaN();
  });

  it('goes into percent with four digits, and nothing for nothing', () => {
    expect([percentText(0.01), percentText(0.0012346), percentText(null)]).toEqual(['1', '0.1235', '']);
  });
  it('shows two digits more than are read elsewhere, never all that a conversion leaves', () => {
    expect(shown(3.64705882 * 0.3048, 'run', 'us')).toBe('3.65');
    expect(shown(0.003 * 0.0254, 'gap', 'us')).toBe('0.003');
    expect(shown(null, 'gap', 'us')).toBe('');
  });
  it('leaves a stored value exactly as it is until its text is changed', () => {
    const was = 1.111111111;
    const text = shown(was, 'run', 'us');
    expect(back(text, 'run', 'us', was)).toBe(was);
    expect(back(text, 'run', 'us', null)).toBe(typed(text, 'run', 'us'));
    expect(back('4', 'run', 'us', was)).toBeCloseTo(1.2192, 9);
  });
});
