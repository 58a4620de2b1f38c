import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readLength } from './read-length.js';
import { INCH } from './units.js';

describe('a length as it is typed', () => {
  it.each<[string, number]>([
    ['4in', 4 * INCH],
    ['4"', 4 * INCH],
    ['4 in', 4 * INCH],
    ['1 1/2"', 1.5 * INCH],
    ['1-1/2 in', 1.5 * INCH],
    ['3/4in', 0.75 * INCH],
    ['5\'6"', 66 * INCH],
    ["5' 6", 66 * INCH],
    ['5\'-6 1/2"', 66.5 * INCH],
    ['5 ft 6 in', 66 * INCH],
    ["5'", 60 * INCH],
    ['100mm', 0.1],
    ['0,08 mm', 0.00008],
    ['3 thou', 0.003 * INCH],
  ])('%s', (text, m) => expect(readLength(text)).toBeCloseTo(m, 12));
  it.each(['4', '', 'four', '5\'12"', '1/0in', '-3in', '4 miles', '1//2in'])('"%s" is none', (text) =>
    expect(readLength(text)).toBeNull(),
  );
  it('a bare number is in the unit that is meant', () => {
    expect(readLength('4', INCH)).toBeCloseTo(4 * INCH, 12);
    expect(readLength('1 1/8', INCH)).toBeCloseTo(1.125 * INCH, 12);
  });
  it('feet and inches are the inches they add up to', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 0, max: 11 }), (ft, inch) => {
        expect(readLength(`${ft}'${inch}"`)).toBeCloseTo(readLength(`${12 * ft + inch}in`)!, 12);
      }),
    ));
});
