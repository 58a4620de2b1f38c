import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PSI } from '../units/units.js';
import { findService } from './services.js';
import { freePrefix, TEST_SHARE, USUAL_LINES, usualLineCalled, usualTestPa } from './usual-lines.js';

const all = USUAL_LINES.flatMap((k) => k.lines);

describe('lines that a job usually begins with', () => {
  it('have a service known here, and marks that no other has', () => {
    for (const l of all) expect(findService(l.serviceId), l.name).toBeDefined();
    expect(new Set(all.map((l) => l.prefix)).size).toBe(all.length);
  });

  it('medical gas is tested at 1.5 times 55 psi, at least 150; vacuum at 60 (NFPA 99, from memory)', () => {
    const of = (name: string) => all.find((l) => l.name === name)!;
    expect(of('Oxygen').designPa).toBeCloseTo(55 * PSI, 6);
    expect(usualTestPa(of('Oxygen'), 55 * PSI)).toBeCloseTo(150 * PSI, 6);
    expect(usualTestPa(of('Vacuum'), 15 * PSI)).toBeCloseTo(60 * PSI, 6);
    expect([of('Oxygen').source.memory, of('Vacuum').source.memory]).toEqual([true, true]);
  });

  it('what only a plate knows is asked for, and tested at 1.1 times it', () => {
    const suction = all.find((l) => l.name === 'Suction')!;
    expect([suction.designPa, suction.source.certainty]).toEqual([null, 'practice']);
    expect(usualTestPa(suction, 1e6)).toBe(TEST_SHARE * 1e6);
  });

  it('are known by what they are called', () => {
    expect(usualLineCalled('Freezer suction')?.serviceId).toBe('refrigerant-poe');
    expect(usualLineCalled('OR vacuum')?.serviceId).toBe('medical-vacuum');
    expect(usualLineCalled('surgery oxygen')?.serviceId).toBe('medical-oxygen');
    expect(usualLineCalled('compressed air')?.serviceId).toBe('compressed-air');
    expect(usualLineCalled('air, ward 2')?.serviceId).toBe('medical-air');
    expect(usualLineCalled('somewhere')).toBeNull();
  });
});

describe('a prefix that is free', () => {
  it.each([
    ['Suction', [], 'SU'],
    ['Freezer suction', [], 'FS'],
    ['Suction', ['su'], 'SUC'],
    ['Suction', ['SU', 'SUC'], 'SU2'],
    ['12', [], 'L2'],
  ])('%s beside %j is %s', (name, taken, prefix) => expect(freePrefix(name, taken)).toBe(prefix));
  it('is never one that stands already', () => {
    fc.assert(
      fc.property(
        fc.string({ maxLength: 12 }),
        fc.array(fc.constantFrom('SU', 'SUC', 'L2', 'L3', 'A', 'AB')),
        (n, taken) => {
          const prefix = freePrefix(n, taken);
          expect(taken).not.toContain(prefix);
          expect(prefix).toMatch(/^[A-Z]+\d*$/);
        },
      ),
    );
  });
});
