import type { Line } from '@hephaist/contracts/records/line';
import type { PressureTest } from '@hephaist/contracts/records/pressure-test';
import { degFToK, MICRON, PSI } from '@hephaist/core/units/units';

/** The demo's pressure tests: a cold night that held, a leak, and a vacuum that shows water. Invented. */

/** @param day the day of a test, so many days before the demo starts */
export function demoTests(id: () => string, lines: readonly Line[], day: (before: number) => string): PressureTest[] {
  const test = (
    prefix: string,
    from: string,
    to: string,
    how: Pick<PressureTest, 'standing' | 'decay'>,
    note: string,
  ): PressureTest[] =>
    lines
      .filter((l) => l.prefix === prefix)
      .map((line) => ({
        id: id(),
        jobId: line.jobId,
        lineId: line.id,
        startedAt: from,
        endedAt: to,
        medium: how.decay ? 'vacuum' : 'nitrogen',
        ...how,
        testedBy: 'Orla Fennimore',
        note,
      }));
  const standing = (psi: number, fromF: number, endPsi: number, toF: number) => ({
    standing: {
      start: { gaugePa: psi * PSI, tempK: degFToK(fromF) },
      end: { gaugePa: endPsi * PSI, tempK: degFToK(toF) },
      instruments: { gaugePa: 1 * PSI, tempK: 0.5 },
    } as NonNullable<PressureTest['standing']>,
    decay: null,
  });
  const decay = (limit: number, microns: readonly number[]) => ({
    standing: null,
    decay: {
      limitPa: limit * MICRON,
      readings: microns.map((m, i) => ({ atS: i * 300, pa: m * MICRON })),
    },
  });
  return [
    ...test('PF', `${day(2)}T21:00:00Z`, `${day(1)}T11:00:00Z`, standing(388, 74, 371, 51), 'Over a cold night.'),
    ...test('MA', `${day(2)}T14:00:00Z`, `${day(2)}T20:00:00Z`, standing(150, 70, 141, 70), 'Soap at MA-02 bubbles.'),
    ...test('PF', `${day(1)}T13:00:00Z`, `${day(1)}T13:30:00Z`, decay(500, [240, 620, 830, 920, 955, 965, 970]), ''),
  ];
}
