import { describe, expect, it } from 'vitest';
import { readDecay } from './decay-text';

describe('vacuum readings as they are typed', () => {
  it('are read in minutes and µm Hg, however they are parted', () => {
    expect(readDecay('0 250, 5 260.5;10 min 270\n15 280').readings).toEqual([
      { atMin: 0, microns: 250 },
      { atMin: 5, microns: 260.5 },
      { atMin: 10, microns: 270 },
      { atMin: 15, microns: 280 },
    ]);
    expect(readDecay('  ')).toEqual({ readings: [], problems: [] });
  });
  it('what cannot be read is told, and the rest stays', () => {
    const { readings, problems } = readDecay('0 250, five 260, 10');
    expect(readings).toHaveLength(1);
    expect(problems.map((p) => p.says)).toEqual([
      '"five 260": write minutes and µm Hg, e.g. 5 260',
      '"10": write minutes and µm Hg, e.g. 5 260',
    ]);
  });
});
