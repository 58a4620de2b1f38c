import { jobSchema } from '@hephaist/contracts/records/job';
import { lineSchema } from '@hephaist/contracts/records/line';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { PSI } from '@hephaist/core/units/units';
import { describe, expect, it } from 'vitest';
import { asksDesign, beginDraft, begunJob, begunLines } from './begin-draft';

const id = (n: number): string => `01900000-0000-7000-8000-0000000000${(16 + n).toString(16)}`;
const lines = (d: Parameters<typeof begunLines>[0], system: 'us' | 'metric' = 'us') =>
  begunLines(d, id(99), system, id);

describe('a job as it is begun', () => {
  it('refrigeration: suction and liquid at the pressure given, tested at 1.1 times it', () => {
    const d = { ...beginDraft(), name: ' Roof ', kinds: ['refrigeration'], design: '450', fluid: ' R-410A ' };
    expect(asksDesign(d)).toBe(true);
    const made = lines(d);
    expect(made.map((m) => [m.line.name, m.line.prefix])).toEqual([
      ['Suction', 'SU'],
      ['Liquid', 'LI'],
    ]);
    for (const { line } of made) {
      expect(problemsOf(lineSchema, line)).toEqual([]);
      expect(line.designPa / PSI).toBeCloseTo(450, 6);
      expect(line.testPa / PSI).toBeCloseTo(495, 6);
      expect([line.fluid, line.serviceId]).toEqual(['R-410A', 'refrigerant-poe']);
    }
    expect(problemsOf(jobSchema, begunJob(d, id(0)))).toEqual([]);
    expect(begunJob(d, id(0)).name).toBe('Roof');
    expect(lines({ ...d, design: '31', oil: 'refrigerant-mo' }, 'metric')[0]?.line).toMatchObject({
      designPa: 31e5,
      serviceId: 'refrigerant-mo',
    });
  });

  it('medical gases know their own pressures, and say from where; nothing is asked', () => {
    const d = { ...beginDraft(), kinds: ['medical'] };
    expect(asksDesign(d)).toBe(false);
    const made = lines(d);
    expect(made.map((m) => m.line.serviceId)).toEqual(['medical-oxygen', 'medical-air', 'medical-vacuum']);
    expect(made.map((m) => Math.round(m.line.testPa / PSI))).toEqual([150, 150, 60]);
    expect(made.every((m) => m.source.includes('NFPA 99') && m.source.includes('from memory'))).toBe(true);
    expect(made.every((m) => problemsOf(lineSchema, m.line).length === 0)).toBe(true);
  });

  it('without the pressure that is asked for its lines are not sound, at that field', () => {
    const [first] = lines({ ...beginDraft(), kinds: ['drinking'] });
    expect(problemsOf(lineSchema, first!.line).map((p) => p.field)).toContain('designPa');
  });
});
