import { describe, expect, it } from 'vitest';
import { readVoids } from './void-text';

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
