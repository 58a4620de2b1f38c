import { describe, expect, it } from 'vitest';
import { cap, comb, line, point, run, vent } from '../testing/lines.js';
import { lineCautions } from './line-cautions.js';

describe('a line that is surely not meant', () => {
  it('is told of: no vent, parts tied to nothing', () => {
    expect(lineCautions(comb(3, 0))).toEqual([]);
    expect(lineCautions(line([cap('C')], [run('1', 'S', 'C', 1)]))[0]).toContain('no vent');
    const apart = line([vent('V'), point('A'), point('B')], [run('1', 'S', 'V', 1), run('2', 'A', 'B', 1)]);
    expect(lineCautions(apart)).toEqual(['Not joined to the source: A, B.']);
    const many = line([vent('V'), ...Array.from({ length: 9 }, (_, i) => point(`P${i}`))], [run('1', 'S', 'V', 1)]);
    expect(lineCautions(many)[0]).toContain('and 3 more');
  });
  it('a shut valve does not tie a part to nothing', () => {
    expect(lineCautions(line([vent('V')], [run('1', 'S', 'V', 1, 0.02, { open: false })]))).toEqual([]);
  });
});
