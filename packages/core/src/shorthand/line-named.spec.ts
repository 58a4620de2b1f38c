import { describe, expect, it } from 'vitest';
import { lineNamed } from './line-named.js';

const lines = [
  { id: 's', name: 'Suction', prefix: 'SU' },
  { id: 'l', name: 'Liquid', prefix: 'LI' },
  { id: 'cm', name: 'Copper main', prefix: 'CM' },
  { id: 'p1', name: 'Plant north', prefix: 'PN' },
  { id: 'p2', name: 'Plant south', prefix: 'PS' },
];

describe('a line named before its joints', () => {
  it.each([
    ['suction 6x 7/8', 's', 'Suction', '6x 7/8'],
    ['Suction: 7/8 cu-cu', 's', 'Suction', '7/8 cu-cu'],
    ['li 7/8', 'l', 'Liquid', '7/8'],
    ['suc 7/8', 's', 'Suction', '7/8'],
    // Its whole name, though its words mean something in shorthand.
    ['copper main 3x 1-1/8', 'cm', 'Copper main', '3x 1-1/8'],
    ['plant south 7/8', 'p2', 'Plant south', '7/8'],
  ])('%s is of a line that stands', (text, lineId, name, rest) =>
    expect(lineNamed(text, lines)).toEqual({ lineId, name, rest }),
  );

  it('begins a new one where its first words are no shorthand', () => {
    expect(lineNamed('hot gas bypass 6x 7/8', lines)).toEqual({ lineId: null, name: 'hot gas bypass', rest: '6x 7/8' });
    expect(lineNamed('oxygen: 12x 22mm', [])).toEqual({ lineId: null, name: 'oxygen', rest: '12x 22mm' });
    // Two lines begin so: it is neither.
    expect(lineNamed('plant 7/8', lines)).toMatchObject({ lineId: null, name: 'plant' });
    expect(lineNamed('freezer', lines)).toEqual({ lineId: null, name: 'freezer', rest: '' });
  });

  it.each(['6x 7/8', 'cu-cu 7/8', 'horiz 22mm', '7/8 nonsense', 'near txv 4in', '2 7/8', ''])('%s names none', (text) =>
    expect(lineNamed(text, lines)).toBeNull(),
  );
});
