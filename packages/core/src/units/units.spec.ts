import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inUnits, said } from './say.js';
import { degFToK, displayUnit, formatDuration, formatQuantity, kToDegF, PSI, type Quantity, SCFH } from './units.js';

describe('units', () => {
  it('holds the exact factors', () => {
    expect(PSI).toBeCloseTo(6894.757293168, 6);
    expect(SCFH).toBeCloseTo(7.8657907e-6, 12);
    expect(degFToK(840)).toBeCloseTo(722.039, 3);
    expect(kToDegF(273.15)).toBeCloseTo(32, 10);
  });

  it('goes to the shown unit and back without loss, for every quantity and system', () => {
    const quantities: Quantity[] = [
      'diameter',
      'gap',
      'length',
      'run',
      'temperature',
      'temperatureDifference',
      'pressure',
      'flow',
      'volume',
      'mass',
      'filler',
      'time',
      'force',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...quantities),
        fc.constantFrom('us' as const, 'metric' as const),
        fc.double({ min: 1e-6, max: 1e6, noNaN: true }),
        (q, s, x) => {
          const u = displayUnit(q, s);
          expect(u.toSi(u.fromSi(x))).toBeCloseTo(x, 6);
        },
      ),
    );
  });

  it('writes quantities as the trade does', () => {
    expect(formatQuantity(0.003 * 0.0254, 'gap', 'us')).toBe('0.0030 in');
    expect(formatQuantity(0.003 * 0.0254, 'gap', 'metric')).toBe('0.076 mm');
    expect(formatQuantity(NaN, 'gap', 'us')).toBe('– in');
    expect(formatDuration(130)).toBe('2:10');
    expect(formatDuration(3900)).toBe('1 h 05');
    expect(formatDuration(Infinity)).toBe('never');
  });

  it('says a quantity in the units of the reader', () => {
    const text = `Stay under ${said(degFToK(1520), 'temperature')}, gap ${said(0.003 * 0.0254, 'gap')}.`;
    expect(inUnits(text, 'us')).toBe('Stay under 1520 °F, gap 0.0030 in.');
    expect(inUnits(text, 'metric')).toBe('Stay under 827 °C, gap 0.076 mm.');
    expect(inUnits('no quantity', 'us')).toBe('no quantity');
  });
});
