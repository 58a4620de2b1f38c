import Qty from 'js-quantities';
import { describe, expect, it } from 'vitest';
import { BAR, CUBIC_FOOT, FOOT, INCH, kToDegC, kToDegF, LITRE_PER_MIN, POUND, PSI, SCFH } from './units.js';

/** Our factors against the npm package js-quantities, which is good to about 4e-7 for psi. */
describe('unit factors against js-quantities', () => {
  it.each<[string, string, string, number]>([
    ['inch', '1 in', 'm', INCH],
    ['foot', '1 ft', 'm', FOOT],
    ['pound', '1 lb', 'kg', POUND],
    ['psi', '1 psi', 'Pa', PSI],
    ['bar', '1 bar', 'Pa', BAR],
    ['cubic foot', '1 ft3', 'm3', CUBIC_FOOT],
    ['cubic foot an hour', '1 ft3/h', 'm3/s', SCFH],
    ['litre a minute', '1 l/min', 'm3/s', LITRE_PER_MIN],
  ])('%s', (_name, quantity, unit, factor) => {
    expect(factor / Qty(quantity).to(unit).scalar).toBeCloseTo(1, 4);
  });

  it.each([0, 273.15, 310.93, 810.9, 1644])('%d K in °F and °C', (k) => {
    expect(kToDegC(k)).toBeCloseTo(k === 0 ? -273.15 : Qty(`${k} tempK`).to('tempC').scalar, 6);
    expect(kToDegF(k)).toBeCloseTo(k === 0 ? -459.67 : Qty(`${k} tempK`).to('tempF').scalar, 6);
  });
});
