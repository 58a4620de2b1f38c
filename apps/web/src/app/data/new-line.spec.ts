import type { Line } from '@hephaist/contracts/records/line';
import { PSI } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { lineCalled, newLine } from './new-line';

const psi = ({ designPa, testPa }: Line): number[] => [designPa, testPa].map((p) => Math.round(p / PSI));
const called = (name: string, lines: readonly Line[] = []): Line => lineCalled(name, 'job', 'new', lines);

describe('a line that begins by its name', () => {
  const oxygen = called('surgery oxygen');
  it('has the service and pressures that its name speaks of, and a mark of its own', () => {
    expect(oxygen).toMatchObject({ name: 'Surgery oxygen', serviceId: 'medical-oxygen', prefix: 'SO', sort: 1 });
    expect(psi(oxygen)).toEqual([55, 150]);
  });
  it('a vacuum line beside oxygen keeps the pressures of vacuum', () =>
    expect(psi(called('vacuum', [oxygen]))).toEqual([15, 60]));
  it('a refrigerant line is of the oil and pressure of the one before it', () => {
    const before = { ...newLine('job', 'a', 1, undefined), serviceId: 'refrigerant-mo', designPa: 450 * PSI };
    const line = called('liquid', [before, oxygen]);
    expect([line.serviceId, ...psi(line)]).toEqual(['refrigerant-mo', 450, 495]);
  });
  it('one that speaks of nothing is like the last', () => {
    const line = called('bypass', [oxygen]);
    expect([line.serviceId, ...psi(line)]).toEqual(['medical-oxygen', 55, 150]);
    expect(psi(called('bypass'))).toEqual([350, 385]);
  });
});
