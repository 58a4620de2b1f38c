import { describe, expect, it } from 'vitest';
import { SHIPPED } from '../catalogue/catalogue.js';
import { readSize } from './read-size.js';
import { TUBE_STANDARDS } from './tube.js';

const acr = SHIPPED.sizes('acr');
describe('a size of tube as it is typed', () => {
  it.each(['1-1/8', '1 1/8', '1-1/8"', '1 1/8 in', '1.125', '1.125"', ' 1-1/8IN '])('"%s" is 1-1/8', (text) =>
    expect(readSize(text, acr)).toBe('1-1/8'),
  );
  it('metric is the first wall of its diameter, or the one that is said', () => {
    const en = SHIPPED.sizes('en');
    expect(readSize('22 mm', en)).toBe('22x1');
    expect(readSize('22mm', en)).toBe('22x1');
    expect(readSize('28x1.5', en)).toBe('28x1.5');
    expect(readSize('28x1.5 mm', en)).toBe('28x1.5');
    expect(readSize('22', en)).toBeNull();
  });
  it('capillary tube by its outside', () => expect(readSize('.093', SHIPPED.sizes('capillary'))).toBe('0.093'));
  it.each(['', '9/7', '1.13', 'wide', '1 1', '0'])('"%s" is none', (text) => expect(readSize(text, acr)).toBeNull());
  it('what the tables write is what is read, for every size of every standard', () => {
    for (const s of TUBE_STANDARDS)
      for (const size of SHIPPED.sizes(s.id)) expect(readSize(size, SHIPPED.sizes(s.id))).toBe(size);
  });
});
