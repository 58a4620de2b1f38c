import { jobSchema } from '@hephaist/contracts/records/job';
import { lineSchema } from '@hephaist/contracts/records/line';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { describe, expect, it } from 'vitest';
import { saltmarsh } from '../../../../../demo/saltmarsh';
import { newLine } from '../data/new-line';
import { followService, lineDraftOf, lineOf, newJob } from './job-draft';

const demo = saltmarsh('2026-06-15');
const id = '01900000-0000-7000-8000-00000000abcd';

describe('a new line of another service', () => {
  const began = lineDraftOf(newLine(demo.job.id, id, 1, undefined), 'us');
  it('does not keep the pressures of refrigerant for a medical gas', () => {
    expect([began.design, began.test]).toEqual(['350', '385']);
    const medical = followService({ ...began, serviceId: 'medical-oxygen' }, began);
    expect([medical.design, medical.test]).toEqual(['', '']);
    const line = lineOf({ ...medical, name: 'Oxygen', prefix: 'OX' }, newLine(demo.job.id, id, 1, undefined), 'us');
    expect(problemsOf(lineSchema, line).map((p) => p.field)).toEqual(expect.arrayContaining(['designPa', 'testPa']));
  });
  it('keeps what was typed, and has its own back when it is refrigerant again', () => {
    const typed = followService({ ...began, design: '55', serviceId: 'medical-air' }, began);
    expect([typed.design, typed.test]).toEqual(['55', '']);
    const back = followService({ ...typed, serviceId: 'refrigerant-mo' }, began);
    expect([back.design, back.test]).toEqual(['55', '385']);
  });
});

describe('a line while it is typed', () => {
  it.each(['us', 'metric'] as const)('comes back exactly as stored, in %s', (system) => {
    for (const line of demo.lines) expect(lineOf(lineDraftOf(line, system), line, system)).toEqual(line);
  });
  it('takes what is typed in the units shown, with a comma for the point', () => {
    const line = demo.lines[0]!;
    const draft = {
      ...lineDraftOf(line, 'metric'),
      design: '24,1',
      serviceMax: '45',
      fitUp: '-10',
      length: '20',
      oxygen: '0,5',
    };
    const got = lineOf(draft, line, 'metric');
    expect(got.designPa).toBeCloseTo(24.1e5, 6);
    expect(got.serviceMaxK).toBeCloseTo(318.15, 9);
    expect(got.fitUpK).toBeCloseTo(263.15, 9);
    expect(got.lengthM).toBe(20);
    expect(got.oxygenLimit).toBeCloseTo(0.005, 12);
  });
  it.each([
    ['design', 'lots', 'designPa'],
    ['length', '0', 'lengthM'],
    ['serviceMax', '9999', 'serviceMaxK'],
    ['fitUp', '900', 'fitUpK'],
    ['oxygen', '50', 'oxygenLimit'],
    ['name', ' ', 'name'],
    ['prefix', 'much too long', 'prefix'],
  ])('%s "%s" is refused at %s', (field, text, at) => {
    const line = demo.lines[0]!;
    const got = lineOf({ ...lineDraftOf(line, 'us'), [field]: text }, line, 'us');
    expect(problemsOf(lineSchema, got).map((p) => p.field)).toContain(at);
  });
  it('a new line takes after the one before and asks only for its name', () => {
    const fresh = newLine(demo.job.id, id, 4, demo.lines[3]);
    expect(fresh).toMatchObject({
      serviceId: 'medical-oxygen',
      testPa: demo.lines[3]!.testPa,
      schools: {},
      layout: null,
    });
    expect(problemsOf(lineSchema, fresh).map((p) => p.field)).toEqual(['name', 'prefix']);
  });
  it('a new job is whole', () => expect(problemsOf(jobSchema, newJob(id, 'Otter pool'))).toEqual([]));
});
